import { DEVICE_KINDS, GENERATIONS, KINDS, WIDTHS_MHZ } from '~/core/plan'
import type { CapacityRow, DeviceType, LedMeaning, PortSpec, RadioSpec } from '~/core/plan'
import { EditForm } from '../../components/EditForm'
import { Field } from '../../components/Field'
import { RowsEditor } from '../../components/RowsEditor'
import type { Column } from '../../components/RowsEditor'
import { Fields } from '../../forms/Fields'
import type { FieldSpec } from '../../forms/fieldSpec'
import { useRecordForm } from '../../forms/useRecordForm'

interface Props {
  type: DeviceType
  isNew: boolean
  onDone: () => void
}

/** A device type from its sheet and its carton: what staging from the carton has to know. */
export function TypeForm({ type, isNew, onDone }: Props) {
  const { draft, set, form } = useRecordForm<DeviceType>({
    collection: 'deviceTypes',
    record: type,
    noun: 'device type',
    isNew,
    onTaken: onDone,
  })
  const lines = (key: 'inCarton' | 'notInCarton' | 'mounts' | 'meshesWith', label: string) => (
    <Field label={`${label}, one a line`} path={key}>
      {(ids) => (
        <textarea
          {...ids}
          className="field min-h-16"
          value={draft[key].join('\n')}
          onChange={({ target }) => set({ [key]: target.value === '' ? [] : target.value.split('\n') })}
        />
      )}
    </Field>
  )
  return (
    <EditForm {...form}>
      <div className="grid items-end gap-3 sm:grid-cols-3">
        <Fields specs={WHAT} draft={draft} onChange={set} />
      </div>
      <RowsEditor
        title="Ports"
        columns={PORTS}
        rows={draft.ports}
        fresh={() => freshPort(draft.ports)}
        onChange={(ports) => set({ ports })}
      />
      <RowsEditor
        title="Radios"
        columns={RADIOS}
        rows={draft.radios}
        fresh={freshRadio}
        onChange={(radios) => set({ radios })}
      />
      <fieldset className="grid items-end gap-3 border border-line p-3 sm:grid-cols-3">
        <legend className="px-1 text-[0.9rem] font-medium">From the factory</legend>
        <Fields
          specs={FACTORY}
          draft={draft.factory}
          at="factory"
          onChange={(part) => set({ factory: { ...draft.factory, ...part } })}
        />
      </fieldset>
      <fieldset className="grid items-end gap-3 border border-line p-3 sm:grid-cols-3">
        <legend className="px-1 text-[0.9rem] font-medium">Power, case, antennas</legend>
        <Fields specs={CASE} draft={draft} onChange={set} />
      </fieldset>
      <div className="grid gap-3 sm:grid-cols-2">
        {lines('inCarton', 'In the carton')}
        {lines('notInCarton', 'Not in the carton')}
        {lines('mounts', 'Mounts')}
        {lines('meshesWith', 'Families it meshes with')}
      </div>
      <RowsEditor
        title="LEDs and what they mean"
        columns={LEDS}
        rows={draft.leds.map((row) => ({ ...row, means: row.means.join(', ') }))}
        fresh={() => ({ led: 'status', colour: '', pattern: 'steady' as const, means: '' })}
        onChange={(rows) =>
          set({
            leds: rows.map((row): LedMeaning => ({
              ...row,
              means: row.means.split(/\s*,\s*/).filter(Boolean),
            })),
          })
        }
      />
      <fieldset className="grid items-end gap-3 border border-line p-3 sm:grid-cols-4">
        <legend className="px-1 text-[0.9rem] font-medium">Managing others</legend>
        <Fields specs={MANAGES} draft={draft} onChange={set} />
      </fieldset>
      <RowsEditor
        title="Sizes of the machine that it runs on, from small to large"
        columns={SIZES}
        rows={draft.capacity}
        fresh={() => draft.capacity.at(-1) ?? FIRST_SIZE}
        onChange={(capacity) => set({ capacity })}
      />
    </EditForm>
  )
}

const WHAT: FieldSpec[] = [
  { path: 'name', label: 'Name, without its maker', kind: 'text' },
  {
    path: 'kind',
    label: 'Kind',
    kind: 'choice',
    choices: DEVICE_KINDS.map((value) => ({ value, label: KINDS[value].noun })),
  },
  { path: 'currentFirmware', label: 'Firmware of today', kind: 'mono', emptyIsNull: true },
]

const FACTORY: FieldSpec[] = [
  {
    path: 'addressing',
    label: 'Its address',
    kind: 'choice',
    choices: [
      { value: 'dhcp', label: 'asks for one' },
      { value: 'fixed', label: 'fixed, on its label' },
      { value: 'none', label: 'none: it has no page' },
    ],
  },
  {
    path: 'ip',
    label: 'Address on its label',
    kind: 'mono',
    emptyIsNull: true,
    hint: 'or what it falls back to',
  },
  { path: 'prefixLength', label: 'Mask /', kind: 'number', empty: 24 },
  { path: 'servesAddresses', label: 'Its address server is on', kind: 'check' },
  { path: 'login', label: 'Login on its label', kind: 'text' },
  { path: 'ssid', label: 'SSID on its label', kind: 'text' },
  { path: 'poeOn', label: 'Its ports give power at once', kind: 'check' },
  { path: 'firmware', label: 'Firmware in the carton', kind: 'mono', emptyIsNull: true },
]

