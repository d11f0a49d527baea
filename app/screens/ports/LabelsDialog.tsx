import { useState } from 'react'
import type { Device, Edit } from '~/core/plan'
import { Dialog } from '../../components/Dialog'
import { Problems } from '../../components/Problems'
import { usePanel } from '../../hooks/usePanel'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { useSite } from '../../hooks/useSite'
import { macFrom } from './macFrom'

/** Serial numbers and hardware addresses off the labels: typed, pasted, or by a scanner that types and ends with enter. */
export function LabelsDialog() {
  const { search, set } = usePanel()
  const close = () => set({ gear: null })
  return (
    <Dialog
      wide
      open={search.get('gear') === 'labels'}
      onClose={close}
      title="Labels read in"
      says="Go from device to device with the scanner: enter goes on to the next field. An address may come without its colons."
    >
      <LabelsForm onDone={close} />
    </Dialog>
  )
}

type Read = Record<string, { mac?: string; serial?: string }>

function LabelsForm({ onDone }: { onDone: () => void }) {
  const { site } = useSite()
  const [read, setRead] = useState<Read>({})
  const { edit, problems, busy } = usePlanEdit(onDone, 'draft')
  const changed = site.devices.flatMap((device): Edit[] => {
    const next = { ...device, ...meant(device, read[device.id]) }
    return next.mac === device.mac && next.serial === device.serial
      ? []
      : [{ op: 'put', collection: 'devices', record: next }]
  })
  const say = (id: string, part: { mac?: string; serial?: string }) =>
    setRead({ ...read, [id]: { ...read[id], ...part } })
  return (
    <form
      noValidate
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault()
        if (changed.length > 0) edit(`Labels of ${changed.length} devices`, changed)
      }}
    >
      <div
        className="max-h-[50vh] overflow-y-auto"
        tabIndex={0}
        role="group"
        aria-label="Devices and their labels"
      >
        <table className="plain">
          <thead>
            <tr>
              <th>Device</th>
              <th>Hardware address</th>
              <th>Serial number</th>
            </tr>
          </thead>
          <tbody>
            {site.devices.map((device) => (
              <tr key={device.id}>
                <td>{device.name}</td>
                {(['mac', 'serial'] as const).map((field) => (
                  <td key={field}>
                    <input
                      aria-label={`${field === 'mac' ? 'Hardware address' : 'Serial number'} of ${device.name}`}
                      className="field figures"
                      autoComplete="off"
                      spellCheck={false}
                      value={read[device.id]?.[field] ?? device[field] ?? ''}
                      onKeyDown={(event) => {
                        if (event.key !== 'Enter') return
                        event.preventDefault()
                        onwards(event.currentTarget)
                      }}
                      onChange={(event) => say(device.id, { [field]: event.target.value })}
                    />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <Problems problems={problems} />
      <button className="button button-main" disabled={busy || changed.length === 0}>
        Save {changed.length} {changed.length === 1 ? 'label' : 'labels'}
      </button>
    </form>
  )
}

function meant(device: Device, read: Read[string] | undefined): Pick<Device, 'mac' | 'serial'> {
  const mac = read?.mac === undefined ? device.mac : macFrom(read.mac) || null
  const serial = read?.serial === undefined ? device.serial : read.serial.trim() || null
  return { mac, serial }
}

/** To the next field of the table, as a scanner wants it. */
function onwards(from: HTMLInputElement): void {
  const all = [...(from.closest('table')?.querySelectorAll<HTMLInputElement>('input') ?? [])]
  all[all.indexOf(from) + 1]?.focus()
}
