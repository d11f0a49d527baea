import { isIp } from '../../network/addressing'
import { bad, good } from '../../lib/outcome'
import type { Outcome, Problem } from '../../lib/outcome'
import { MOST_SSID_OCTETS, octetsOf, passphraseProblem } from '../../plan'
import type { Question } from './questions'

export type Answer = string | number | boolean
/** Every question of a job, answered and checked. */
export type Answers = Readonly<Record<string, Answer>>

const MAC = /^[0-9a-f]{2}(:[0-9a-f]{2}){5}$/

type Read<K extends Question['kind']> = (
  question: Extract<Question, { kind: K }>,
  given: unknown,
) => Answer | Bad
/** What is accepted instead, as the end of a sentence. */
class Bad {
  constructor(readonly accepted: string) {}
}

const asText = (given: unknown): string | null =>
  typeof given === 'string' ? given.trim() : typeof given === 'number' ? String(given) : null

/** No control characters, and nothing that is half a character: neither can be typed in on a page, nor written as UTF-8. */
const isReadable = (text: string): boolean => !/[\p{Cc}\p{Cs}]/u.test(text)

/** How each kind of answer is read: from a form everything comes as text, from a file as it is. */
const READ: { [K in Question['kind']]: Read<K> } = {
  text: ({ most, mayBeEmpty }, given) => {
    const said = asText(given)
    const accepted = `${mayBeEmpty ? 'up to' : '1 to'} ${most} characters`
    if (said === null || said.length > most || (said === '' && !mayBeEmpty)) return new Bad(accepted)
    return isReadable(said) ? said : new Bad(`${accepted}, none of them a control character`)
  },
  ssid: ({ mayBeEmpty }, given) => {
    const said = typeof given === 'string' ? given : null
    const accepted = `a name of 1 to ${MOST_SSID_OCTETS} octets${mayBeEmpty ? ', or nothing' : ''}`
    if (said === '' && mayBeEmpty) return said
    if (said === null || said.trim() === '' || octetsOf(said) > MOST_SSID_OCTETS) return new Bad(accepted)
    return isReadable(said) ? said : new Bad(`${accepted}, without control characters`)
  },
  key: (_question, given) => {
    if (typeof given !== 'string') return new Bad('a key of 8 to 63 characters')
    return passphraseProblem('wpa2-wpa3', given) === null
      ? given
      : new Bad('8 to 63 letters, digits, spaces and plain punctuation')
  },
  count: ({ least, most, unit, beyond }, given) => {
    const said = typeof given === 'string' && given.trim() !== '' ? Number(given) : given
    const accepted = `a whole number from ${least} to ${most}${unit ? ` ${unit}` : ''}`
    if (typeof said !== 'number' || !Number.isInteger(said) || said < least) return new Bad(accepted)
    return said > most ? new Bad(beyond ? `${accepted}. ${beyond}` : accepted) : said
  },
  choice: ({ choices }, given) => {
    const said = asText(given)
    return choices.some(({ value }) => value === said)
      ? (said ?? '')
      : new Bad(choices.map(({ value, label }) => `${value} (${label})`).join(', '))
  },
  yesNo: (_question, given) => {
    if (typeof given === 'boolean') return given
    return given === 'yes' ? true : given === 'no' ? false : new Bad('yes or no')
  },
  country: (_question, given) =>
    typeof given === 'string' && /^[A-Z]{2}$/.test(given)
      ? given
      : new Bad('a country code of two capital letters, such as NL'),
  address: ({ mayBeEmpty }, given) => {
    const said = asText(given)
    return said !== null && (isIp(said) || (said === '' && mayBeEmpty))
      ? said
      : new Bad(`an address such as 192.0.2.1${mayBeEmpty ? ', or nothing' : ''}`)
  },
  macs: (_question, given) => {
    const said = asText(given)
      ?.toLowerCase()
      .split(/[\s,;]+/)
      .filter(Boolean)
    return said?.every((mac) => MAC.test(mac))
      ? said.join(' ')
      : new Bad('hardware addresses such as 02:00:5e:00:53:01, with spaces between')
  },
}

const read = (question: Question, given: unknown): Answer | Bad =>
  (READ[question.kind] as (question: Question, given: unknown) => Answer | Bad)(question, given)

/** What is quoted back: never a key. */
const quoted = ({ kind }: Question, given: unknown): string =>
  kind === 'key' ? 'That key' : `“${typeof given === 'object' ? JSON.stringify(given) : String(given)}”`

/**
 * The answers to the questions, each checked; what nobody said is as suggested. Every bad answer is a problem at its question's id,
 * with what was given and what is accepted; so is an answer to a question that is not asked.
 */
export function answered(
  questions: readonly Question[],
  given: Readonly<Record<string, unknown>>,
): Outcome<Answers> {
  const known = new Set(questions.map(({ id }) => id))
  const problems: Problem[] = Object.keys(given)
    .filter((id) => !known.has(id))
    .map((id) => ({
      path: [id],
      code: 'job.unasked',
      message: `“${id}” is not asked here. Accepted: ${questions.map((one) => one.id).join(', ') || 'nothing'}.`,
    }))
  const answers: Record<string, Answer> = {}
  for (const question of questions) {
    const said = given[question.id] ?? question.suggested
    const answer = read(question, said)
    if (answer instanceof Bad)
      problems.push({
        path: [question.id],
        code: 'job.answer',
        message: `${question.asks} ${quoted(question, said)} cannot be taken. Accepted: ${answer.accepted.replace(/\.$/, '')}.`,
      })
    else answers[question.id] = answer
  }
  return problems.length > 0 ? bad(...problems) : good(answers)
}

export const textOf = (answers: Answers, id: string): string => String(answers[id] ?? '')
export const countOf = (answers: Answers, id: string): number => Number(answers[id] ?? 0)
export const isYes = (answers: Answers, id: string): boolean => answers[id] === true
