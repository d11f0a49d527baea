import { SeverityMark } from '../../components/SeverityMark'
import { useSite } from '../../hooks/useSite'
import { Section } from './Section'

export function OpenFindings() {
  const { findings } = useSite()
  return (
    <Section title="Open findings">
      {findings.length === 0 && <p>None: the plan shows no mistake that this program knows.</p>}
      <ul className="space-y-1">
        {findings.map((finding) => (
          <li key={finding.id} className="grid grid-cols-[4.5rem_4.5rem_1fr] gap-2">
            <SeverityMark severity={finding.severity} />
            <span className="figures">{finding.code}</span>
            <span>{finding.says}</span>
          </li>
        ))}
      </ul>
    </Section>
  )
}
