import { useEffect, useRef } from 'react'

/** Takes a file that is dropped anywhere on the page, or pasted; text stays what it is. Does nothing where nobody takes it. */
export function useDroppedFile(onFile: ((file: File) => void) | null): void {
  const take = useRef(onFile)
  take.current = onFile
  useEffect(() => {
    const fileOf = (data: DataTransfer | null) => data?.files[0] ?? null
    const over = (event: DragEvent) => {
      if (take.current && event.dataTransfer?.types.includes('Files')) event.preventDefault()
    }
    const takeFrom = (event: DragEvent | ClipboardEvent) => {
      const file = fileOf('dataTransfer' in event ? event.dataTransfer : event.clipboardData)
      if (!file || !take.current) return
      event.preventDefault()
      take.current(file)
    }
    window.addEventListener('dragover', over)
    window.addEventListener('drop', takeFrom)
    window.addEventListener('paste', takeFrom)
    return () => {
      window.removeEventListener('dragover', over)
      window.removeEventListener('drop', takeFrom)
      window.removeEventListener('paste', takeFrom)
    }
  }, [])
}
