import { aimName, aimNetworkId, routersOf, sameAim } from '~/core/plan'
import type { Network, Requirement } from '~/core/plan'
import { Flag } from '../../components/Flag'
import { Problems } from '../../components/Problems'
import { newId } from '../../hooks/newId'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { useSite } from '../../hooks/useSite'
import { isReached } from '~/core/network/layer3/verdicts'
import type { MatrixCell } from '../../server/derived/cellForPage.server'

type Choice = Requirement['strength'] | 'open'
const NEXT: Record<Choice, Choice> = { open: 'must', must: 'may', may: 'mustNot', mustNot: 'open' }
const WORD: Record<Choice, string> = { open: 'not said', must: 'must', may: 'may', mustNot: 'must not' }

/** What the client asked for: a row for each network, a column for each it may be kept from. */
export function RequirementMatrix({ cells }: { cells: MatrixCell[] }) {
  const { site } = useSite()
  const { edit, problems, busy } = usePlanEdit()
  if (site.networks.length === 0)
    return (
      <section className="sheet p-4">
        <h2>Who must reach whom</h2>
        <p className="mt-1 text-soft">Add networks first; then say here which may see which.</p>
      </section>
    )
  const change = (from: Network, to: Requirement['to'], name: string) => {
    const known = requirementIn(site.requirements, from.id, to)
    const strength = NEXT[known?.strength ?? 'open']
    edit(
      `${from.name} ${WORD[strength]} reach ${name}`,
      strength === 'open' && known
        ? [{ op: 'remove', collection: 'requirements', id: known.id }]
        : [
            {
              op: 'put',
              collection: 'requirements',
              record: {
                id: known?.id ?? newId(),
                fromNetworkId: from.id,
                to,
                strength: strength === 'open' ? 'may' : strength,
              },
            },
          ],
    )
  }
  const targets: { to: Requirement['to']; name: string; vlanId: number | null; targetId: string }[] = [
    ...site.networks.map(({ id, name, vlanId }) => ({
      to: { networkId: id },
      name,
      vlanId,
      targetId: `network:${id}`,
    })),
    { to: 'internet', name: 'the internet', vlanId: null, targetId: 'internet' },
    ...routersOf(site).map(({ id }) => ({
      to: { deviceId: id },
      name: aimName(site, { deviceId: id }),
      vlanId: null,
      targetId: `router:${id}`,
    })),
  ]
  return (
    <section className="sheet overflow-x-auto px-4 py-3" aria-label="Requirements">
      <h2>Who must reach whom</h2>
      <p className="caption">
        For IPv4: IPv6 is neither planned nor tested. Press a cell to change it: must, may, must not, not
        said. Where the plan does otherwise, the cell is hatched.
      </p>
      <Problems problems={problems} />
      <table className="plain mt-1">
        <thead>
          <tr>
            <th>From</th>
            {targets.map(({ targetId, name, vlanId }) => (
              <th key={targetId} scope="col">
                {vlanId === null ? name : <Flag vlanId={vlanId} label={name} size={12} />}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {site.networks.map((from) => (
            <tr key={from.id}>
              <th scope="row">
                <Flag vlanId={from.vlanId} label={from.name} />
              </th>
              {targets.map(({ to, name, targetId }) => (
                <td key={targetId}>
                  {aimNetworkId(to) === from.id ? (
                    <span className="flex min-h-8 items-center px-1.5 text-soft">own</span>
                  ) : (
                    <RequirementCell
                      choice={requirementIn(site.requirements, from.id, to)?.strength ?? 'open'}
                      cell={cells.find(
                        (cell) => cell.fromNetworkId === from.id && cell.targetId === targetId,
                      )}
                      label={`${from.name} to ${name}`}
                      busy={busy}
                      onChange={() => change(from, to, name)}
                    />
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

const requirementIn = (
  requirements: Requirement[],
  from: string,
  to: Requirement['to'],
): Requirement | undefined => requirements.find((one) => one.fromNetworkId === from && sameAim(one.to, to))

/** The plan against the requirement: null where they agree or nothing was said. */
function contradiction(choice: Choice, cell: MatrixCell | undefined): string | null {
  if (!cell) return null
  if (choice === 'must' && !isReached(cell.verdict))
    return cell.getsThrough ? 'the plan reaches it in part' : 'the plan does not reach it'
  if (choice === 'mustNot' && cell.getsThrough) return 'the plan reaches it'
  return null
}

interface CellProps {
  choice: Choice
  cell: MatrixCell | undefined
  label: string
  busy: boolean
  onChange: () => void
}

function RequirementCell({ choice, cell, label, busy, onChange }: CellProps) {
  const fault = contradiction(choice, cell)
  return (
    <button
      type="button"
      disabled={busy}
      onClick={onChange}
      aria-label={`${label}: ${WORD[choice]}${fault ? `, but ${fault}` : ''}. Press to change.`}
      title={fault ?? undefined}
      className={`flex min-h-8 w-full items-center gap-1.5 px-1.5 text-left hover:bg-depth-1 ${fault ? 'hatched' : ''}`}
    >
      <StrengthMark choice={choice} />
      <span
        className={`${choice === 'open' ? 'text-soft' : ''} ${fault ? 'bg-sheet px-0.5 font-semibold' : ''}`}
      >
        {choice === 'open' ? '–' : WORD[choice]}
      </span>
    </button>
  )
}

/** A line across for a way that must be open, a dotted one for may, a boom across for must not. */
function StrengthMark({ choice }: { choice: Choice }) {
  if (choice === 'open') return null
  return (
    <svg width="18" height="12" viewBox="0 0 18 12" aria-hidden="true" className="shrink-0">
      {choice === 'mustNot' ? (
        <path d="M9 1V11M5.5 1V11M12.5 1V11" stroke="var(--caution)" strokeWidth="1.6" />
      ) : (
        <path
          d="M1 6H17"
          stroke="var(--ink)"
          strokeWidth="2"
          strokeDasharray={choice === 'may' ? '2 3' : undefined}
        />
      )}
    </svg>
  )
}
