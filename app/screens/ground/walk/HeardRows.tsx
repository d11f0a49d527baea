import { bandOfMhz } from '~/core/formats/read/laptop/scans'
import type { Heard } from '~/core/formats'
import { radioOfBssid } from '~/core/judge/proof'
import type { RadioRef } from '~/core/judge/proof'
import type { Site } from '~/core/plan'
import { SelectInput } from '../../../components/inputs'
import type { Listened } from './useListen'

export type Matches = Record<string, RadioRef | null>

/** What is known of each BSSID that was heard. */
export const matchesOf = (
  site: Site,
  known: ReadonlyMap<string, RadioRef>,
  heard: readonly Heard[],
): Matches =>
  Object.fromEntries(
    heard.map(({ bssid, freqMhz }) => [bssid, radioOfBssid(site, known, bssid, bandOfMhz(freqMhz))]),
  )

interface Props {
  site: Site
  list: Listened
  matches: Matches
  onMatch: (matches: Matches) => void
}

/** What was heard, the strongest first, and which radio of the plan each is. Those of other people's SSIDs are counted. */
export function HeardRows({ site, list, matches, onMatch }: Props) {
  const names = new Set(site.ssids.map(({ name }) => name))
  const sorted = [...list.heard].sort((a, b) => b.rssiDbm - a.rssiDbm)
  const ours = sorted.filter(({ bssid, ssid }) => matches[bssid] || names.has(ssid))
  const others = sorted.length - ours.length
  return (
    <div>
      <p className="caption">From {list.from}. Choose the access point of each; it is known the next time.</p>
      {ours.length === 0 && <p>None of the site’s SSIDs was heard.</p>}
      <ul className="space-y-2">
        {ours.map(({ bssid, ssid, rssiDbm, freqMhz }) => {
          const band = bandOfMhz(freqMhz)
          const radios = site.devices.filter(
            ({ position, radios: all }) => position !== null && all.some((one) => one.band === band),
          )
          return (
            <li key={bssid}>
              <SelectInput
                label={`${ssid || 'hidden'}, ${band ?? '?'} GHz: ${Math.round(rssiDbm)} dBm`}
                path={`matched.${bssid}`}
                hint={<span className="figures">{bssid}</span>}
                value={matches[bssid]?.deviceId ?? null}
                none="not of this plan"
                choices={radios.map(({ id, name }) => ({ value: id, label: name }))}
                onChange={(deviceId) =>
                  onMatch({ ...matches, [bssid]: deviceId !== null && band ? { deviceId, band } : null })
                }
              />
            </li>
          )
        })}
      </ul>
      {others > 0 && <p className="caption">{others} more are of other people.</p>}
    </div>
  )
}
