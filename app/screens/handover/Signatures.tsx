import { Section } from './Section'

const LINES = ['Measured and handed over by', 'Received by']

/** Room to sign the record on paper. */
export const Signatures = () => (
  <Section title="Signed">
    <div className="mt-8 grid grid-cols-2 gap-10">
      {LINES.map((line) => (
        <p key={line} className="border-t border-ink pt-1 text-soft">
          {line} (name, date)
        </p>
      ))}
    </div>
  </Section>
)
