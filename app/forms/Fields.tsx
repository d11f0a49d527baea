import type { Site } from '~/core/plan'
import { Field } from '../components/Field'
import { LengthInput } from '../components/LengthInput'
import { Slider } from '../components/Slider'
import { CheckInput, NumberInput, SelectInput, TextInput } from '../components/inputs'
import { useSite } from '../hooks/useSite'
import { partWith, valueAt } from './fieldSpec'
import type { FieldSpec } from './fieldSpec'

interface Props<T> {
  specs: readonly FieldSpec[]
  draft: T
  onChange: (part: Partial<T>) => void
  /** Where the draft stands in what is saved, as the checks name it; empty for a record itself. */
  at?: string
}

/** The fields of a form, from their descriptions, in the column, row or grid that they are put in. */
export function Fields<T extends object>({ specs, draft, onChange, at = '' }: Props<T>) {
  const { site } = useSite()
  return specs.map((spec) => (
    <FieldOf
      key={spec.path}
      spec={spec}
      path={at ? `${at}.${spec.path}` : spec.path}
      value={valueAt(draft, spec.path)}
      site={site}
      onChange={(value) => onChange(partWith(draft, spec, value) as Partial<T>)}
    />
  ))
}

interface One {
  spec: FieldSpec
  path: string
  value: unknown
  site: Site
  onChange: (value: unknown) => void
}

const wordsOf = (value: unknown): string => (typeof value === 'string' ? value : '')
const figureOf = (value: unknown): number | null => (typeof value === 'number' ? value : null)

function FieldOf({ spec, path, value, site, onChange }: One) {
  const { kind, label, hint, placeholder, none, choices = [] } = spec
  const base = { label, path, hint }
  switch (kind) {
    case 'text':
    case 'mono':
      return (
        <TextInput
          {...base}
          mono={kind === 'mono'}
          placeholder={placeholder}
          value={wordsOf(value)}
          onChange={onChange}
        />
      )
    case 'long':
      return (
        <Field {...base}>
          {(ids) => (
            <textarea
              {...ids}
              className="field min-h-32"
              value={wordsOf(value)}
              onChange={(event) => onChange(event.target.value)}
            />
          )}
        </Field>
      )
    case 'number':
      return <NumberInput {...base} value={figureOf(value)} onChange={onChange} />
    case 'length':
      return <LengthInput {...base} unit={site.ground.units} metres={figureOf(value)} onChange={onChange} />
    case 'share':
      return <ShareField label={label} value={figureOf(value) ?? 0} onChange={onChange} />
    case 'choice':
      return (
        <SelectInput
          {...base}
          value={typeof value === 'string' ? value : null}
          choices={choices}
          none={none}
          onChange={onChange}
        />
      )
    case 'check':
      return <CheckInput label={label} checked={value === true} onChange={onChange} />
    case 'levels':
      return (
        <LevelTicks label={label} site={site} ids={Array.isArray(value) ? value : []} onChange={onChange} />
      )
  }
}

const ShareField = ({
  label,
  value,
  onChange,
}: {
  label: string
  value: number
  onChange: (v: number) => void
}) => (
  <div>
    <p className="flex justify-between text-[0.9rem] font-medium">
      <span>{label}</span>
      <span className="figures">{Math.round(value * 100)} %</span>
    </p>
    <Slider
      label={label}
      says={`${Math.round(value * 100)} %`}
      value={value}
      min={0}
      max={1}
      step={0.05}
      onChange={onChange}
    />
  </div>
)

interface LevelTicksProps {
  label: string
  site: Site
  ids: string[]
  onChange: (ids: string[]) => void
}

const LevelTicks = ({ label, site, ids, onChange }: LevelTicksProps) => (
  <fieldset>
    <legend className="text-[0.9rem] font-medium">{label}</legend>
    {site.levels.map(({ id, name }) => (
      <CheckInput
        key={id}
        label={name}
        checked={ids.includes(id)}
        onChange={(on) => onChange(on ? [...ids, id] : ids.filter((one) => one !== id))}
      />
    ))}
  </fieldset>
)
