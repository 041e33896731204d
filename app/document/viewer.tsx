import { lazy, Suspense } from 'react'
import { Dialog } from '../ui/dialog'

const PdfPages = lazy(() => import('./pdf-pages'))

interface ViewerProps {
  title: string
  /** Where the file is read from. */
  url: string
  type: string
  onClose: () => void
}

/** A document, shown in the page: it is drawn here, so the keys stay with the page and Escape closes it. */
export function Viewer({ title, url, type, onClose }: ViewerProps) {
  return (
    <Dialog open onClose={onClose} title={title} wide="sheet">
      <p className="mb-2 flex justify-between">
        <a href={url} target="_blank" rel="noreferrer" className="link">
          Open in a new tab
        </a>
        <span className="label">
          <kbd className="key">Esc</kbd> closes it
        </span>
      </p>
      {type === 'application/pdf' ? (
        <Suspense fallback={<p role="status">Opening…</p>}>
          <PdfPages url={url} title={title} />
        </Suspense>
      ) : (
        <img src={url} alt={title} className="mx-auto max-h-[72vh]" />
      )}
    </Dialog>
  )
}
