import { type InputHTMLAttributes, type ReactNode, useId } from 'react'
import { type Currency, currencies } from '#core/money/money'

interface FieldProps extends InputHTMLAttributes<HTMLInputElement> {
  label: string
  hideLabel?: boolean
  error?: string
  /** How what was typed is understood, shown beneath. */
  reading?: ReactNode
  ref?: React.Ref<HTMLInputElement>
}

/** A labelled field; its error and its reading belong to it for screen readers too. */
export function Field({ label, hideLabel, error, reading, className, ...input }: FieldProps) {
  const id = useId()
  return (
    <div className={className}>
      <label htmlFor={id} className={hideLabel ? 'sr-only' : 'label'}>
        {label}
      </label>
      <input
        id={id}
        className="field"
        autoComplete="off"
        aria-invalid={error ? true : undefined}
        aria-describedby={error || reading ? `${id}-note` : undefined}
        {...input}
      />
      {(error || reading) && (
        <p id={`${id}-note`} className={`mt-0.5 text-sm ${error ? 'text-bill' : 'text-second'}`}>
          {error ?? reading}
        </p>
      )}
    </div>
  )
}

interface ChoiceProps<T extends string> {
  label: string
  hideLabel?: boolean
  value: T
  options: readonly T[]
  words: Record<T, string>
  onChange: (value: T) => void
  className?: string
  disabled?: boolean
}

/** A labelled choice of a few. */
export function Choice<T extends string>({
  label,
  hideLabel,
  value,
  options,
  words,
  onChange,
  className,
  disabled,
}: ChoiceProps<T>) {
  const id = useId()
  return (
    <div className={className}>
      <label htmlFor={id} className={hideLabel ? 'sr-only' : 'label'}>
        {label}
      </label>
      <select
        id={id}
        className="field"
        value={value}
        disabled={disabled}
        onChange={(event) => onChange(event.target.value as T)}
      >
        {options.map((option) => (
          <option key={option} value={option}>
            {words[option]}
          </option>
        ))}
      </select>
    </div>
  )
}

interface CheckProps {
  label: string
  checked: boolean
  onChange: (checked: boolean) => void
  disabled?: boolean
  className?: string
}

/** A box to tick, with its label beside it. */
export function Check({ label, checked, onChange, disabled, className }: CheckProps) {
  return (
    <label className={`flex items-center gap-1 ${className ?? ''}`}>
      <input
        type="checkbox"
        checked={checked}
        disabled={disabled}
        onChange={(event) => onChange(event.target.checked)}
      />{' '}
      {label}
    </label>
  )
}

interface CheckSetProps<T extends string> {
  options: readonly T[]
  /** What each is called; its own name where nothing is given. */
  words?: Record<T, string>
  chosen: readonly T[]
  onChange: (chosen: T[]) => void
  disabled?: boolean
}

/** A box to tick for each of a few, any number of them. */
export function CheckSet<T extends string>({ options, words, chosen, onChange, disabled }: CheckSetProps<T>) {
  return options.map((option) => (
    <Check
      key={option}
      label={words ? words[option] : option}
      checked={chosen.includes(option)}
      disabled={disabled}
      onChange={(isChosen) => onChange(isChosen ? [...chosen, option] : chosen.filter((each) => each !== option))}
    />
  ))
}

/** A small choice of a currency, beside a sum. */
export function CurrencySelect({
  label,
  value,
  onChange,
}: Pick<ChoiceProps<Currency>, 'label' | 'value' | 'onChange'>) {
  return (
    <select
      aria-label={label}
      className="field !h-7 !w-20 !py-0"
      value={value}
      onChange={(event) => onChange(event.target.value as Currency)}
    >
      {currencies.map((each) => (
        <option key={each}>{each}</option>
      ))}
    </select>
  )
}
