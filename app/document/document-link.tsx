import type { MouseEvent, ReactNode } from 'react'

/** A document's name: a plain click shows it in the page, the usual click for a new tab opens it there. */
export function DocumentLink({ url, onShow, children }: { url: string; onShow: () => void; children: ReactNode }) {
  const open = (event: MouseEvent) => {
    if (event.ctrlKey || event.metaKey || event.shiftKey) return
    event.preventDefault()
    onShow()
  }
  return (
    <a href={url} target="_blank" rel="noreferrer" className="link" onClick={open}>
      {children}
    </a>
  )
}
