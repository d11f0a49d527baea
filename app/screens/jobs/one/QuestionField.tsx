import type { Question } from '~/core/guide/jobs'
import { CheckInput, NumberInput, SelectInput, TextInput } from '../../../components/inputs'
import type { Choice } from '../../../components/Select'
import { MethodChoice } from './MethodChoice'

interface Props {
  question: Question
  value: string | number | boolean
  countries: readonly Choice[]
  onSay: (answer: string | number | boolean) => void
}

/** One question, as the control that its kind wants. */
export function QuestionField({ question, value, countries, onSay }: Props) {
  const { id: path, asks: label, hint } = question
  const base = { label, path, hint: hint || undefined }
  switch (question.kind) {
    case 'count':
      return (
        <NumberInput
          {...base}
          label={question.unit ? `${label} (${question.unit})` : label}
          value={value === '' ? null : Number(value)}
          min={question.least}
          max={question.most}
          step={1}
          onChange={(next) => onSay(next ?? '')}
        />
      )
    case 'yesNo':
      return (
        <div>
          <CheckInput label={label} checked={value === true} onChange={onSay} />
          {hint && <p className="caption">{hint}</p>}
        </div>
      )
    case 'choice':
      return question.choices.some(({ gives }) => gives) ? (
        <MethodChoice question={question} value={String(value)} onSay={onSay} />
      ) : (
        <SelectInput
          {...base}
          value={String(value)}
          choices={question.choices}
          onChange={(next) => onSay(next ?? '')}
        />
      )
    case 'country':
      return (
        <SelectInput
          {...base}
          value={String(value)}
          choices={countries}
          onChange={(next) => onSay(next ?? '')}
        />
      )
    default:
      return (
        <TextInput
          {...base}
          mono={question.kind !== 'text' && question.kind !== 'ssid'}
          value={String(value)}
          onChange={onSay}
        />
      )
  }
}