const CASE: FieldSpec[] = [
  { path: 'poeClass', label: 'PoE class, 0 to 8', kind: 'number' },
  { path: 'drawW', label: 'Draws at most, W', kind: 'number' },
  { path: 'poeBudgetW', label: 'Gives in all, W', kind: 'number' },
  { path: 'passThroughW', label: 'Hands on, W', kind: 'number' },
  {
    path: 'applies',
    label: 'A change takes effect',
    kind: 'choice',
    choices: [
      { value: 'together', label: 'saved, then applied together' },
      { value: 'atOnce', label: 'at once, one by one' },
      { value: 'reboot', label: 'saved, and it restarts' },
    ],
  },
  { path: 'outdoorRating', label: 'Outdoor rating', kind: 'mono', emptyIsNull: true, placeholder: 'IP65' },
  {
    path: 'antennas',
    label: 'Antennas',
    kind: 'choice',
    choices: [
      { value: 'builtIn', label: 'built in' },
      { value: 'connectors', label: 'on connectors' },
    ],
  },
  { path: 'connector', label: 'Connector', kind: 'text', placeholder: 'N female' },
  { path: 'family', label: 'Its family', kind: 'text' },
]

const MANAGES: FieldSpec[] = [
  { path: 'managesFree', label: 'Managed without a licence', kind: 'number', empty: 0 },
  { path: 'maxAccessPoints', label: 'Access points at most', kind: 'number' },
  { path: 'minimumFirmware', label: 'Takes firmware from', kind: 'mono', emptyIsNull: true },
  { path: 'needsLicence', label: 'Needs a licence itself', kind: 'check' },
]

const PORTS: Column<PortSpec>[] = [
  { key: 'number', label: 'No.', kind: 'number', width: 'w-16' },
  { key: 'label', label: 'On the case', kind: 'text' },
  {
    key: 'role',
    label: 'Side',
    kind: 'choice',
    choices: [
      { value: 'lan', label: 'LAN' },
      { value: 'wan', label: 'WAN' },
    ],
  },
  {
    key: 'maxMbps',
    label: 'Mbit/s',
    kind: 'choice',
    choices: [10, 100, 1000, 2500, 5000, 10000].map((rate) => ({ value: String(rate), label: String(rate) })),
  },
  {
    key: 'pse',
    label: 'Gives PoE',
    kind: 'choice',
    none: 'no',
    choices: ['802.3af', '802.3at', '802.3bt-3', '802.3bt-4'].map((value) => ({ value, label: value })),
  },
]

const freshPort = (ports: PortSpec[]): PortSpec => {
  const number = Math.max(0, ...ports.map((port) => port.number)) + 1
  return { ...(ports.at(-1) ?? { role: 'lan', maxMbps: 1000, pse: null }), number, label: String(number) }
}

const RADIOS: Column<RadioSpec>[] = [
  {
    key: 'band',
    label: 'GHz',
    kind: 'choice',
    choices: ['2.4', '5', '6'].map((value) => ({ value, label: value })),
  },
  {
    key: 'generation',
    label: '802.11',
    kind: 'choice',
    choices: GENERATIONS.map((value) => ({ value, label: value })),
  },
  { key: 'streams', label: 'Streams', kind: 'number' },
  {
    key: 'maxWidthMhz',
    label: 'Width, MHz',
    kind: 'choice',
    choices: WIDTHS_MHZ.map((width) => ({ value: String(width), label: String(width) })),
  },
  { key: 'antennaGainDbi', label: 'Gain, dBi', kind: 'number' },
  { key: 'maxPowerDbm', label: 'Power, dBm', kind: 'number' },
]

const freshRadio = (): RadioSpec => ({
  band: '5',
  generation: 'ax',
  streams: 2,
  maxWidthMhz: 80,
  antennaGainDbi: 3,
  maxPowerDbm: 20,
})

const LEDS: Column<{ led: string; colour: string; pattern: LedMeaning['pattern']; means: string }>[] = [
  { key: 'led', label: 'LED', kind: 'text' },
  { key: 'colour', label: 'Colour', kind: 'text' },
  {
    key: 'pattern',
    label: 'Shows',
    kind: 'choice',
    choices: [
      { value: 'dark', label: 'dark' },
      { value: 'steady', label: 'steady' },
      { value: 'slow', label: 'slow flash' },
      { value: 'quick', label: 'quick flash' },
    ],
  },
  { key: 'means', label: 'Means', kind: 'text' },
]

const SIZES: Column<CapacityRow>[] = [
  { key: 'accessPoints', label: 'Access points', kind: 'number' },
  { key: 'clients', label: 'Clients', kind: 'number' },
  { key: 'vcpus', label: 'vCPUs', kind: 'number' },
  { key: 'memoryGb', label: 'Memory, GB', kind: 'number' },
  { key: 'diskGb', label: 'Disk, GB', kind: 'number' },
]
const FIRST_SIZE: CapacityRow = { accessPoints: 25, clients: 500, vcpus: 2, memoryGb: 4, diskGb: 40 }
