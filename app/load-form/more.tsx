import { type ReactNode, type RefObject, useEffect, useRef, useState } from 'react'
import { useKeys } from '../ui/keys'

interface MoreProps {
  title: string
  /** What stands in it, shown while it is closed. */
  summary: string
  /** Something in it has to be looked at: it cannot be closed. */
  hasErrors: boolean
  children: ReactNode
}

/** Fields that most loads do without, behind one line that says what stands in them. */
export function More({ title, summary, hasErrors, children }: MoreProps) {
  const [isOpen, setOpen] = useState(false)
  const [isAsked, setAsked] = useState(false)
  const own = useRef<HTMLDivElement>(null)
  const isShown = isOpen || hasErrors
  useEffect(() => {
    if (isAsked && isShown) own.current?.querySelector<HTMLElement>('input, select')?.focus()
    setAsked(false)
  }, [isAsked, isShown])
  return (
    <div ref={own} data-more className="col-span-full">
      <button
        type="button"
        tabIndex={-1}
        aria-expanded={isShown}
        className="block max-w-full truncate text-left text-sm"
        onClick={() => {
          setAsked(!isShown)
          setOpen(!isShown)
        }}
      >
        <span className="link">{title}</span>
        {!isShown && summary && <span className="ml-2 text-second">{summary}</span>}
      </button>
      {isShown && <div className="mt-1.5 mb-1">{children}</div>}
    </div>
  )
}

/** `Ctrl+m` opens what more there is to say about the stop, the freight or the load in whose fields the focus is. */
export function useMoreKey(form: RefObject<HTMLElement | null>): void {
  const open = () => {
    const at = document.activeElement?.closest('[data-has-more]') ?? form.current
    at?.querySelector<HTMLButtonElement>('[data-more] > button')?.click()
  }
  useKeys('More', [{ key: 'Ctrl+m', words: 'more about this stop, or the freight', run: open }])
}
