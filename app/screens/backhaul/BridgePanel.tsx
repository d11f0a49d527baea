import { InlineSelect } from '../../components/InlineSelect'
import { useMemo, useState } from 'react'
import { bridgeSheet } from '~/core/radio/backhaul'
import type { BridgeEndView, BridgeSheet } from '~/core/radio/backhaul'
import { lengthText } from '~/core/plan/drawing'
import type { Device, Site } from '~/core/plan'
import { Traced } from '../../components/Traced'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { BridgeProfile } from './BridgeProfile'
import { later } from '../../components/later'

const HeightChart = later(() => import('./TideChart').then((part) => part.HeightChart))
const TideChart = later(() => import('./TideChart').then((part) => part.TideChart))

/** Worksheets of all bridges of the plan, one at a time. */
export function BridgePanel({ site, chosenId }: { site: Site; chosenId: string | null }) {
  const bridges = site.devices.filter(({ air }) => air?.way === 'bridge')
  const [own, setOwn] = useState<string | null>(null)
  const [wanted, setWanted] = useState(20)
  const id = own ?? bridges.find((device) => device.id === chosenId)?.id ?? bridges[0]?.id
  const child = bridges.find((device) => device.id === id)
  if (!child)
    return (
      <p className="px-4 py-3 text-soft">
        No bridge is planned. Choose the far device on the chart, and under “By radio” set its uplink to the
        other as a bridge.
      </p>
    )
  return (
    <div className="p-4">
      <div className="flex flex-wrap items-end gap-4">
        {bridges.length > 1 && (
          <InlineSelect
            label="Bridge to"
            className="!w-56"
            value={child.id}
            onChange={setOwn}
            choices={bridges.map((device) => ({ value: device.id, label: device.name }))}
          />
        )}
        <label>
          Must carry, Mbit/s
          <input
            type="number"
            className="field figures !w-28 text-right"
            min={1}
            max={10_000}
            value={wanted}
            onChange={(event) => setWanted(Math.max(1, Math.min(10_000, Number(event.target.value) || 1)))}
          />
        </label>
      </div>
      <Worksheet site={site} child={child} wanted={wanted} />
    </div>
  )
}

/** Worked out anew only when the plan or the requirement has changed. */
function Worksheet({ site, child, wanted }: { site: Site; child: Device; wanted: number }) {
  const sheet = useMemo(() => bridgeSheet(site, child, wanted), [site, child, wanted])
  return typeof sheet === 'string' ? (
    <p role="alert" className="mt-3 border-l-4 border-caution bg-caution-wash px-3 py-1.5">
      {sheet}
    </p>
  ) : (
    <Sheet site={site} sheet={sheet} />
  )
}

function Sheet({ site, sheet }: { site: Site; sheet: BridgeSheet }) {
  const { profile, hop, tide, worstDbm, medianDbm, fadeMarginDb, availability, shortH } = sheet
  return (
    <>
      <dl
        className="mt-3 grid grid-cols-[repeat(auto-fit,minmax(11rem,1fr))] gap-x-6 gap-y-2"
        data-bridge-figures
      >
        <Figure name="Distance" value={lengthText(profile.distanceM, site.ground.units)} />
        <Figure
          name={tide.length > 0 ? 'Level, middle of the tide' : 'Level'}
          value={`${medianDbm.toFixed(1)} dBm`}
        />
        {tide.length > 0 && <Figure name="Level, worst of the tide" value={`${worstDbm.toFixed(1)} dBm`} />}
        <Figure name="Link rate" value={`${hop.phyMbps.toFixed(0)} Mbit/s at ${hop.widthMhz} MHz`} />
        <div>
          <dt className="caption">Fade margin</dt>
          <dd>
            {fadeMarginDb ? (
              <Traced number={fadeMarginDb} digits={1} />
            ) : (
              'none: these devices never carry that'
            )}
          </dd>
        </div>
        <div className="col-span-2">
          <dt className="caption">In words</dt>
          <dd>
            {availability.says}
            {shortH !== null && shortH > 0 && ` ${shortH.toFixed(1)} h of each tide it falls short.`}
          </dd>
        </div>
      </dl>
      <div className="mt-4 grid gap-4 lg:grid-cols-2">
        <BridgeProfile site={site} sheet={sheet} />
        {tide.length > 0 ? <TideChart sheet={sheet} /> : <p className="caption">No water lies under it.</p>}
      </div>
      <div className="mt-4 grid gap-4 lg:grid-cols-2">
        <Aim near={sheet.near} far={sheet.far} peakDbm={medianDbm} />
        {sheet.heights.length > 0 && <Height site={site} sheet={sheet} />}
      </div>
      <p className="caption mt-4">
        Masts and roofs: two people, tied off; bonding and surge protection to the local code. Channel, power
        and aiming are law, and differ by country.
      </p>
    </>
  )
}

