import { useState } from 'react'
import { readLength } from '~/core/plan/drawing'
import { distanceM } from '~/core/plan'
import type { Point, Site, Underlay } from '~/core/plan'
import { Dialog } from '../../components/Dialog'
import { EditForm } from '../../components/EditForm'
import { TextInput } from '../../components/inputs'
import { usePlanEdit } from '../../hooks/usePlanEdit'

interface Props {
  site: Site
  underlayId: string | null
  ends: [Point, Point] | null
  onClose: () => void
}

/** How far two spots of a picture really are from each other: the picture is made to fit, the first spot staying. */
export function ScaleDialog({ site, underlayId, ends, onClose }: Props) {
  const underlay = site.underlays.find(({ id }) => id === underlayId)
  return (
    <Dialog
      open={ends !== null && underlay !== undefined}
      onClose={onClose}
      title="Scale the picture"
      says="How far are the two points from each other in truth?"
    >
      {ends && underlay && <ScaleForm site={site} underlay={underlay} ends={ends} onDone={onClose} />}
    </Dialog>
  )
}

function ScaleForm({
  site,
  underlay,
  ends: [from, to],
  onDone,
}: {
  site: Site
  underlay: Underlay
  ends: [Point, Point]
  onDone: () => void
}) {
  const [text, setText] = useState('')
  const { edit, problems, busy } = usePlanEdit(onDone)
  const length = readLength(text, site.ground.units)
  const apart = distanceM(from, to)
  return (
    <EditForm
      problems={text === '' || length.ok ? problems : length.problems}
      busy={busy || !length.ok || apart === 0}
      saveLabel="Scale it"
      onSave={() => {
        if (!length.ok || apart === 0) return
        const factor = length.value / apart
        const at: Point = [
          from[0] + (underlay.at[0] - from[0]) * factor,
          from[1] + (underlay.at[1] - from[1]) * factor,
        ]
        edit('Scale a picture', [
          {
            op: 'put',
            collection: 'underlays',
            record: { ...underlay, at, metresPerPx: underlay.metresPerPx * factor },
          },
        ])
      }}
    >
      <TextInput
        label="Length"
        path="length"
        value={text}
        placeholder={site.ground.units === 'ft' ? '40 ft' : '12.4'}
        hint={`They are ${apart.toFixed(2)} m apart on the chart now.`}
        onChange={setText}
      />
    </EditForm>
  )
}
