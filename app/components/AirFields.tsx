import { isEnterprise, newAir, newAirEnd, profileOf, ssidsOn } from '~/core/plan'
import type { AirUplink, AirWay, Band, Device, Site } from '~/core/plan'
import { EndFields } from './EndFields'
import { CheckInput, SelectInput, TextInput } from './inputs'

const WAYS: { value: AirWay; label: string }[] = [
  { value: 'mesh', label: 'mesh: child of a parent' },
  { value: 'bridge', label: 'bridge: one of a pair, whole frames' },
  { value: 'station', label: 'station: client of an SSID' },
]
const BANDS: Band[] = ['2.4', '5', '6']

interface Props {
  site: Site
  /** The device as it is being edited. */
  draft: Pick<Device, 'id' | 'air'>
  /** What it is when it gets an uplink to something. */
  usualWay: AirWay
  onChange: (air: AirUplink | null) => void
}

/** What a device has its radio uplink to, how, and what is typed in at both ends. */
export function AirFields({ site, draft, usualWay, onChange }: Props) {
  const { air } = draft
  const set = (part: Partial<AirUplink>) => air && onChange({ ...air, ...part })
  const boxes = site.devices.filter(({ id, radios }) => id !== draft.id && radios.length > 0)
  return (
    <>
      <SelectInput
        label="Uplink to"
        path="air.deviceId"
        value={air?.deviceId ?? null}
        none="nothing: it has a cable"
        choices={boxes.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(deviceId) =>
          onChange(
            deviceId ? { ...(air ?? newAir(deviceId, { way: usualWay })), deviceId, ssidId: null } : null,
          )
        }
      />
      {air && (
        <>
          <SelectInput
            label="As"
            path="air.way"
            value={air.way}
            choices={WAYS}
            onChange={(way) => set({ way: (way ?? usualWay) as AirWay, ssidId: null })}
          />
          {air.way === 'station' && <Joined site={site} air={air} onChange={set} />}
          <SelectInput
            label="Band"
            path="air.band"
            value={air.band}
            choices={BANDS.map((band) => ({ value: band, label: `${band} GHz` }))}
            onChange={(band) => set({ band: (band ?? '5') as Band })}
          />
          <CheckInput
            label="Pinned: never another parent"
            checked={air.pinned}
            onChange={(pinned) => set({ pinned })}
          />
          <div className="sm:col-span-2">
            <TextInput
              label="Why no cable"
              path="air.reason"
              hint="A stated reason beats the rule that wired wins."
              value={air.reason}
              onChange={(reason) => set({ reason })}
            />
          </div>
          {air.way !== 'mesh' && <Ends site={site} air={air} onChange={set} />}
        </>
      )}
    </>
  )
}

interface PartProps {
  site: Site
  air: AirUplink
  onChange: (part: Partial<AirUplink>) => void
}

/** The SSID that a station joins, and whether its own profile suits it. */
function Joined({ site, air, onChange }: PartProps) {
  const parent = site.devices.find(({ id }) => id === air.deviceId)
  const offered = parent ? ssidsOn(site, parent) : []
  const ssid = offered.find(({ id }) => id === air.ssidId)
  return (
    <>
      <SelectInput
        label="Joins"
        path="air.ssidId"
        value={air.ssidId}
        none="no SSID yet"
        choices={offered.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(ssidId) => onChange({ ssidId })}
      />
      {ssid && isEnterprise(profileOf(site, ssid)) && (
        <CheckInput
          label="Its own profile is set to enterprise"
          checked={air.enterprise}
          onChange={(enterprise) => onChange({ enterprise })}
        />
      )}
    </>
  )
}

/** Both ends' settings of a bridge; of a station its own, since the SSID is the other. */
function Ends({ site, air, onChange }: PartProps) {
  const isBridge = air.way === 'bridge'
  if (!air.near)
    return (
      <button
        type="button"
        className="button"
        onClick={() => onChange({ near: newAirEnd(), far: isBridge ? newAirEnd() : null })}
      >
        Write down the two ends’ settings
      </button>
    )
  return (
    <>
      <EndFields
        title="This end"
        path="air.near"
        site={site}
        end={air.near}
        onChange={(near) => onChange({ near })}
      />
      {isBridge && (
        <EndFields
          title="The other end"
          path="air.far"
          site={site}
          end={air.far ?? newAirEnd()}
          onChange={(far) => onChange({ far })}
        />
      )}
    </>
  )
}
