import { capacityNeeded, controllers, kindOf, NEW_CLUSTER, NEW_CONTROLLER, NEW_REMOTE } from '~/core/plan'
import type { ControllerPart, Device, Machine, Site } from '~/core/plan'
import { Field } from '../../components/Field'
import { CheckInput, SelectInput } from '../../components/inputs'
import { networkChoices } from '../../components/networkChoices'
import { Fields } from '../../forms/Fields'
import type { FieldSpec } from '../../forms/fieldSpec'
import { useSite } from '../../hooks/useSite'

interface Part {
  draft: Device
  set: (part: Partial<Device>) => void
}

/** How a device is managed by another, manages others, belongs to a cluster, or stands elsewhere. */
export function FleetFields({ draft, set }: Part) {
  const { site } = useSite()
  const { mayHave, parts } = kindOf(draft)
  const may = (name: 'controller' | 'cluster' | 'remote') => mayHave.includes(name)
  return (
    <>
      {draft.adoption && (
        <Box title="Joining">
          <Fields specs={adoptionFields(site)} draft={draft} onChange={set} />
        </Box>
      )}
      <div className="flex flex-wrap gap-x-6">
        {may('controller') && !parts.includes('controller') && (
          <CheckInput
            label="It manages other devices"
            checked={draft.controller !== null}
            onChange={(on) => set({ controller: on ? { ...NEW_CONTROLLER, form: 'builtIn' } : null })}
          />
        )}
        {may('cluster') && (
          <CheckInput
            label="Member of a cluster"
            checked={draft.cluster !== null}
            onChange={(on) => set({ cluster: on ? NEW_CLUSTER : null })}
          />
        )}
        {may('remote') && (
          <CheckInput
            label="Stands elsewhere and comes in over the internet"
            checked={draft.remote !== null}
            onChange={(on) => set({ remote: on ? NEW_REMOTE : null })}
          />
        )}
      </div>
      {draft.cluster && (
        <Box title="Cluster">
          <Fields specs={CLUSTER} draft={draft} onChange={set} />
        </Box>
      )}
      {draft.remote && (
        <Box title="Elsewhere">
          <Fields specs={REMOTE} draft={draft} onChange={set} />
        </Box>
      )}
      {draft.controller && (
        <ControllerBox
          part={draft.controller}
          draft={draft}
          set={set}
          specs={controllerFields(site)}
          site={site}
        />
      )}
    </>
  )
}

const Box = ({ title, children }: { title: string; children: React.ReactNode }) => (
  <fieldset className="grid items-end gap-3 border border-line p-3 sm:grid-cols-3">
    <legend className="px-1 text-[0.9rem] font-medium">{title}</legend>
    {children}
  </fieldset>
)

interface ControllerBoxProps extends Part {
  site: Site
  part: ControllerPart
  specs: FieldSpec[]
}

function ControllerBox({ part, draft, set, specs, site }: ControllerBoxProps) {
  const put = (change: Partial<ControllerPart>) => set({ controller: { ...part, ...change } })
  return (
    <Box title="Controller">
      <Fields specs={specs} draft={draft} onChange={set} />
      {part.form === 'virtual' && (
        <>
          <CheckInput
            label="Its machine is known"
            checked={part.machine !== null}
            onChange={(on) => put({ machine: on ? { vcpus: 2, memoryGb: 4, diskGb: 40 } : null })}
          />
          {part.machine && <MachineFields machine={part.machine} onChange={(machine) => put({ machine })} />}
        </>
      )}
      <SelectInput
        label="Interfaces, chosen once at its set-up"
        path="controller.interfaces"
        value={String(part.interfaces)}
        choices={[
          { value: '1', label: 'one for everything' },
          { value: '3', label: 'three: page, inside, outside' },
        ]}
        onChange={(value) => put({ interfaces: value === '3' ? 3 : 1 })}
      />
      <Worksheet site={site} draft={draft} />
      <div className="sm:col-span-3">
        <CheckInput
          label="Only listed hardware addresses may join"
          checked={part.allowList !== null}
          onChange={(on) => put({ allowList: on ? [] : null })}
        />
        {part.allowList && (
          <Field label="Allow list, one hardware address a line" path="controller.allowList">
            {(ids) => (
              <textarea
                {...ids}
                className="field min-h-20 font-mono"
                value={part.allowList?.join('\n') ?? ''}
                onChange={(event) =>
                  put({
                    allowList: event.target.value === '' ? [] : event.target.value.split(/\s*\n\s*|\s+/),
                  })
                }
              />
            )}
          </Field>
        )}
      </div>
    </Box>
  )
}

