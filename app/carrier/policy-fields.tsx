import { type PolicyKind, policyKinds } from '#core/register/register'
import { Choice, Field } from '../ui/field'
import { LinkButton } from '../ui/link-button'

export const policyWords: Record<PolicyKind, string> = {
  liability: 'Liability',
  cargo: 'Cargo',
  refrigeration: 'Reefer breakdown',
}

/** One policy of a certificate, as it is typed off the document. */
export interface TypedPolicy {
  kind: PolicyKind
  insurer: string
  number: string
  insuredName: string
  limit: string
  effectiveOn: string
  expiresOn: string
}

const maxPolicies = 4

interface PolicyFieldsProps {
  lines: TypedPolicy[]
  onLines: (lines: TypedPolicy[]) => void
  /** A policy of a kind before anything is typed. */
  fresh: (kind: PolicyKind) => TypedPolicy
}

/** The policies of a certificate, one under the other. */
export function PolicyFields({ lines, onLines, fresh }: PolicyFieldsProps) {
  const set = (at: number, part: Partial<TypedPolicy>) =>
    onLines(lines.map((line, index) => (index === at ? { ...line, ...part } : line)))
  const unused = policyKinds.find((each) => !lines.some((line) => line.kind === each)) ?? 'cargo'
  return (
    <>
      {lines.map((line, at) => (
        <OnePolicy
          key={line.kind}
          line={line}
          set={(part) => set(at, part)}
          onRemove={lines.length > 1 ? () => onLines(lines.filter((_, index) => index !== at)) : null}
        />
      ))}
      {lines.length < maxPolicies && (
        <LinkButton className="self-start" onClick={() => onLines([...lines, fresh(unused)])}>
          One more policy
        </LinkButton>
      )}
    </>
  )
}

interface OnePolicyProps {
  line: TypedPolicy
  set: (part: Partial<TypedPolicy>) => void
  onRemove: (() => void) | null
}

function OnePolicy({ line, set, onRemove }: OnePolicyProps) {
  const text = (
    name: Exclude<keyof TypedPolicy, 'kind'>,
    label: string,
    more: { type?: string; className?: string } = {},
  ) => <Field label={label} value={line[name]} onChange={(event) => set({ [name]: event.target.value })} {...more} />
  return (
    <fieldset className="grid grid-cols-3 gap-x-3 gap-y-1 border-t pt-1">
      <legend className="sr-only">{policyWords[line.kind]}</legend>
      <Choice
        label="Cover"
        value={line.kind}
        options={policyKinds}
        words={policyWords}
        onChange={(kind) => set({ kind })}
      />
      {text('limit', 'Limit $')}
      {text('number', 'Policy number')}
      {text('insurer', 'Insurer')}
      {text('effectiveOn', 'From', { type: 'date' })}
      {text('expiresOn', 'To', { type: 'date' })}
      {text('insuredName', 'Made out to', { className: 'col-span-2' })}
      {onRemove && (
        <LinkButton className="self-end justify-self-start pb-1" onClick={onRemove}>
          Not on it
        </LinkButton>
      )}
    </fieldset>
  )
}
