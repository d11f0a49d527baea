import type Joi from 'joi'
import { pathText } from '~/core/lib/outcome'
import type { Outcome, Problem } from '~/core/lib/outcome'

/** What a named pattern wants, in words. */
const WANTED: Record<string, string> = {
  ip: 'an IPv4 address, four numbers from 0 to 255 with dots between, such as 10.64.8.1',
  cidr: 'a subnet with a length from /0 to /32, such as 10.64.8.0/24',
  mac: 'a hardware address of six pairs, such as 02:1f:00:00:00:01',
  version: 'a firmware version of numbers with dots, such as 4.2.1',
  country: 'a country code of two capital letters, such as NL',
  'address or name': 'an address such as 203.0.113.9, or a name such as wifi.example.org',
  'host name': 'a name such as time.example.org, or an address',
  'IP code (IEC 60529)': 'an IP code such as IP65 (IEC 60529)',
  id: 'an id of up to 40 letters, digits, - or _',
}

const KEY_FIELDS = new Set(['passphrase', 'key', 'secret', 'password'])

/** Checks data from outside. Every problem comes back, each with its path and a sentence. */
export function check<T>(schema: Joi.Schema, data: unknown): Outcome<T> {
  const { error, value } = schema.validate(data, { abortEarly: false, convert: false })
  return error ? { ok: false, problems: error.details.map(problemOf) } : { ok: true, value: value as T }
}

function problemOf(item: Joi.ValidationErrorItem): Problem {
  return { path: item.path, code: item.type, message: `${given(item)}${sentence(item)}` }
}

/** "“0” was given for networks[2].vlanId. ". A key is never quoted back. */
function given(item: Joi.ValidationErrorItem): string {
  const field = pathText(item.path) || 'The file'
  const value: unknown = item.context?.value
  if (value === undefined || KEY_FIELDS.has(String(item.path.at(-1)))) return `${field}: `
  return `${field} is ${short(value)}. `
}

function short(value: unknown): string {
  const text = JSON.stringify(value) ?? String(value)
  return text.length > 60 ? `${text.slice(0, 57)}…` : text
}

function sentence({ type, context }: Joi.ValidationErrorItem): string {
  const limit = context?.limit as number | undefined
  switch (type) {
    case 'any.required':
      return 'This field is missing.'
    case 'object.unknown':
      return 'This field is not known here. Check its spelling against docs/site-file.md.'
    case 'any.only':
      return `Accepted: ${(context?.valids as unknown[]).map((valid) => String(valid)).join(', ')}.`
    case 'string.pattern.name':
      return `Expected ${WANTED[String(context?.name)] ?? 'another form'}.`
    case 'string.empty':
      return 'It must not be empty.'
    case 'string.max':
      return `At most ${limit} characters are accepted.`
    case 'string.min':
      return `At least ${limit} characters are needed.`
    case 'number.min':
      return `The least accepted is ${limit}.`
    case 'number.max':
      return `The most accepted is ${limit}.`
    case 'number.integer':
      return 'A whole number is expected.'
    case 'array.max':
      return `At most ${limit} entries are accepted.`
    case 'array.unique':
      return 'It stands in the list twice.'
    default:
      return `Expected ${type.split('.')[0] === 'object' ? 'an object' : `a value of type ${type.split('.')[0]}`}.`
  }
}
