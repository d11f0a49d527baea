import { heardAt, learnedOf, sigmaDbOf } from '~/core/radio/coverage'
import type { PlannedRadio } from '~/core/radio/coverage'
import { lengthText } from '~/core/plan/drawing'
import { rateIndex, rateMbps, signalPercent } from '~/core/radio/propagation'
import type { Level, Point, Site } from '~/core/plan'

/** What is heard at one spot, and the whole sum of the strongest access point. */
export function SignalCard({
  site,
  level,
  radios,
  at,
}: {
  site: Site
  level: Level
  radios: readonly PlannedRadio[]
  at: Point
}) {
  const zM = level.floorM + site.ground.clientHeightM
  const [best, second] = heardAt(site, radios, at, zM)
  const { units } = site.ground
  if (!best) return <p className="text-soft">No access point is on here on this band.</p>
  const { radio, way, dbm, ratioDb } = best
  const upIsWeaker = radio.powerDbm + site.ground.clientGainDbi > site.ground.clientEirpDbm
  return (
    <div>
      <p className="flex items-baseline justify-between gap-2">
        <span className="figures text-[1.3rem] font-semibold whitespace-nowrap" data-signal>
          {dbm.toFixed(1)} dBm
        </span>
        <span className="caption">{signalPercent(dbm).toFixed(0)} %</span>
      </p>
      <table className="w-full text-[0.9rem]">
        <caption className="text-left text-[0.9rem]">
          <strong>{radio.device.name}</strong>, {lengthText(way.distanceM, units)} from here (
          {lengthText(at[0], units)} E, {lengthText(at[1], units)} N)
        </caption>
        <tbody>
          <Row name="power at its antenna" db={radio.powerDbm} unit="dBm" />
          <Row name="antenna, this way" db={way.gainDbi} />
          <Row name="distance" db={-way.distanceLossDb} />
          {way.offsetDb !== 0 && <Row name="this radio, as measured" db={way.offsetDb} />}
          {way.crossings.map((one, i) => (
            <Row
              key={i}
              name={one.name}
              db={-one.lossDb}
              struck={way.overEdgeDb !== null && one.what !== 'slab'}
            />
          ))}
          {way.overEdgeDb !== null && <Row name="over the edge instead" db={-way.overEdgeDb} />}
          <Row name="client’s antenna" db={site.ground.clientGainDbi} />
        </tbody>
      </table>
      <p className="mt-1 text-[0.9rem]">
        {ratioDb.toFixed(0)} dB over noise{upIsWeaker ? ', the client’s side being the weaker' : ''}: rate
        index {Math.max(0, rateIndex(radio.generation, ratioDb))},{' '}
        {rateMbps(radio.generation, radio.widthMhz, radio.streams, ratioDb).toFixed(0)} Mbit/s.{' '}
        {second && `Next: ${second.radio.device.name}, ${second.dbm.toFixed(0)} dBm.`}
      </p>
      <p className="caption">
        Free space ITU-R P.525, walls P.2040, edges P.526, rates IEEE 802.11; ±{' '}
        {sigmaDbOf(site.ground).toFixed(1)} dB
        {learnedOf(site.ground) && ', as learned from the walk'}
      </p>
    </div>
  )
}

const signed = (db: number): string =>
  Math.abs(db) < 0.05 ? '0.0' : `${db > 0 ? '+' : '−'}${Math.abs(db).toFixed(1)}`

function Row({
  name,
  db,
  unit = 'dB',
  struck = false,
}: {
  name: string
  db: number
  unit?: string
  struck?: boolean
}) {
  return (
    <tr className={struck ? 'text-soft line-through' : ''}>
      <td>{name}</td>
      <td className="figures text-right whitespace-nowrap">
        {signed(db)} {unit}
      </td>
    </tr>
  )
}
