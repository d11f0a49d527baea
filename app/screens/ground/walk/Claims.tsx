import { USUAL_CLAIM } from '~/core/judge/proof'
import type { AreaClaim } from '~/core/judge/proof'
import { Sourced } from '../../../components/Sourced'

const { share, confidence } = USUAL_CLAIM

const WORDS: Record<AreaClaim['verdict']['is'], string> = { pass: 'holds', fail: 'does not hold', more: '' }

/** What may be claimed of each area from the spots that were read in it; the forecast plays no part. */
export function Claims({ claims }: { claims: readonly AreaClaim[] }) {
  return (
    <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="What may be claimed of an area">
      <table className="plain">
        <thead>
          <tr>
            <th>Area</th>
            <th className="num">Needs, dBm</th>
            <th className="num">Spots read</th>
            <th className="num">Below</th>
            <th>
              <Sourced source="Exact binomial bound (Clopper and Pearson 1934), from the spots read inside it alone: the forecast plays no part. At each the strongest radio of its band counts; none heard is below.">
                {share * 100} % of it has that, {confidence * 100} % sure
              </Sourced>
            </th>
          </tr>
        </thead>
        <tbody>
          {claims.map(({ areaId, name, needDbm, points, below, verdict }) => (
            <tr key={areaId} data-claim={verdict.is}>
              <td>{name}</td>
              <td className="num figures">{needDbm}</td>
              <td className="num figures">{points}</td>
              <td className="num figures">{below}</td>
              <td className={verdict.is === 'fail' ? 'font-semibold text-caution' : ''}>
                {verdict.is === 'more'
                  ? `${verdict.points} more, none of them below, would show it`
                  : WORDS[verdict.is]}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
