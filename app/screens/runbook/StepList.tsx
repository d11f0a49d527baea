import { Check } from 'lucide-react'
import type { RunbookStep, StepText } from '~/core/guide/runbook'
import { Collapsible } from '../../components/Collapsible'
import type { RunbookTold } from '../../workers/runbook.worker'

interface Props {
  told: RunbookTold
  /** How many are done; undefined: the work has not begun. */
  done?: number
}

/** All steps in their order, each in a line or two; what is set unfolds, and is printed in any case. */
export function StepList({ told: { runbook, texts }, done }: Props) {
  return (
    <ol aria-label="Steps" className="sheet divide-y divide-line">
      {texts.map((text, i) => (
        <Row
          key={text.sets[0]?.id ?? i}
          number={i + 1}
          text={text}
          step={runbook.steps[i]}
          how={done === undefined ? 'planned' : i < done ? 'done' : i === done ? 'now' : 'later'}
        />
      ))}
    </ol>
  )
}

interface RowProps {
  number: number
  text: StepText
  step: RunbookStep | undefined
  how: 'planned' | 'done' | 'now' | 'later'
}

function Row({ number, text: { title, where, happens, ...more }, step, how }: RowProps) {
  return (
    <li
      aria-current={how === 'now' ? 'step' : undefined}
      className={`flex break-inside-avoid gap-3 px-4 py-2 ${how === 'now' ? 'border-l-4 border-ink bg-land' : ''} ${how === 'done' ? 'text-soft' : ''}`}
    >
      <span className="figures w-7 shrink-0 text-right font-semibold">
        {how === 'done' ? <Check size={16} aria-label="done" className="inline" /> : number}
      </span>
      <div className="min-w-0 flex-1">
        <p className="flex justify-between gap-3">
          <span className="font-medium">{title}</span>
          <span className="figures shrink-0 text-soft">{step && `${Math.ceil(step.cost.minutes)} min`}</span>
        </p>
        {step?.walk && <p className="text-[0.93rem]">{where}</p>}
        {happens.map((line) => (
          <p key={line} className="text-[0.93rem] text-caution">
            {line}
          </p>
        ))}
        {how === 'planned' && (
          <>
            <Collapsible className="no-print text-[0.93rem]" titleClassName="text-soft" title="What is set">
              <Details {...more} />
            </Collapsible>
            <div className="hidden text-[0.93rem] print:block">
              <Details {...more} />
            </div>
          </>
        )}
      </div>
    </li>
  )
}

const Details = ({
  caution,
  page,
  sets,
  meanwhile,
  sees,
  undo,
}: Omit<StepText, 'title' | 'where' | 'happens'>) => (
  <div className="space-y-1 py-1">
    {caution && <p>{caution}</p>}
    {page && <p>{page}</p>}
    <ul className="list-disc pl-5">
      {sets.map(({ id, what, was, becomes }) => (
        <li key={id}>
          {what}: <span className="text-soft">{was}</span> → <strong className="figures">{becomes}</strong>
        </li>
      ))}
    </ul>
    {meanwhile && <p>Meanwhile: {meanwhile}</p>}
    {sees.map((line) => (
      <p key={line}>To see: {line}</p>
    ))}
    <p className="caption">Way back: {undo}</p>
  </div>
)
