import { RadioGroup } from '../../components/RadioGroup'
import { useState } from 'react'
import type { Evidence, EvidenceState, Seen } from '~/core/judge/proof'
import { Flag } from '../../components/Flag'
import { SeenForm } from '../../components/SeenForm'
import { useSite } from '../../hooks/useSite'

const STATE: Record<EvidenceState, string> = {
  proven: 'proven',
  contradicted: 'tried, and not as it must be',
  old: 'must be measured again: proven before',
  unsure: 'asked, but nobody has seen that host answer anybody: its silence proves nothing',
  open: 'not tried',
}

const onRevision = (then: number, now: number): string =>
  then === now ? ' on this revision' : ` on revision ${then}, still holds`

type Tried = 'answered' | 'silent'

/** Each requirement with its evidence, and a place to write down what a ping did, several at once. */
const HOW = [
  { value: 'answered', label: 'answered' },
  { value: 'silent', label: 'no answer' },
] as const

export function RequirementEvidence({ evidence }: { evidence: Evidence[] }) {
  const { site, revision } = useSite()
  const [tried, setTried] = useState<Record<string, Tried>>({})
  if (evidence.length === 0)
    return (
      <p className="sheet px-4 py-5 text-soft">
        Nothing is asked for yet. Say at Brief which network must, and which must not, reach which.
      </p>
    )
  const seen = evidence.flatMap(({ requirement: { id, fromNetworkId, to } }): Seen[] => {
    const how = tried[id]
    return how ? [{ kind: 'ping', fromNetworkId, to, answered: how === 'answered' }] : []
  })
  const vlan = (id: string) => site.networks.find((network) => network.id === id)?.vlanId ?? 0
  return (
    <section className="sheet px-4 py-3" aria-label="Requirements and their evidence">
      <SeenForm
        label="Record these pings"
        seen={seen}
        onTaken={() => setTried({})}
        place="where the laptop was: port, SSID"
      >
        <ul className="divide-y divide-line">
          {evidence.map(({ requirement, fromName, toName, state, by, changed }) => (
            <li key={requirement.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 py-1.5">
              <span className="min-w-64 flex-1">
                <Flag vlanId={vlan(requirement.fromNetworkId)} label={fromName} size={13} />{' '}
                {requirement.strength === 'must' ? 'must reach' : 'must not reach'} <strong>{toName}</strong>
                <span
                  className={`caption block ${state === 'contradicted' ? 'font-semibold text-caution' : ''}`}
                >
                  {STATE[state]}
                  {state === 'proven' && by && onRevision(by.revision, revision)}
                  {by &&
                    state !== 'open' &&
                    `, ${by.source === 'measured' ? 'measured' : 'said'} by ${by.who}`}
                  {by && state === 'old' && `, on revision ${by.revision}`}
                  {changed.length > 0 && `; changed since: ${changed.join(', ')}`}
                </span>
              </span>
              <RadioGroup
                isLarge
                label={`Ping from ${fromName} to ${toName}`}
                value={tried[requirement.id] ?? null}
                onChange={(how) => setTried((before) => ({ ...before, [requirement.id]: how }))}
                choices={HOW}
              />
            </li>
          ))}
        </ul>
      </SeenForm>
    </section>
  )
}
