import type { ComponentProps } from 'react'

/** A button that reads like a link: a small act beside what it is about. */
export const LinkButton = ({ className = '', type = 'button', ...rest }: ComponentProps<'button'>) => (
  <button type={type} className={`link ${className}`} {...rest} />
)
