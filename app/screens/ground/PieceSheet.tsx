import type { ReactNode } from 'react'
import { removed } from '~/core/plan/drawing'
import type { PieceRef } from '~/core/plan/drawing'
import type { AnyRecord, Site } from '~/core/plan'
import { EditForm } from '../../components/EditForm'
import { CheckInput, NumberInput, SelectInput, TextInput } from '../../components/inputs'
import { useDraft } from '../../hooks/useDraft'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { KIND_NAMES, fieldsOf } from './pieceFields'
import type { PieceField } from './pieceFields'
import { LengthInput } from './LengthInput'

type Draft = Record<string, unknown> & { id: string }

/** The sheet of a drawn piece: what it is made of, what it is called. */
export function PieceSheet({
  site,
  piece,
  onGone,
  children,
}: {
  site: Site
  piece: PieceRef
  onGone: () => void
  children?: ReactNode
}) {
  const record = (site[piece.collection] as unknown as Draft[]).find(({ id }) => id === piece.id)
  const [draft, set] = useDraft<Draft>(record ?? { id: piece.id })
  const { edit, problems, busy } = usePlanEdit(undefined, 'draft')
  const gone = usePlanEdit(onGone)
  if (!record) return <p className="px-4 py-3 text-soft">It is not on the chart any more.</p>
  const kind = KIND_NAMES[piece.collection]
  return (
    <section className="px-4 py-3" aria-label={`Sheet of this ${kind.toLowerCase()}`}>
      <h2 className="mb-1">{kind}</h2>
      {children}
      <EditForm
        problems={[...problems, ...gone.problems]}
        busy={busy || gone.busy}
        onSave={() =>
          edit(`Change ${kind.toLowerCase()} ${typeof draft.name === 'string' ? draft.name : ''}`.trim(), [
            { op: 'put', collection: piece.collection, record: draft as unknown as AnyRecord },
          ])
        }
        onRemove={() => gone.edit(`Take a ${kind.toLowerCase()} off the chart`, removed(site, [piece]))}
        removeLabel="Take off the chart"
      >
        {fieldsOf(piece.collection, site).map((field) => (
          <FieldOf key={field.path} field={field} draft={draft} site={site} onChange={set} />
        ))}
      </EditForm>
    </section>
  )
}

/** `ownLossDb.2.4` is the value under "2.4" of `ownLossDb`. */
function partsOf(path: string): [string, string | null] {
  const dot = path.indexOf('.')
  return dot < 0 ? [path, null] : [path.slice(0, dot), path.slice(dot + 1)]
}

function valueAt(draft: Draft, path: string): unknown {
  const [outer, inner] = partsOf(path)
  return inner === null ? draft[outer] : (draft[outer] as Record<string, unknown> | null)?.[inner]
}

function changed(draft: Draft, path: string, value: unknown): Partial<Draft> {
  const [outer, inner] = partsOf(path)
  if (inner === null) return { [outer]: value }
  const before = { ...(draft[outer] as Record<string, unknown> | null) }
  const rest = Object.fromEntries(Object.entries(before).filter(([key]) => key !== inner))
  const after = value === null ? rest : { ...rest, [inner]: value }
  return { [outer]: Object.keys(after).length > 0 ? after : null }
}

function FieldOf({
  field,
  draft,
  site,
  onChange,
}: {
  field: PieceField
  draft: Draft
  site: Site
  onChange: (part: Partial<Draft>) => void
}) {
  const value = valueAt(draft, field.path)
  const to = (next: unknown) => onChange(changed(draft, field.path, next))
  const base = { label: field.label, path: field.path, hint: field.hint }
  switch (field.kind) {
    case 'text':
      return <TextInput {...base} value={typeof value === 'string' ? value : ''} onChange={to} />
    case 'number':
      return <NumberInput {...base} value={typeof value === 'number' ? value : null} onChange={to} />
    case 'length':
      return (
        <LengthInput
          {...base}
          unit={site.ground.units}
          metres={typeof value === 'number' ? value : null}
          onChange={to}
        />
      )
    case 'choice':
      return (
        <SelectInput
          {...base}
          value={typeof value === 'string' ? value : null}
          choices={field.choices ?? []}
          none={field.none}
          onChange={to}
        />
      )
    case 'check':
      return <CheckInput label={field.label} checked={value === true} onChange={to} />
    case 'levels': {
      const ids = Array.isArray(value) ? (value as string[]) : []
      return (
        <fieldset>
          <legend className="text-[0.9rem] font-medium">{field.label}</legend>
          {site.levels.map(({ id, name }) => (
            <CheckInput
              key={id}
              label={name}
              checked={ids.includes(id)}
              onChange={(on) => to(on ? [...ids, id] : ids.filter((one) => one !== id))}
            />
          ))}
        </fieldset>
      )
    }
  }
}
