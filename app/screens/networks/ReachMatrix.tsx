import { useState } from 'react'
import { Link } from 'react-router'
import { attachmentsIn } from '~/core/network/layer2'
import { networkOf } from '~/core/plan'
import { Flag } from '../../components/Flag'
import { useSite } from '../../hooks/useSite'
import { SHORT_WORDS } from '~/core/network/layer3/verdicts'
import type { Verdict } from '~/core/network/layer3/verdicts'
import type { MatrixCell } from '../../server/derived/cellForPage.server'
import { oddRows } from './oddRows'

/** Who reaches whom: a row for each network, a column for each target. A cell opens the frame's way. */
export function ReachMatrix({ cells }: { cells: MatrixCell[] }) {
  const { site, targets } = useSite()
  const rows = site.networks.filter(({ id }) => cells.some((cell) => cell.fromNetworkId === id))
  if (rows.length === 0)
    return (
      <p className="sheet px-4 py-6 text-center text-soft">
        No client can attach anywhere yet: add an SSID or a free switch port.
      </p>
    )
  return (
    <section className="sheet overflow-x-auto px-4 py-2">
      <table className="plain">
        <caption className="caption py-1 text-left">
          From the network on the left to the target on top, by IPv4: IPv6 is neither planned nor tested.
          Choose an answer to follow the frame.
        </caption>
        <thead>
          <tr>
            <th>From</th>
            {targets.map(({ id, name }) => (
              <th key={id} scope="col">
                <TargetHead id={id} name={name} />
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((network) => (
            <tr key={network.id}>
              <th scope="row">
                <Flag vlanId={network.vlanId} label={network.name} />
              </th>
              {targets.map(({ id }) => (
                <td key={id}>
                  <Cell
                    cell={cells.find((cell) => cell.fromNetworkId === network.id && cell.targetId === id)}
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <OddOnes cells={cells} />
    </section>
  )
}

function TargetHead({ id, name }: { id: string; name: string }) {
  const { site } = useSite()
  const network = site.networks.find((candidate) => id === `network:${candidate.id}`)
  return network ? <Flag vlanId={network.vlanId} label={name} size={12} /> : name
}

/** How a verdict looks: reached is deep water, kept out is bare paper; a fault and a strange address are hatched. */
const LOOK: Record<Verdict, string> = {
  reaches: 'bg-depth-3',
  foreign: 'hatched font-semibold text-caution',
  keptOut: '',
  inPart: 'hatched font-semibold',
  fails: 'hatched font-semibold',
}

/** A cell is narrow: the table says that all of it is by IPv4, and the list below says the rest in full. */
const WORD: Record<Verdict, string> = { ...SHORT_WORDS, foreign: 'reaches, foreign address' }

/** Among themselves, clients of one network see each other, or are kept apart. */
const OWN_WORD: Record<Verdict, string> = {
  ...WORD,
  reaches: 'one another',
  keptOut: 'kept apart',
}

function Cell({ cell }: { cell: MatrixCell | undefined }) {
  const { site } = useSite()
  if (!cell) return <span className="px-1.5 text-soft">–</span>
  const from = cell.exceptions[0]?.places[0]?.id ?? attachmentsIn(site, cell.fromNetworkId)[0]?.id
  const why = cell.exceptions
    .map(
      ({ says, count, places: odd, targets: whom }) =>
        `${namesOf(
          odd.map(({ label }) => label),
          count,
        )}${whom ? ` to ${whom.join(', ')}` : ''}: ${says}`,
    )
    .join('\n')
  const own = cell.targetId === `network:${cell.fromNetworkId}`
  const look = LOOK[cell.verdict]
  const word = (own ? OWN_WORD : WORD)[cell.verdict]
  return (
    <Link
      to={`?tab=reach&panel=follow&from=${from ?? ''}&to=${cell.targetId}`}
      preventScrollReset
      title={why || undefined}
      className={`block px-1.5 py-0.5 underline decoration-dotted underline-offset-4 ${look}`}
    >
      <span className={look.startsWith('hatched') ? 'bg-sheet px-0.5' : ''}>{word}</span>
    </Link>
  )
}

const namesOf = (named: readonly string[], count: number): string =>
  count > named.length ? `${named.join(', ')} and ${count - named.length} more` : named.join(', ')

/** So many rows stand there at once. */
const MOST_ROWS = 8

/** Which places fare worse than their network, one row for each reason: the odd ones out. */
function OddOnes({ cells }: { cells: MatrixCell[] }) {
  const { site, targets } = useSite()
  const [isWhole, setWhole] = useState(false)
  const rows = oddRows(cells)
  if (rows.length === 0) return null
  const shown = isWhole ? rows : rows.slice(0, MOST_ROWS)
  return (
    <>
      <table className="plain mt-4 w-full">
        <caption className="caption py-1 text-left">Places that fare otherwise than their network</caption>
        <thead className="max-md:sr-only">
          <tr>
            <th>From</th>
            <th>Places</th>
            <th>To</th>
            <th>Why</th>
          </tr>
        </thead>
        <tbody>
          {shown.map(({ fromNetworkId, to, says, count, places }) => {
            const network = networkOf(site, fromNetworkId)
            return (
              <tr
                key={`${fromNetworkId} ${says} ${places.join()} ${to.join()}`}
                className="max-md:flex max-md:flex-wrap max-md:border-b max-md:border-line max-md:py-1 max-md:*:border-0 max-md:*:!py-0.5"
              >
                <td>{network && <Flag vlanId={network.vlanId} label={network.name} size={13} />}</td>
                <td title={namesOf(places, count)} className={count === 1 ? '' : 'whitespace-nowrap'}>
                  {count === 1 ? places[0] : `${count} places`}
                </td>
                <td>{targets.every(({ name }) => to.includes(name)) ? 'anywhere' : to.join(', ')}</td>
                <td className="max-md:w-full">{says}</td>
              </tr>
            )
          })}
        </tbody>
      </table>
      {rows.length > MOST_ROWS && (
        <button className="button button-quiet mt-1" onClick={() => setWhole(!isWhole)}>
          {isWhole ? 'Fewer' : `All ${rows.length}`}
        </button>
      )}
    </>
  )
}
