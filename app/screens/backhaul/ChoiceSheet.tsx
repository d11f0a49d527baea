import { mbpsText } from '~/core/radio/airtime'
import type { Choice, WayRow } from '~/core/radio/backhaul'
import { lengthText } from '~/core/plan/drawing'
import type { LengthUnit } from '~/core/plan/drawing'
import { uplinkEdits } from '~/core/plan'
import type { Device, Site } from '~/core/plan'
import { Problems } from '../../components/Problems'
import { Sourced } from '../../components/Sourced'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { UplinkForm } from './UplinkForm'

/** One device: what feeds it, all ways it could be fed, and why one is better. */
export function ChoiceSheet({
  site,
  device,
  choice,
  silent,
}: {
  site: Site
  device: Device
  choice: Choice | undefined
  /** Why its radio uplink never registers; null: it does, or it has none. */
  silent: string | null
}) {
  const { edit, problems, busy } = usePlanEdit()
  return (
    <div className="p-3">
      <h2>{device.name}</h2>
      <p className="caption">{device.place}</p>
      {silent && <p className="mt-2 font-semibold text-caution">{silent}</p>}
      {choice ? (
        <>
          <p className="mt-2" data-recommendation>
            {choice.says}
          </p>
          <Problems problems={problems} title="Nothing was changed." />
          <ul className="mt-3 divide-y divide-line border-y border-line">
            {choice.ways.map((way) => (
              <Way
                key={way.name}
                way={way}
                unit={site.ground.units}
                currency={site.backhaul.rates.currency}
                isBest={way === choice.best}
                busy={busy}
                onTake={
                  way.kind === 'mesh' && !way.isPlanned && way.cannot === null && way.parentId
                    ? () => {
                        const parent = site.devices.find(({ id }) => id === way.parentId)
                        if (parent)
                          edit(
                            `Uplink of ${device.name} to ${parent.name}`,
                            uplinkEdits([{ child: device, parent, part: { band: way.hop?.band ?? '5' } }]),
                          )
                      }
                    : null
                }
              />
            ))}
          </ul>
        </>
      ) : (
        <p className="mt-2 text-soft">
          {device.radios.length > 0
            ? 'The ways are being weighed…'
            : 'This device is fed by its cable alone.'}
        </p>
      )}
      {device.radios.length > 0 && (
        <UplinkForm key={JSON.stringify([device.air, device.mesh])} site={site} device={device} />
      )}
    </div>
  )
}

interface WayProps {
  way: WayRow
  unit: LengthUnit
  currency: string
  isBest: boolean
  busy: boolean
  onTake: (() => void) | null
}

function Way({ way, unit, currency, isBest, busy, onTake }: WayProps) {
  return (
    <li className={`py-2 ${way.cannot ? 'text-soft' : ''}`} data-way={way.kind}>
      <p className="flex items-baseline justify-between gap-2">
        <span className={isBest ? 'font-semibold' : ''}>
          {way.name}
          {way.isPlanned && <span className="caption"> · planned</span>}
          {isBest && <span className="caption"> · take this</span>}
        </span>
        <Rate way={way} unit={unit} />
      </p>
      {way.cannot ? (
        <p className="text-[0.9rem]">Cannot be: {way.cannot}.</p>
      ) : (
        <p className="text-[0.9rem]">
          {way.takesPercentPer10 > 0 &&
            `Takes ${way.takesPercentPer10.toFixed(1)} % of the airtime per 10 Mbit/s. `}
          {way.metres > 0 && `${lengthText(way.metres, unit, 0)}, `}
          {way.hours.toFixed(1)} h, about {way.money.toFixed(0)} {currency}. {way.risk}
        </p>
      )}
      {onTake && (
        <button className="button mt-1 !min-h-0 text-[0.9rem]" disabled={busy} onClick={onTake}>
          Plan it so
        </button>
      )}
    </li>
  )
}

/** The range, and where it comes from. */
function Rate({ way, unit }: { way: WayRow; unit: LengthUnit }) {
  const { hop } = way
  const shown = `${mbpsText(way.lowMbps)} – ${mbpsText(way.likelyMbps)} – ${mbpsText(way.highMbps)}`
  const inputs = hop
    ? [
        { name: 'distance', value: lengthText(hop.distanceM, unit) },
        ...hop.crossings.slice(0, 6).map(({ name, lossDb }) => ({ name, value: `${lossDb.toFixed(1)} dB` })),
        { name: 'loss in all', value: `${hop.lossDb.toFixed(1)} dB` },
        { name: 'down, up', value: `${hop.downDbm.toFixed(0)}, ${hop.upDbm.toFixed(0)} dBm` },
        { name: 'the weaker', value: `${hop.weakerDbm.toFixed(0)} dBm, ${hop.percent.toFixed(0)} %` },
        { name: 'over noise', value: `${hop.snrDb.toFixed(0)} dB` },
        { name: 'link rate', value: `${hop.phyMbps.toFixed(0)} Mbit/s at ${hop.widthMhz} MHz` },
        {
          name: 'wait, light and heavy',
          value: `${(way.lightMs ?? 0).toFixed(1)} and ${(way.heavyMs ?? 0).toFixed(0)} ms`,
        },
        { name: 'one Mbit takes', value: `${(hop.usPerMbit / 1000).toFixed(2)} ms of airtime` },
      ]
    : way.metres > 0
      ? [{ name: 'cable', value: lengthText(way.metres, unit, 0) }]
      : []
  return (
    <Sourced
      className="figures shrink-0"
      formula={
        hop
          ? '1 ÷ Σ airtime per Mbit of the radio hops in a row, and no more than what comes before; low and high one σ of the model off'
          : 'the least of all parts of the way; TCP payload ÷ bytes on the wire'
      }
      inputs={inputs}
      source={
        hop
          ? 'IEEE 802.11-2020 clauses 10, 17, 19, 21; the plan’s own propagation. Percent: 2 × (dBm + 100), common practice, no source'
          : 'IEEE 802.3-2022 clauses 3 and 4; costs are the site’s own rates'
      }
      aria-label={`${shown} Mbit/s, low, likely and high; where it comes from`}
    >
      {shown} <span className="font-sans text-soft">Mbit/s</span>
    </Sourced>
  )
}
