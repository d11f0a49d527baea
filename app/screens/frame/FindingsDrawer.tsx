import { Wrench } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Stage, Where } from '~/core/judge/findings'
import { usePanel } from '../../hooks/usePanel'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { useSite } from '../../hooks/useSite'
import type { PublicFinding } from '../../server/derived/publicSite.server'
import { SeverityMark } from '../../components/SeverityMark'
import { SidePanel } from './SidePanel'

/** So many findings are drawn at once; a button brings more. */
const AT_ONCE = 60

/** Every finding: what, why it matters, what to do, and one click that does it where that is plain. */
export function FindingsDrawer() {
  const { findings } = useSite()
  const { mend, problems, busy } = usePlanEdit()
  const { search } = usePanel()
  const chosen = search.get('finding')
  const [most, setMost] = useState(AT_ONCE)
  const shown = Math.max(most, findings.findIndex(({ id }) => id === chosen) + 1)
  return (
    <SidePanel title={findings.length === 0 ? 'Findings' : `Findings, ${findings.length}`}>
      {problems.map(({ message }) => (
        <p key={message} role="alert" className="border-b border-line px-4 py-2 font-medium text-caution">
          {message}
        </p>
      ))}
      {findings.length === 0 && (
        <p className="px-4 py-6 text-soft">The plan shows no mistake that this program knows.</p>
      )}
      <ul>
        {findings.slice(0, shown).map((finding) => (
          <Item
            key={finding.id}
            finding={finding}
            chosen={finding.id === chosen}
            busy={busy}
            onMend={() => mend(finding.id)}
          />
        ))}
      </ul>
      {findings.length > shown && (
        <button className="button m-4" onClick={() => setMost(shown + AT_ONCE)}>
          Show {Math.min(AT_ONCE, findings.length - shown)} more of {findings.length - shown}
        </button>
      )}
    </SidePanel>
  )
}

interface ItemProps {
  finding: PublicFinding
  chosen: boolean
  busy: boolean
  onMend: () => void
}

function Item({ finding, chosen, busy, onMend }: ItemProps) {
  return (
    <li
      data-finding={finding.id}
      data-code={finding.code}
      tabIndex={-1}
      className={`border-b border-line px-4 py-3 ${chosen ? 'bg-depth-1 shadow-[inset_4px_0_0_var(--ink)]' : ''}`}
    >
      <p className="flex items-baseline gap-2">
        <SeverityMark severity={finding.severity} />
        <span className="figures text-soft">{finding.code}</span>
      </p>
      <h3 className="mt-0.5 font-semibold">{finding.mistake}</h3>
      <p className="mt-1">{finding.says}</p>
      <p className="caption mt-1">{finding.why}</p>
      <p className="mt-1">{finding.todo}</p>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        {finding.mend && (
          <button className="button button-main" disabled={busy} onClick={onMend}>
            <Wrench size={15} aria-hidden className="shrink-0" />{' '}
            <span className="text-left">{finding.mend}</span>
          </button>
        )}
        {finding.where.slice(0, 2).map((where) => (
          <Link
            key={hrefOf(where, finding)}
            className="underline decoration-dotted underline-offset-4"
            to={hrefOf(where, finding)}
          >
            {where.label}
          </Link>
        ))}
      </div>
    </li>
  )
}

/** Where a finding is mended by hand, with this drawer kept open. */
function hrefOf(where: Where, { stage }: { stage: Stage }): string {
  switch (where.kind) {
    case 'network':
      return `networks?panel=findings&network=${where.id}`
    case 'ssid':
    case 'profile':
      return `networks?panel=findings&tab=ssids`
    case 'device':
      if (stage === 'ground') return `ground?panel=findings&piece=devices.${where.id}`
      if (stage === 'backhaul') return `backhaul?panel=findings&device=${where.id}`
      return `ports?panel=findings&device=${where.id}`
    case 'port':
      return `ports?panel=findings&device=${where.id}&port=${where.port}`
  }
}
