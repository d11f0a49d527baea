import { useState } from 'react'
import { areaClaims, claimWords, USUAL_CLAIM } from '~/core/judge/proof'
import type { Observation, Seen } from '~/core/judge/proof'
import { SeenForm } from '../../components/SeenForm'
import { Sourced } from '../../components/Sourced'
import { NumberInput } from '../../components/inputs'
import { useSite } from '../../hooks/useSite'

/** Signal levels read where people stand, one for each area at a time. */
export function LevelsSeen({ observed }: { observed: readonly Observation[] }) {
  const { site } = useSite()
  const [levels, setLevels] = useState<Record<string, number | null>>({})
  if (site.areas.length === 0) return null
  const seen = Object.entries(levels).flatMap(([areaId, rssiDbm]): Seen[] =>
    rssiDbm === null ? [] : [{ kind: 'level', areaId, rssiDbm }],
  )
  return (
    <section className="sheet px-4 py-3" aria-label="Signal levels read">
      <SeenForm
        label="Record these levels"
        seen={seen}
        onTaken={() => setLevels({})}
        place="spot, and with what client"
      >
        <div className="grid gap-3 sm:grid-cols-2 @4xl:grid-cols-4">
          {site.areas.map(({ id, name, band, leastSignalDbm }) => (
            <NumberInput
              key={id}
              label={`${name}, dBm`}
              path={`seen.${seen.findIndex((one) => one.kind === 'level' && one.areaId === id)}.rssiDbm`}
              hint={`${band} GHz, needs ${leastSignalDbm} dBm`}
              min={-120}
              max={0}
              value={levels[id] ?? null}
              onChange={(value) => setLevels((before) => ({ ...before, [id]: value }))}
            />
          ))}
        </div>
      </SeenForm>
      <ul
        className="mt-3 border-t border-line pt-2 text-[0.95rem]"
        aria-label="What may be claimed of an area"
      >
        {areaClaims(site, observed).map((claim) => (
          <li key={claim.areaId} className={claim.verdict.is === 'fail' ? 'font-semibold text-caution' : ''}>
            <Sourced source="Exact binomial bound (Clopper and Pearson 1934), from these points alone: the forecast plays no part. Each at a spot of its own, spread over the area; read again at the same spot, the newest counts.">
              {claim.name}
            </Sourced>
            : {claimWords(claim, USUAL_CLAIM)}
          </li>
        ))}
      </ul>
    </section>
  )
}