/** What it has to carry, and the size of machine that does, by its type's own table. */
function Worksheet({ site, draft }: { site: Site; draft: Device }) {
  const need = capacityNeeded(site, draft)
  const carries = `${need.accessPoints} access points and ${need.clients} clients`
  return (
    <p className="caption sm:col-span-3">
      {need.kind === 'unsized' && `It is to carry ${carries}. Its type names no sizes.`}
      {need.kind === 'beyond' && `No size of its type carries ${carries}.`}
      {need.kind === 'sized' &&
        `For ${carries} it takes the size for ${need.row.accessPoints}: ${need.row.vcpus} vCPUs, ${need.row.memoryGb} GB memory, ${need.row.diskGb} GB disk.`}
    </p>
  )
}

const MachineFields = ({ machine, onChange }: { machine: Machine; onChange: (machine: Machine) => void }) => (
  <Fields
    specs={MACHINE}
    draft={machine}
    at="controller.machine"
    onChange={(change) => onChange({ ...machine, ...change })}
  />
)

const adoptionFields = (site: Site): FieldSpec[] => [
  {
    path: 'adoption.controllerId',
    label: 'Joins the controller',
    kind: 'choice',
    none: 'none: set up by hand',
    choices: controllers(site).map(({ id, name }) => ({ value: id, label: name })),
  },
  {
    path: 'adoption.pointer',
    label: 'Controller’s address, typed into it',
    kind: 'mono',
    emptyIsNull: true,
    hint: 'empty: it looks for its controller',
  },
]

const CLUSTER: FieldSpec[] = [
  { path: 'cluster.name', label: 'Cluster name', kind: 'text' },
  { path: 'cluster.passphrase', label: 'Cluster passphrase', kind: 'mono', emptyIsNull: true },
  {
    path: 'cluster.priority',
    label: 'Priority',
    kind: 'number',
    empty: 100,
    hint: 'the higher one is master',
  },
  {
    path: 'cluster.sharedIp',
    label: 'Shared address',
    kind: 'mono',
    emptyIsNull: true,
    hint: 'the same on every member',
  },
]

const REMOTE: FieldSpec[] = [
  {
    path: 'remote.latencyMs',
    label: 'Latency there and back, ms',
    kind: 'number',
    none: 'not measured',
  },
  { path: 'remote.householdSsid', label: 'SSID of the house besides', kind: 'text' },
  { path: 'remote.isPageLocked', label: 'Its local page is locked', kind: 'check' },
]

const MACHINE: FieldSpec[] = [
  { path: 'vcpus', label: 'vCPUs', kind: 'number', empty: 1 },
  { path: 'memoryGb', label: 'Memory, GB', kind: 'number', empty: 1 },
  { path: 'diskGb', label: 'Disk, GB', kind: 'number', empty: 1 },
]

const controllerFields = (site: Site): FieldSpec[] => [
  {
    path: 'controller.form',
    label: 'Runs as',
    kind: 'choice',
    choices: [
      { value: 'appliance', label: 'an appliance' },
      { value: 'virtual', label: 'a virtual machine' },
      { value: 'builtIn', label: 'part of this device' },
      { value: 'hosted', label: 'hosted, outside the site' },
    ],
  },
  { path: 'controller.licences', label: 'Licences held', kind: 'number', empty: 0 },
  {
    path: 'controller.publicIp',
    label: 'Public address it announces',
    kind: 'mono',
    emptyIsNull: true,
    hint: 'for access points that come in from outside',
  },
  {
    path: 'controller.stagingNetworkId',
    label: 'Staging interface in',
    kind: 'choice',
    none: 'no interface of its own',
    choices: networkChoices(site),
  },
  { path: 'controller.timeServer', label: 'Time server', kind: 'mono', emptyIsNull: true },
  { path: 'controller.dnsName', label: 'Name at the name server', kind: 'mono', emptyIsNull: true },
  { path: 'controller.encryptsTunnels', label: 'Encrypts the tunnels', kind: 'check' },
  { path: 'controller.encryptionLicence', label: 'Holds the licence for that', kind: 'check' },
  { path: 'controller.isSetUp', label: 'First set-up is done', kind: 'check' },
]
