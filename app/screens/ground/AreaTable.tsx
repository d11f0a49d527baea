import { memo } from 'react'
import { neededPhyMbps, sigmaDbOf } from '~/core/radio/coverage'
import type { AreaShare } from '~/core/radio/coverage'
import type { ReadInArea } from '~/core/judge/proof'
import { areaClients } from '~/core/plan'
import type { GroundSettings, Site } from '~/core/plan'
import { Sourced } from '../../components/Sourced'

const percent = (share: number): string => `${(100 * share).toFixed(0)} %`

/** The areas on this level and band: how much of each gets what it needs. */
export const AreaTable = memo(function AreaTable({
  site,
  shares,
  read,
  onChoose,
}: {
  site: Site
  shares: readonly AreaShare[]
  /** What was read on the chart, by area. */
  read: ReadonlyMap<string, ReadInArea>
  onChoose: (areaId: string) => void
}) {
  const { ground } = site
  if (shares.length === 0)
    return (
      <p className="px-4 py-3 text-soft">
        No area is drawn on this level for this band. Draw one, and its share stands here.
      </p>
    )
  return (
    <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="How the areas fare">
      <table className="plain">
        <thead>
          <tr>
            <th className="pl-4">Area</th>
            <th className="num">Needs</th>
            <th className="num">Median</th>
            <th className="num">Read there</th>
            <th className="num">Enough, on average</th>
            <th className="num">Enough, {ground.confidencePercent} % sure</th>
            <th className="num">Fast enough</th>
            <th className="num">Clients</th>
            <th>Served by</th>
          </tr>
        </thead>
        <tbody>
          {shares.map((share) => {
            const area = site.areas.find(({ id }) => id === share.areaId)
            if (!area) return null
            const weak = share.withConfidence < 0.995
            return (
              <tr key={share.areaId} data-area={share.areaId}>
                <th className="pl-4 align-top">
                  <button
                    className="text-left underline-offset-4 hover:underline"
                    onClick={() => onChoose(area.id)}
                  >
                    {area.name}
                  </button>
                </th>
                <td className="num figures">{area.leastSignalDbm} dBm</td>
                <td className="num figures">
                  {share.medianDbm === null ? '–' : `${share.medianDbm.toFixed(0)} dBm`}
                </td>
                <ReadCell read={read.get(area.id)} />
                <td className="num figures">{percent(share.onAverage)}</td>
                <td className={`num ${weak ? 'font-semibold text-caution' : ''}`}>
                  <ConfidentShare share={share} need={area.leastSignalDbm} ground={ground} />
                  {weak && (
                    <span
                      className="hatched ml-2 inline-block h-3 w-4 border border-caution"
                      aria-label="below need"
                    />
                  )}
                </td>
                <td className="num">
                  <Sourced
                    className="figures"
                    formula="cells whose link rate, with the same margin, carries what each client needs ÷ all cells"
                    inputs={[{ name: 'link rate needed', value: `${neededPhyMbps(area).toFixed(0)} Mbit/s` }]}
                    source="IEEE 802.11 rate tables; TCP goodput of one client alone"
                  >
                    {percent(share.fastEnough)}
                  </Sourced>
                </td>
                <td className="num figures">{areaClients(area)}</td>
                <td>
                  {share.servedBy
                    .slice(0, 3)
                    .map((id) => site.devices.find((device) => device.id === id)?.name ?? id)
                    .join(', ')}
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
    </div>
  )
})

/** One reading below the need is enough to say so: it was measured. */
function ReadCell({ read }: { read: ReadInArea | undefined }) {
  if (!read) return <td className="num text-soft">–</td>
  const { spots, below, weakestDbm } = read
  return (
    <td className={`num figures ${below > 0 ? 'font-semibold text-caution' : ''}`} data-read-below={below}>
      {below > 0 ? `${below} of ${spots} below` : `${spots} enough`}
      <span className="caption block">
        weakest {weakestDbm === null ? 'not heard' : `${weakestDbm.toFixed(0)} dBm`}
      </span>
    </td>
  )
}

function ConfidentShare({ share, need, ground }: { share: AreaShare; need: number; ground: GroundSettings }) {
  return (
    <Sourced
      className="figures"
      formula="cells with level − z σ ≥ need ÷ all cells"
      inputs={[
        { name: 'need', value: `${need} dBm` },
        { name: 'σ', value: `${sigmaDbOf(ground)} dB` },
        { name: 'sure', value: `${ground.confidencePercent} %` },
        { name: 'cells', value: `${share.cells}, ${share.areaM2.toFixed(0)} m²` },
        { name: 'weakest', value: share.weakest ? `${share.weakest.dbm.toFixed(0)} dBm` : '–' },
      ]}
      source="Log-normal differences between model and measurement, as ITU-R P.1238 and P.1411 have them"
    >
      {percent(share.withConfidence)}
    </Sourced>
  )
}
