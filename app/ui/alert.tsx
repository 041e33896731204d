import type { ReactNode } from 'react'

/** What went wrong, in a form or on a page: read out as soon as it appears; nothing while there is nothing to say. */
export function Alert({ className = '', children }: { className?: string; children: ReactNode }) {
  if (children === null || children === undefined || children === false || children === '') return null
  return (
    <p role="alert" className={`text-bill ${className}`}>
      {children}
    </p>
  )
}
