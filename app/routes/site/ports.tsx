import { Plus } from 'lucide-react'
import { switchingDevices } from '~/core/site'
import { StageHead } from '../../components/StageHead'
import { Dialog } from '../../components/Dialog'
import { usePanel } from '../../hooks/usePanel'
import { useSite } from '../../hooks/useSite'
import { AddDevice } from '../../stages/ports/AddDevice'
import { DeviceForm } from '../../stages/ports/DeviceForm'
import { DeviceList } from '../../stages/ports/DeviceList'
import { PortForm } from '../../stages/ports/PortForm'
import { QuayStrip } from '../../stages/ports/QuayStrip'

export default function Ports() {
  const { site, revision } = useSite()
  const { search, set } = usePanel()
  const device = site.devices.find(({ id }) => id === search.get('device'))
  const port = device?.ports.find(({ number }) => number === Number(search.get('port')))
  const strips = switchingDevices(site)
  return (
    <>
      <StageHead title="Ports" says="Each socket with its VLANs, its power, and what is moored there.">
        <button className="button" onClick={() => set({ device: 'new', port: null })}>
          <Plus size={16} aria-hidden /> Add a device
        </button>
      </StageHead>
      <div className="space-y-5">
        {strips.map((strip) => (
          <QuayStrip
            key={strip.id}
            device={strip}
            chosen={strip.id === device?.id ? (port?.number ?? null) : null}
            onChoose={(number) => set({ device: strip.id, port: String(number) })}
          />
        ))}
        {strips.length === 0 && (
          <p className="sheet px-4 py-6 text-center text-soft">
            No switch yet. Add one, and its ports lie here like berths along a quay.
          </p>
        )}
        <div className="grid gap-5 @4xl:grid-cols-2">
          {device && port ? (
            <PortForm key={`${device.id} ${port.number} ${revision}`} device={device} port={port} />
          ) : (
            <p className="sheet self-start px-4 py-6 text-soft">Choose a port above to see and change it.</p>
          )}
          <DeviceList />
        </div>
      </div>
      <Dialog
        open={search.get('device') === 'new'}
        onClose={() => set({ device: null })}
        title="Add a device"
        says="Choose what it is; its ports and radios come with the type."
      >
        <AddDevice onDone={(id) => set({ device: id })} />
      </Dialog>
      <Dialog
        wide
        open={device !== undefined && !port && search.get('edit') === 'device'}
        onClose={() => set({ edit: null })}
        title={device?.name ?? ''}
      >
        {device && (
          <DeviceForm key={`${device.id} ${revision}`} device={device} onDone={() => set({ edit: null })} />
        )}
      </Dialog>
    </>
  )
}
