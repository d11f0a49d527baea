import type { ReactNode } from 'react'
import { removed } from '~/core/plan/drawing'
import type { PieceRef } from '~/core/plan/drawing'
import type { AnyRecord, Site } from '~/core/plan'
import { EditForm } from '../../components/EditForm'
import { Fields } from '../../forms/Fields'
import type { Draft } from '../../forms/fieldSpec'
import { useEditForm } from '../../forms/useEditForm'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { KIND_NAMES, fieldsOf } from './pieceFields'

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
  const kind = KIND_NAMES[piece.collection]
  const { draft, set, form } = useEditForm<Draft>({
    initial: record ?? { id: piece.id },
    label: ({ name }) => `Change ${kind.toLowerCase()} ${typeof name === 'string' ? name : ''}`.trim(),
    edits: (now) => [{ op: 'put', collection: piece.collection, record: now as unknown as AnyRecord }],
  })
  const gone = usePlanEdit(onGone)
  if (!record) return <p className="px-4 py-3 text-soft">It is not on the chart any more.</p>
  return (
    <section className="px-4 py-3" aria-label={`Sheet of this ${kind.toLowerCase()}`}>
      <h2 className="mb-1">{kind}</h2>
      {children}
      <EditForm
        {...form}
        problems={[...form.problems, ...gone.problems]}
        busy={form.busy || gone.busy}
        onRemove={() => gone.edit(`Take a ${kind.toLowerCase()} off the chart`, removed(site, [piece]))}
        removeLabel="Take off the chart"
      >
        <Fields specs={fieldsOf(piece.collection, site)} draft={draft} onChange={set} />
      </EditForm>
    </section>
  )
}