const Figure = ({ name, value }: { name: string; value: string }) => (
  <div>
    <dt className="caption">{name}</dt>
    <dd className="figures">{value}</dd>
  </div>
)

const degrees = (value: number): string => `${value.toFixed(1)}°`

/** Where both ends have to look, and what to read when they do. */
function Aim({ near, far, peakDbm }: { near: BridgeEndView; far: BridgeEndView; peakDbm: number }) {
  const lobe = near.alignment.sideLobe ?? far.alignment.sideLobe
  return (
    <section aria-label="Aiming">
      <h3 className="font-medium">Aiming</h3>
      <table className="plain">
        <thead>
          <tr>
            <th>End</th>
            <th className="num">Azimuth</th>
            <th className="num">Tilt down</th>
            <th className="num">Planned is off by</th>
            <th className="num">Beam</th>
          </tr>
        </thead>
        <tbody>
          {[near, far].map(({ deviceId, name, alignment }) => (
            <tr key={deviceId}>
              <th>{name}</th>
              <td className="num figures">{degrees(alignment.azimuthDeg)}</td>
              <td className="num figures">{degrees(alignment.tiltDeg)}</td>
              <td className="num figures">
                {degrees(Math.abs(alignment.offAzimuthDeg))}, {degrees(Math.abs(alignment.offTiltDeg))}
              </td>
              <td className="num figures">{degrees(alignment.beamDeg)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2">
        Aimed well you read about <span className="figures">{peakDbm.toFixed(0)} dBm</span>.{' '}
        {lobe &&
          `About ${(peakDbm - lobe.belowDb).toFixed(0)} dBm means that one end sits on its first side lobe, ${lobe.atDeg.toFixed(0)}° off: turn on, the peak is beyond the hole. `}
        An error of the mount costs up to {(near.alignment.errorDb + far.alignment.errorDb).toFixed(1)} dB.
      </p>
    </section>
  )
}

/** The worst of the tide by height of this end, and one click to take the best. */
function Height({ site, sheet }: { site: Site; sheet: BridgeSheet }) {
  const { edit, busy } = usePlanEdit()
  const { near, bestHeight } = sheet
  const device = site.devices.find(({ id }) => id === near.deviceId)
  const position = device?.position
  return (
    <section aria-label="Height over the tide">
      <HeightChart sheet={sheet} />
      {bestHeight && device && position && Math.abs(bestHeight.heightM - near.heightM) > 0.05 && (
        <p className="mt-1 flex items-center gap-3">
          At {lengthText(bestHeight.heightM, site.ground.units)} the worst of the tide is{' '}
          {bestHeight.worstDbm.toFixed(1)} dBm.
          <button
            className="button !min-h-0"
            disabled={busy}
            onClick={() =>
              edit(`Mount ${device.name} at ${bestHeight.heightM} m`, [
                {
                  op: 'put',
                  collection: 'devices',
                  record: { ...device, position: { ...position, heightM: bestHeight.heightM } },
                },
              ])
            }
          >
            Set this uplink
          </button>
        </p>
      )}
    </section>
  )
}
