import { useRecordForm } from '../../forms/useRecordForm'
import { controllers, kindOf } from '~/core/plan'
import {
  freeFixedAddress,
  ipText,
  isIp,
  isPrivate,
  overlaps,
  parseSubnet,
  poolFrom,
  poolProblems,
  poolSize,
} from '~/core/network/addressing'
import type { Subnet } from '~/core/network/addressing'
import type { Network, Pool, Purpose, Site } from '~/core/plan'
import { EditForm } from '../../components/EditForm'
import { FlagCloth } from '../../components/Flag'
import { CheckInput, NumberInput, SelectInput, TextInput } from '../../components/inputs'
import { useSite } from '../../hooks/useSite'

const PURPOSES: { value: Purpose; label: string }[] = [
  { value: 'management', label: 'the gear itself (management)' },
  { value: 'staff', label: 'staff' },
  { value: 'tills', label: 'tills' },
  { value: 'cameras', label: 'cameras' },
  { value: 'guests', label: 'guests' },
  { value: 'other', label: 'something else' },
]

interface Props {
  network: Network
  isNew: boolean
  onDone: () => void
}

export function NetworkForm({ network, isNew, onDone }: Props) {
  const { site } = useSite()
  const { draft, set, form } = useRecordForm({
    collection: 'networks',
    noun: 'network',
    record: network,
    isNew,
    onTaken: onDone,
  })
  const parsed = parseSubnet(draft.subnet)
  const subnet = parsed.ok ? parsed.value : null
  return (
    <EditForm {...form}>
      <div className="grid gap-3 sm:grid-cols-[2fr_1fr_2fr]">
        <TextInput label="Name" path="name" value={draft.name} onChange={(name) => set({ name })} />
        <NumberInput
          label="VLAN id"
          path="vlanId"
          value={draft.vlanId}
          min={1}
          max={4094}
          onChange={(vlanId) => set({ vlanId: vlanId ?? 0 })}
          hint={
            <span className="inline-flex items-center gap-1.5">
              its flag <FlagCloth vlanId={draft.vlanId} size={13} />
            </span>
          }
        />
        <SelectInput
          label="For"
          path="purpose"
          value={draft.purpose}
          choices={PURPOSES}
          onChange={(purpose) => set({ purpose: (purpose ?? 'other') as Purpose })}
        />
      </div>
      <div className="grid gap-3 sm:grid-cols-2">
        <TextInput
          label="Subnet"
          path="subnet"
          mono
          value={draft.subnet}
          onChange={(value) => set({ subnet: value.trim() })}
          hint={parsed.ok ? subnetWords(parsed.value, site, draft) : parsed.problems[0]?.message}
        />
        <TextInput
          label="Gateway"
          path="gateway"
          mono
          value={draft.gateway ?? ''}
          onChange={(value) => set({ gateway: value.trim() || null })}
          hint={
            subnet && !draft.gateway
              ? `First free: ${freeFixedAddress(subnet, draft, []) ?? 'none'}`
              : 'The router’s own address in this network.'
          }
        />
      </div>
      <PoolFields draft={draft} subnet={subnet} onChange={(pool) => set({ pool })} />
      <div className="grid gap-3 sm:grid-cols-[2fr_1fr]">
        <TextInput
          label="Name servers"
          path="nameServers"
          mono
          value={draft.nameServers.join(', ')}
          onChange={(value) => set({ nameServers: value === '' ? [] : value.split(/[,\s]+/) })}
          hint="Addresses with commas between. Set on purpose; the gateway usually forwards."
        />
        <NumberInput
          label="Clients expected"
          path="expectedClients"
          value={draft.expectedClients}
          min={0}
          onChange={(value) => set({ expectedClients: value ?? 0 })}
        />
      </div>
      <div className="grid gap-3 sm:grid-cols-2">
        <DeviceSelect
          label="Routed by"
          path="routedBy"
          site={site}
          value={draft.routedBy}
          onChange={(routedBy) => set({ routedBy })}
        />
        <DeviceSelect
          label="Addresses served by"
          path="servedBy"
          site={site}
          value={draft.servedBy}
          onChange={(servedBy) => set({ servedBy })}
        />
      </div>
      <div className="flex flex-wrap gap-x-6">
        <CheckInput
          label="Its addresses are translated towards the internet"
          checked={draft.translated}
          onChange={(translated) => set({ translated })}
        />
        <CheckInput
          label="The router relays requests to a server elsewhere"
          checked={draft.relayed}
          onChange={(relayed) => set({ relayed })}
        />
      </div>
      <div className="grid gap-3 sm:grid-cols-2">
        <SelectInput
          label="Leases point at the controller"
          path="announcedControllerId"
          value={draft.announcedControllerId}
          none="none"
          choices={controllers(site).map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(announcedControllerId) => set({ announcedControllerId })}
        />
        {draft.announcedControllerId && (
          <SelectInput
            label="By DHCP option"
            path="announcedBy"
            value={draft.announcedBy}
            choices={[
              { value: '138', label: '138 (CAPWAP)' },
              { value: '43', label: '43 (maker’s own)' },
              { value: 'both', label: 'both' },
            ]}
            onChange={(by) => set({ announcedBy: by === '43' || by === 'both' ? by : '138' })}
          />
        )}
      </div>
    </EditForm>
  )
}

