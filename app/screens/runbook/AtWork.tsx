import { useEffect, useState } from 'react'
import { useRevalidator } from 'react-router'
import type { LinkEnd, Site } from '~/core/plan'
import { Progress } from '../../components/Progress'
import { later } from '../../components/later'
import type { RunbookUnderWay } from '../../server/runbook/runbook.server'
import { Otherwise } from './Otherwise'
import { StepCard } from './StepCard'
import { useRunbook } from './useRunbook'
import type { RunbookDo } from './useRunbookDo'

const StepList = later(() => import('./StepList').then((part) => part.StepList))

interface Props {
  laptop: LinkEnd
  present: Site
  target: Site
  underWay: RunbookUnderWay
  doing: RunbookDo
}

/** Somebody else may tick, too. */
const LOOK_AGAIN_MS = 5000

/** The runbook under way: one step at a time, the list beside it. */
export function AtWork({ laptop, present, target, underWay, doing }: Props) {
  const { done, steps, isBest, ticks, at, who } = underWay
  const { told, fault } = useRunbook(
    { present, target, laptop, done, steps, isBest },
    `${at} ${steps.length} ${underWay.revision}`,
  )
  const { revalidate } = useRevalidator()
  useEffect(() => {
    const timer = setInterval(() => void revalidate(), LOOK_AGAIN_MS)
    return () => clearInterval(timer)
  }, [revalidate])
  const [odd, setOdd] = useState(false)
  const now = ticks.length
  if (fault) return <p role="alert">{fault}</p>
  if (!told) return <Progress label="Reading the runbook" share={null} />
  const [step, text] = [told.runbook.steps[now], told.texts[now]]
  const since = ticks.at(-1)?.at ?? at
  return (
    <div className="grid items-start gap-3 @4xl:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
      {step && text && (
        <StepCard
          number={now + 1}
          of={steps.length}
          step={step}
          text={text}
          since={since}
          pace={underWay.paces[now] ?? null}
          quiet={underWay.quiet ?? null}
          busy={doing.busy}
          onDone={() => doing.ask({ kind: 'tick', step: now })}
          onOdd={() => setOdd(true)}
          onBack={now > 0 ? () => doing.ask({ kind: 'untick', step: now - 1 }) : null}
        />
      )}
      <div className="space-y-2">
        <p className="caption">
          Begun {who && `by ${who} `}for revision {underWay.revision}. What is ticked is kept: close the page,
          go on tomorrow, or hand it to somebody else.
        </p>
        <StepList told={told} done={now} />
      </div>
      {step && (
        <Otherwise
          key={`${at} ${now}`}
          open={odd}
          changes={step.changes}
          onClose={() => setOdd(false)}
          onTaken={(changeIds, note) => {
            setOdd(false)
            doing.ask({ kind: 'odd', step: now, changeIds, note })
          }}
        />
      )}
    </div>
  )
}
