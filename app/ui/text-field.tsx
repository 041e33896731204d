import { type TextareaHTMLAttributes, useId } from 'react'

interface TextFieldProps extends TextareaHTMLAttributes<HTMLTextAreaElement> {
  label: string
  error: string | undefined
}

/** A labelled field for a text of several lines. */
export function TextField({ label, error, className, ...input }: TextFieldProps) {
  const id = useId()
  return (
    <div className={className}>
      <label htmlFor={id} className="label">
        {label}
      </label>
      <textarea
        id={id}
        rows={3}
        className="field !h-auto"
        aria-invalid={error ? true : undefined}
        aria-describedby={error ? `${id}-note` : undefined}
        {...input}
      />
      {error && (
        <p id={`${id}-note`} className="text-sm text-bill">
          {error}
        </p>
      )}
    </div>
  )
}
