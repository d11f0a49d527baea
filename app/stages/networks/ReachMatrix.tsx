import { Link } from 'react-router'
import { Flag, FlagCloth } from '../../components/Flag'
import { useSite } from '../../hooks/useSite'
import type { MatrixCell } from '../../server/reach.server'

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
          From the network on the left to the target on top. Choose an answer to follow the frame.
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
    </section>
  )
}

function TargetHead({ id, name }: { id: string; name: string }) {
  const { site } = useSite()
  const network = site.networks.find((candidate) => id === `network:${candidate.id}`)
  return (
    <span className="inline-flex items-center gap-1.5">
      {network && <FlagCloth vlanId={network.vlanId} size={12} />} {name}
    </span>
  )
}

/** What a cell says, and how it looks: reached is deep water, a fault is hatched, a rule is bare paper. */
function marked(cell: MatrixCell): { word: string; look: string } {
  if (cell.verdict === 'yes') return { word: 'reaches', look: 'bg-depth-3' }
  if (cell.byRule && cell.verdict === 'no') return { word: 'kept out', look: '' }
  return { word: cell.verdict === 'some' ? 'in part' : 'fails', look: 'shoal font-semibold' }
}

function Cell({ cell }: { cell: MatrixCell | undefined }) {
  const { places } = useSite()
  if (!cell) return <span className="px-1.5 text-soft">own</span>
  const from =
    cell.exceptions[0]?.places[0]?.id ?? places.find(({ networkId }) => networkId === cell.fromNetworkId)?.id
  const why = cell.exceptions
    .map(({ says, count, places: odd }) => `${placeNames(odd, count)}: ${says}`)
    .join('\n')
  const { word, look } = marked(cell)
  return (
    <Link
      to={`?tab=reach&panel=follow&from=${from ?? ''}&to=${cell.targetId}`}
      preventScrollReset
      title={why || undefined}
      className={`block px-1.5 py-0.5 underline decoration-dotted underline-offset-4 ${look}`}
    >
      <span className={look.startsWith('shoal') ? 'bg-sheet px-0.5' : ''}>{word}</span>
    </Link>
  )
}

const placeNames = (places: { label: string }[], count: number): string => {
  const named = places.map(({ label }) => label).join(', ')
  return count > places.length ? `${named} and ${count - places.length} more` : named
}