function subnetWords(subnet: Subnet, site: Site, draft: Network): string {
  const clash = site.networks.find((other) => {
    const theirs = parseSubnet(other.subnet)
    return other.id !== draft.id && theirs.ok && overlaps(subnet, theirs.value)
  })
  const range = `Usable ${ipText(subnet.firstUsable)} to ${ipText(subnet.lastUsable)}, ${subnet.usable} hosts, mask ${subnet.mask}.`
  const open = isPrivate(ipText(subnet.network))
    ? ''
    : ' These addresses are not set aside for private use (RFC 1918).'
  return clash ? `${range} Overlaps ${clash.name} (${clash.subnet}).` : `${range}${open}`
}

function PoolFields({
  draft,
  subnet,
  onChange,
}: {
  draft: Network
  subnet: Subnet | null
  onChange: (pool: Pool | null) => void
}) {
  const pool = draft.pool
  const legal = pool !== null && isIp(pool.start) && isIp(pool.end)
  const problem = pool && subnet ? poolProblems(pool, subnet, draft.gateway)[0]?.message : undefined
  const set = (part: Partial<Pool>) => {
    const next = { start: pool?.start ?? '', end: pool?.end ?? '', ...part }
    onChange(next.start === '' && next.end === '' ? null : next)
  }
  return (
    <div className="grid gap-3 sm:grid-cols-[2fr_2fr_1fr]">
      <TextInput
        label="Pool from"
        path="pool.start"
        mono
        value={pool?.start ?? ''}
        onChange={(start) => set({ start: start.trim() })}
        hint={problem ?? (pool ? undefined : 'Empty: no addresses are handed out.')}
      />
      <TextInput
        label="to"
        path="pool.end"
        mono
        value={pool?.end ?? ''}
        onChange={(end) => set({ end: end.trim() })}
      />
      <NumberInput
        label="Count"
        path="pool.count"
        value={legal ? poolSize(pool) : null}
        min={1}
        onChange={(count) =>
          pool &&
          isIp(pool.start) &&
          count !== null &&
          count > 0 &&
          count <= 1048576 &&
          onChange(poolFrom(pool.start, count))
        }
        hint="start + count"
      />
    </div>
  )
}

interface DeviceSelectProps {
  label: string
  path: string
  site: Site
  value: string | null
  onChange: (id: string | null) => void
}

const DeviceSelect = ({ label, path, site, value, onChange }: DeviceSelectProps) => (
  <SelectInput
    label={label}
    path={path}
    value={value}
    none="nobody"
    choices={site.devices
      .filter((device) => kindOf(device).mayServe)
      .map(({ id, name }) => ({ value: id, label: name }))}
    onChange={onChange}
  />
)
