import { GlobalWorkerOptions, getDocument, type PDFDocumentProxy } from 'pdfjs-dist'
import workerUrl from 'pdfjs-dist/build/pdf.worker.min.mjs?url'
import { useEffect, useRef, useState } from 'react'

GlobalWorkerOptions.workerSrc = workerUrl

/** Of a long document no more pages are drawn; the rest is in the file itself. */
const maxPages = 30

type Opened = { document: PDFDocumentProxy } | { problem: string } | null

/** A PDF's pages as pictures, one under the other, as wide as there is room. */
export default function PdfPages({ url, title }: { url: string; title: string }) {
  const [opened, setOpened] = useState<Opened>(null)
  useEffect(() => {
    const task = getDocument({ url, isEvalSupported: false })
    task.promise.then(
      (document) => setOpened({ document }),
      () => setOpened({ problem: 'This PDF cannot be shown here: open it in a new tab.' }),
    )
    return () => void task.destroy()
  }, [url])
  if (opened === null) return <p role="status">Opening…</p>
  if ('problem' in opened) return <p role="alert">{opened.problem}</p>
  const count = Math.min(opened.document.numPages, maxPages)
  return (
    <div className="flex flex-col gap-3" role="group" aria-label={`${title}, ${count} pages`}>
      {Array.from({ length: count }, (_, at) => (
        <Page key={at} document={opened.document} number={at + 1} />
      ))}
      {opened.document.numPages > maxPages && <p>{opened.document.numPages - maxPages} more pages in the file.</p>}
    </div>
  )
}

/** Twice the size it is seen at: sharp on a fine screen, and when it is read closely. */
const sharpness = 2

function Page({ document, number }: { document: PDFDocumentProxy; number: number }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    let isGone = false
    let stop = () => {}
    void document.getPage(number).then((page) => {
      const target = canvas.current
      if (isGone || !target) return
      const scale = (target.clientWidth / page.getViewport({ scale: 1 }).width) * sharpness
      const viewport = page.getViewport({ scale })
      target.width = viewport.width
      target.height = viewport.height
      const drawing = page.render({ canvas: target, viewport })
      stop = () => drawing.cancel()
      // Closed while it is drawn: what was drawn is not looked at any more.
      drawing.promise.then(
        () => target.setAttribute('data-drawn', ''),
        () => undefined,
      )
    })
    return () => {
      isGone = true
      stop()
    }
  }, [document, number])
  return <canvas ref={canvas} className="w-full border bg-white" role="img" aria-label={`Page ${number}`} />
}
