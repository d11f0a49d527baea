import { Check } from 'lucide-react'
import type { ReactNode } from 'react'
import { useProposal } from '../hooks/useProposal'
import type { ProposalAims } from '../hooks/useProposal'
import { FormProblems } from './Field'
import { Problems } from './Problems'

interface Props {
  title: string
  says: string
  aims: ProposalAims | null
  children?: ReactNode
}

/** A helper: what is asked for, what it would do and why, and one button that does it. Undo takes it back. */
export function ProposalSheet({ title, says, aims, children }: Props) {
  const { show, take, proposal, problems, busy } = useProposal()
  return (
    <section className="sheet p-4" aria-label={title}>
      <h2>{title}</h2>
      <p className="caption mb-2">{says}</p>
      <FormProblems value={problems}>
        <form
          noValidate
          className="space-y-3"
          onSubmit={(event) => {
            event.preventDefault()
            if (aims) show(aims)
          }}
        >
          {children}
          <button className="button" disabled={busy || !aims}>
            Show what it would do
          </button>
        </form>
      </FormProblems>
      <Problems problems={problems} title="Nothing was changed." />
      {proposal && (
        <div className="mt-3 border-t border-line pt-3" aria-live="polite">
          {proposal.changes === 0 && <p>There is nothing to change: it is so already.</p>}
          {proposal.reasons.length > 0 && (
            <dl
              className="grid max-h-72 grid-cols-[minmax(9rem,auto)_1fr] gap-x-4 gap-y-1 overflow-y-auto"
              tabIndex={0}
            >
              {proposal.reasons.map(({ about, says: why }, i) => (
                <div key={i} className="contents">
                  <dt className="font-medium">{about}</dt>
                  <dd>{why}</dd>
                </div>
              ))}
            </dl>
          )}
          {proposal.steps.length > 0 && (
            <ol className="mt-3 list-decimal space-y-0.5 pl-6">
              {proposal.steps.map((step) => (
                <li key={step}>{step}</li>
              ))}
            </ol>
          )}
          {proposal.taken ? (
            <p role="status" className="mt-3 flex items-center gap-1.5 font-semibold">
              <Check size={16} aria-hidden /> Taken into the plan. Undo takes it back.
            </p>
          ) : (
            proposal.changes > 0 && (
              <button className="button button-main mt-3" disabled={busy} onClick={() => aims && take(aims)}>
                {proposal.label}: change {proposal.changes} {proposal.changes === 1 ? 'record' : 'records'}
              </button>
            )
          )}
        </div>
      )}
    </section>
  )
}
