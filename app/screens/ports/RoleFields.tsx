import type { Addressing, Device, HouseholdRole, Uplink } from '~/core/plan'
import { AirFields } from '../../components/AirFields'
import { CheckInput, NumberInput, SelectInput, TextInput } from '../../components/inputs'
import { useSite } from '../../hooks/useSite'

interface Part {
  draft: Device
  set: (part: Partial<Device>) => void
}

const ROLES: { value: HouseholdRole; label: string }[] = [
  { value: 'plainAp', label: 'plain access point, LAN to LAN' },
  { value: 'innerRouter', label: 'router behind a router, LAN to WAN' },
  { value: 'gateway', label: 'the gateway' },
  { value: 'station', label: 'station: joins an SSID, routes behind it' },
  { value: 'bridgeEnd', label: 'one end of a bridge' },
  { value: 'repeater', label: 'repeater' },
]

const BY_RADIO = new Set<HouseholdRole>(['station', 'bridgeEnd', 'repeater'])
const ROUTING = new Set<HouseholdRole>(['innerRouter', 'gateway'])

/** What the same case is used as, and how it is connected to the rest. */
export function RoleFields({ draft, set }: Part) {
  const { site } = useSite()
  const byRadio = draft.kind === 'station' || (draft.role !== null && BY_RADIO.has(draft.role))
  const routes = draft.kind === 'gateway' || (draft.role !== null && ROUTING.has(draft.role))
  return (
    <>
      {draft.kind === 'modem' && (
        <CheckInput
          label="In bridge mode: it passes the feed on and routes nothing"
          checked={draft.bridgeMode}
          onChange={(bridgeMode) => set({ bridgeMode })}
        />
      )}
      {draft.kind === 'router' && (
        <SelectInput
          label="Used as"
          path="role"
          value={draft.role}
          choices={ROLES}
          onChange={(role) =>
            set({
              role: role as HouseholdRole,
              uplink: ROUTING.has(role as HouseholdRole) ? (draft.uplink ?? freshUplink(draft)) : null,
              air: BY_RADIO.has(role as HouseholdRole) ? draft.air : null,
            })
          }
        />
      )}
      {routes && draft.uplink && (
        <UplinkFields uplink={draft.uplink} onChange={(uplink) => set({ uplink })} />
      )}
      {byRadio && (
        <fieldset className="grid items-end gap-3 border border-line p-3 sm:grid-cols-2">
          <legend className="px-1 text-[0.9rem] font-medium">By radio</legend>
          <AirFields
            site={site}
            draft={draft}
            usualWay={draft.role === 'bridgeEnd' ? 'bridge' : 'station'}
            onChange={(air) => set({ air })}
          />
        </fieldset>
      )}
    </>
  )
}

const freshUplink = (draft: Device): Uplink => ({
  port: draft.ports[0]?.number ?? 1,
  addressing: 'dhcp',
  ip: null,
  prefixLength: null,
  gateway: null,
})

function UplinkFields({ uplink, onChange }: { uplink: Uplink; onChange: (uplink: Uplink) => void }) {
  const set = (part: Partial<Uplink>) => onChange({ ...uplink, ...part })
  return (
    <fieldset className="grid gap-3 border border-line p-3 sm:grid-cols-[1fr_2fr_1fr_2fr]">
      <legend className="px-1 text-[0.9rem] font-medium">Uplink, port {uplink.port}</legend>
      <SelectInput
        label="Address"
        path="uplink.addressing"
        value={uplink.addressing}
        choices={[
          { value: 'dhcp', label: 'by DHCP' },
          { value: 'fixed', label: 'fixed' },
        ]}
        onChange={(value) => set({ addressing: (value ?? 'dhcp') as Addressing })}
      />
      {uplink.addressing === 'fixed' && (
        <>
          <TextInput
            label="IP address of the uplink"
            path="uplink.ip"
            mono
            value={uplink.ip ?? ''}
            onChange={(ip) => set({ ip: ip.trim() || null })}
          />
          <NumberInput
            label="Its mask /"
            path="uplink.prefixLength"
            value={uplink.prefixLength}
            min={0}
            max={32}
            onChange={(prefixLength) => set({ prefixLength })}
          />
          <TextInput
            label="Its gateway"
            path="uplink.gateway"
            mono
            value={uplink.gateway ?? ''}
            onChange={(gateway) => set({ gateway: gateway.trim() || null })}
          />
        </>
      )}
    </fieldset>
  )
}
