/** Takes a row of a list of fields away; `words` say which. */
export const RemoveRow = ({ words, onRemove }: { words: string; onRemove: () => void }) => (
  <button type="button" className="mt-1.5 text-second" aria-label={words} onClick={onRemove}>
    ✕
  </button>
)
