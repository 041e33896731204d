import { Dialog as Radix } from 'radix-ui'
import type { ReactNode } from 'react'

/** A floating sheet with a title; Escape or a click outside closes it, focus comes back to where it was, or goes to what follows. */
export function Dialog({
  open,
  onClose,
  title,
  wide,
  onClosed,
  children,
}: {
  open: boolean
  onClose: () => void
  title: string
  wide?: boolean | 'sheet'
  /** Where the focus goes once it is closed, where not to what had it before; false leaves that as it is. */
  onClosed?: (() => boolean) | undefined
  children: ReactNode
}) {
  const width = widths[`${wide ?? false}`]
  return (
    <Radix.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-20 bg-[#17130e]/40" />
        <Radix.Content
          aria-describedby={undefined}
          onCloseAutoFocus={(event) => onClosed?.() && event.preventDefault()}
          className={`fixed top-[6vh] left-1/2 z-30 max-h-[88vh] w-[94vw] -translate-x-1/2 overflow-y-auto border border-ink bg-sheet p-5 [--ground:var(--sheet)] shadow-2xl ${width}`}
        >
          <Radix.Title className="mb-3 text-base font-semibold">{title}</Radix.Title>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  )
}

const widths = { false: 'max-w-lg', true: 'max-w-3xl', sheet: 'max-w-6xl' }
