import { use } from 'react'
import type { Question } from '~/core/guide/jobs'
import { pathText } from '~/core/lib/outcome'
import { FormProblems } from '../../../components/Field'
import { RadioGroup } from '../../../components/RadioGroup'

interface Props {
  question: Extract<Question, { kind: 'choice' }>
  value: string
  onSay: (answer: string) => void
}

/** A choice between methods, with what the chosen one gives and costs right below it. */
export function MethodChoice({ question: { id, asks, choices }, value, onSay }: Props) {
  const mine = use(FormProblems).filter(({ path }) => pathText(path) === id)
  const chosen = choices.find((choice) => choice.value === value)
  return (
    <div>
      <p className="text-[0.9rem] font-medium">{asks}</p>
      <RadioGroup label={asks} value={value} choices={choices} onChange={onSay} isList />
      {chosen?.gives && (
        <dl className="caption mt-0.5 border-l-2 border-line pl-2">
          <dt className="sr-only">Gives</dt>
          <dd>+ {chosen.gives}</dd>
          {chosen.costs && (
            <>
              <dt className="sr-only">Costs</dt>
              <dd>− {chosen.costs}</dd>
            </>
          )}
        </dl>
      )}
      {mine.length > 0 && (
        <p role="alert" className="text-[0.9rem] font-medium text-caution">
          {mine.map(({ message }) => message).join(' ')}
        </p>
      )}
    </div>
  )
}
