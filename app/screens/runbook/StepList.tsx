import { Check } from 'lucide-react'
import type { RunbookTold } from '../../workers/runbookMessages'

interface Props {
  told: RunbookTold
  /** How many are done; undefined: the work has not begun. */
  done?: number
}

/** All steps in their order, each in a line or two. */
export function StepList({ told: { runbook, texts }, done }: Props) {
  return (
    <ol aria-label="Steps" className="sheet divide-y divide-line">
      {texts.map(({ title, where, happens }, i) => {
        const step = runbook.steps[i]
        const isDone = done !== undefined && i < done
        return (
          <li
            key={i}
            aria-current={i === done ? 'step' : undefined}
            className={`flex gap-3 px-4 py-2 ${i === done ? 'border-l-4 border-ink bg-land' : ''} ${isDone ? 'text-soft' : ''}`}
          >
            <span className="figures w-7 shrink-0 text-right font-semibold">
              {isDone ? <Check size={16} aria-label="done" className="inline" /> : i + 1}
            </span>
            <div className="min-w-0 flex-1">
              <p className="flex justify-between gap-3">
                <span className="font-medium">{title}</span>
                <span className="figures shrink-0 text-soft">
                  {step && `${Math.ceil(step.cost.minutes)} min`}
                </span>
              </p>
              {step?.walk && <p className="text-[0.93rem]">{where}</p>}
              {happens.map((line) => (
                <p key={line} className="text-[0.93rem] text-caution">
                  {line}
                </p>
              ))}
            </div>
          </li>
        )
      })}
    </ol>
  )
}
