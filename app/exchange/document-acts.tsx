/** What can be done with the document that is shown. */
export function DocumentActs({
  exchangeId,
  maySend,
  mayRead,
  onSend,
  onRead,
}: {
  exchangeId: number
  maySend: boolean
  mayRead: boolean
  onSend: () => void
  onRead: () => void
}) {
  return (
    <footer className="flex gap-2 border-t border-strong bg-sheet px-4 py-2">
      {maySend && (
        <button type="button" className="button" onClick={onSend}>
          Send again <kbd className="key">g</kbd>
        </button>
      )}
      {mayRead && (
        <button type="button" className="button" onClick={onRead}>
          Read again <kbd className="key">r</kbd>
        </button>
      )}
      <a className="button ml-auto" href={`/exchange/${exchangeId}/raw`}>
        Download the interchange
      </a>
    </footer>
  )
}
