import { FileDown, FileUp, ListPlus, Package, Plus, ScanBarcode } from 'lucide-react'
import { useEffect, useRef } from 'react'
import { useNavigationType } from 'react-router'
import { kindOf, linkAt, switchingDevices } from '~/core/plan'
import type { Device, Port, Site } from '~/core/plan'
import { StageHead } from '../../components/StageHead'
import { Dialog } from '../../components/Dialog'
import { later } from '../../components/later'
import { usePanel } from '../../hooks/usePanel'
import { useSelectedPorts } from '../../hooks/useSelectedPorts'
import { useSite } from '../../hooks/useSite'
import { AddDevice } from './AddDevice'
import { BulkForm } from './BulkForm'
import { DeviceForm } from './DeviceForm'
import { DeviceList } from './DeviceList'
import { FilterBar, useDeviceFilter } from './FilterBar'
import { PortForm } from './PortForm'
import { PortHelper } from './PortHelper'
import { StripStack } from './StripStack'
import { SwitchChart } from './SwitchChart'
import { chartDevices } from './chartLayout'
import { filtered } from './deviceFilter'

const CsvDialog = later(() => import('./CsvDialog').then((part) => part.CsvDialog))
const GearListDialog = later(() => import('./GearList').then((part) => part.GearListDialog))
const LabelsDialog = later(() => import('./LabelsDialog').then((part) => part.LabelsDialog))
const TypesDialog = later(() => import('./TypesDialog').then((part) => part.TypesDialog))

export default function Ports() {
  const { site, revision, findings } = useSite()
  const { search, set } = usePanel()
  const { ends } = useSelectedPorts()
  const filter = useDeviceFilter()
  const device = site.devices.find(({ id }) => id === search.get('device'))
  const port = device?.ports.find(({ number }) => number === Number(search.get('port')))
  const troubled = new Set(findings.flatMap(({ where }) => where.map(({ id }) => id)))
  const strips = filtered(site, switchingDevices(site), filter, troubled)
  const listed = filtered(site, site.devices, filter, troubled)
  const chosen = device && port ? { deviceId: device.id, port: port.number } : null
  const form = useRef<HTMLDivElement>(null)
  const cameBy = useNavigationType()
  const asked = `${device?.id ?? ''} ${port?.number ?? ''}`
  useEffect(() => {
    // Who comes by a link sees what it names; who chooses on the page is left where he is.
    if (cameBy === 'REPLACE' || asked.trim() === '') return
    const [id, number] = asked.split(' ')
    const shown = number
      ? form.current
      : document.querySelector(`[data-device-row="${CSS.escape(id ?? '')}"]`)
    shown?.scrollIntoView({ block: 'center' })
  }, [cameBy, asked])
  const choose = (deviceId: string, number: number) => set({ device: deviceId, port: String(number) })
  return (
    <>
      <StageHead title="Ports" says="Each socket with its VLANs, its power, and what is plugged in there.">
        <a className="button" href="../csv?what=ports">
          <FileDown size={16} aria-hidden /> Save as CSV
        </a>
        <button className="button" onClick={() => set({ csv: 'ports' })}>
          <FileUp size={16} aria-hidden /> Read a CSV
        </button>
        <button className="button" onClick={() => set({ types: '' })}>
          <Package size={16} aria-hidden /> Device types
        </button>
        <button className="button" onClick={() => set({ gear: 'list' })}>
          <ListPlus size={16} aria-hidden /> Gear list
        </button>
        <button className="button" onClick={() => set({ gear: 'labels' })}>
          <ScanBarcode size={16} aria-hidden /> Labels
        </button>
        <button className="button" onClick={() => set({ device: 'new', port: null })}>
          <Plus size={16} aria-hidden /> Add a device
        </button>
      </StageHead>
      <FilterBar shown={listed.length} all={site.devices.length} />
      <div className="space-y-5">
        <SwitchChart
          devices={chartDevices(site, strips, device)}
          all={strips.length}
          chosen={chosen}
          onChoose={choose}
        />
        <div ref={form} className="grid scroll-mt-3 items-start gap-5 @4xl:grid-cols-2">
          {ends.length > 1 ? (
            <BulkForm key={revision} />
          ) : device && port ? (
            <PortForm key={asItIs(site, device, port)} device={device} port={port} />
          ) : (
            <p className="sheet self-start px-4 py-6 text-soft">
              Choose a port to see and change it. With ctrl, shift or the space bar several are chosen and
              changed at once.
            </p>
          )}
          {isSwitch(device) && <PortHelper key={device.id} device={device} />}
        </div>
        <StripStack devices={strips} chosen={chosen} onChoose={choose} />
        {strips.length === 0 && (
          <p className="sheet px-4 py-6 text-center text-soft">
            {site.devices.length === 0
              ? 'No switch yet. Add one, and its ports stand here side by side.'
              : 'No device with ports matches.'}
          </p>
        )}
        <DeviceList devices={listed} />
      </div>
      <Dialog
        open={search.get('device') === 'new'}
        onClose={() => set({ device: null })}
        title="Add a device"
        says="Choose what it is; its ports and radios come with the type."
      >
        <AddDevice onDone={(id) => set({ device: id })} />
      </Dialog>
      <AskedDialogs search={search} />
      <Dialog
        wide
        open={device !== undefined && !port && search.get('edit') === 'device'}
        onClose={() => set({ edit: null })}
        title={device?.name ?? ''}
      >
        {device && <DeviceForm key={device.id} device={device} onDone={() => set({ edit: null })} />}
      </Dialog>
    </>
  )
}

/** The dialogs that the address asks for. */
const AskedDialogs = ({ search }: { search: URLSearchParams }) => (
  <>
    {search.get('csv') !== null && <CsvDialog />}
    {search.get('gear') === 'list' && <GearListDialog />}
    {search.get('gear') === 'labels' && <LabelsDialog />}
    {search.get('types') !== null && <TypesDialog />}
  </>
)

/** A port and its cable as they are in the plan: what is typed into the form goes on for as long as they stay so. */
const asItIs = (site: Site, { id }: Device, port: Port): string =>
  JSON.stringify([id, port, linkAt(site, { deviceId: id, port: port.number }) ?? null])

const isSwitch = (device: Device | undefined): device is Device =>
  device !== undefined && kindOf(device).switching === 'managed'
