import { HOUSEHOLD_ROLES, ROLES, isHouseholdRouter, roleOf } from '~/core/plan'
import type { Addressing, Device, HouseholdRole, RouterPart, Uplink } from '~/core/plan'
import { AirFields } from '../../components/AirFields'
import { CheckInput, NumberInput, SelectInput, TextInput } from '../../components/inputs'
import { useSite } from '../../hooks/useSite'

interface Part {
  draft: Device
  set: (part: Partial<Device>) => void
}

const USES: Record<HouseholdRole, string> = {
  plainAp: 'plain access point, LAN to LAN',
  innerRouter: 'router behind a router, LAN to WAN',
  gateway: 'the gateway',
  station: 'station: joins an SSID, routes behind it',
  bridgeEnd: 'one end of a bridge',
  repeater: 'repeater',
}

/** What the same case is used as, and how it is connected to the rest. */
export function RoleFields({ draft, set }: Part) {
  const { site } = useSite()
  const { modem, router } = draft
  const role = roleOf(draft)
  const isByRadio = draft.station !== null || (role !== null && ROLES[role].isByRadio)
  return (
    <>
      {modem && (
        <CheckInput
          label="In bridge mode: it passes the feed on and routes nothing"
          checked={modem.bridgeMode}
          onChange={(bridgeMode) => set({ modem: { bridgeMode } })}
        />
      )}
      {router && isHouseholdRouter(draft) && (
        <SelectInput
          label="Used as"
          path="router.role"
          value={role}
          choices={HOUSEHOLD_ROLES.map((value) => ({ value, label: USES[value] }))}
          onChange={(chosen) => set(usedAs(draft, router, chosen as HouseholdRole))}
        />
      )}
      {router?.uplink && (role === null || isWired(role)) && (
        <UplinkFields uplink={router.uplink} onChange={(uplink) => set({ router: { ...router, uplink } })} />
      )}
      {isByRadio && (
        <fieldset className="grid items-end gap-3 border border-line p-3 sm:grid-cols-2">
          <legend className="px-1 text-[0.9rem] font-medium">By radio</legend>
          <AirFields
            site={site}
            draft={draft}
            usualWay={role === 'bridgeEnd' ? 'bridge' : 'station'}
            onChange={(air) => set({ air })}
          />
        </fieldset>
      )}
    </>
  )
}

/** A use that routes by a cable to its feed. */
const isWired = (role: HouseholdRole): boolean => ROLES[role].routes && !ROLES[role].isByRadio

const usedAs = (draft: Device, router: RouterPart, role: HouseholdRole): Partial<Device> => ({
  router: { ...router, role, uplink: isWired(role) ? (router.uplink ?? freshUplink(draft)) : null },
  air: ROLES[role].isByRadio ? draft.air : null,
})

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
        path="router.uplink.addressing"
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
            path="router.uplink.ip"
            mono
            value={uplink.ip ?? ''}
            onChange={(ip) => set({ ip: ip.trim() || null })}
          />
          <NumberInput
            label="Its mask /"
            path="router.uplink.prefixLength"
            value={uplink.prefixLength}
            min={0}
            max={32}
            onChange={(prefixLength) => set({ prefixLength })}
          />
          <TextInput
            label="Its gateway"
            path="router.uplink.gateway"
            mono
            value={uplink.gateway ?? ''}
            onChange={(gateway) => set({ gateway: gateway.trim() || null })}
          />
        </>
      )}
    </fieldset>
  )
}
