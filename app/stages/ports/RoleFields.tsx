import { isEnterprise, profileOf, ssidsOn } from '~/core/site'
import type { Addressing, AirUplink, Device, HouseholdRole, Uplink } from '~/core/site'
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

/** What the same case is used as, and how it hangs on the rest. */
export function RoleFields({ draft, set }: Part) {
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
      {byRadio && <AirFields draft={draft} onChange={(air) => set({ air })} />}
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

/** The box it hangs on by radio, and the SSID it joins there; none for a bridge. */
function AirFields({ draft, onChange }: { draft: Device; onChange: (air: AirUplink | null) => void }) {
  const { site } = useSite()
  const parent = site.devices.find(({ id }) => id === draft.air?.deviceId)
  const offered = parent ? ssidsOn(site, parent) : []
  const ssid = offered.find(({ id }) => id === draft.air?.ssidId)
  const enterprise = isEnterprise(ssid && profileOf(site, ssid))
  return (
    <fieldset className="grid items-end gap-3 border border-line p-3 sm:grid-cols-2">
      <legend className="px-1 text-[0.9rem] font-medium">By radio</legend>
      <SelectInput
        label="Hangs on"
        path="air.deviceId"
        value={draft.air?.deviceId ?? null}
        none="nothing: it has a cable"
        choices={site.devices
          .filter(({ id, kind }) => id !== draft.id && (kind === 'accessPoint' || kind === 'router'))
          .map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(deviceId) =>
          onChange(deviceId ? { deviceId, ssidId: null, enterprise: draft.air?.enterprise ?? false } : null)
        }
      />
      {draft.air && (
        <SelectInput
          label="Joins"
          path="air.ssidId"
          value={draft.air.ssidId}
          none="no SSID: a bridge that carries whole frames"
          choices={offered.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(ssidId) => draft.air && onChange({ ...draft.air, ssidId })}
        />
      )}
      {draft.air && enterprise && (
        <CheckInput
          label="Its own profile is set to enterprise"
          checked={draft.air.enterprise}
          onChange={(on) => draft.air && onChange({ ...draft.air, enterprise: on })}
        />
      )}
    </fieldset>
  )
}
