import { octetsOf } from '../../../plan'
import { plainLine } from './faults'
import type { Faults, Field } from './faults'

/**
 * How FreeRADIUS 3 reads a value that stands in quotes of its configuration: the quote itself is taken out of its
 * escape, every other pair of backslash and character stays as it is. Null: the quotes end before the value does, or
 * after it. Read off the program; held to it by logins in tests.
 */
function insideQuotes(text: string, quote: string): string | null {
  let read = ''
  for (let i = 0; i < text.length; i++) {
    if (text[i] === quote) return null
    if (text[i] !== '\\') {
      read += text[i]
      continue
    }
    if (i + 1 >= text.length) return null
    read += text[i + 1] === quote ? quote : `\\${text[i + 1]}`
    i++
  }
  return read
}

const BARE = /^[A-Za-z0-9._~\\-][A-Za-z0-9._~\\'"-]*$/

/** Ways to write a value; in double quotes and bare, `$` would be expanded when the server starts. */
function* waysOf(value: string, bare: boolean): Generator<{ written: string; read: string | null }> {
  for (const quote of ["'", '"']) {
    if (quote === '"' && value.includes('$')) continue
    const inner = value.replaceAll(quote, `\\${quote}`)
    yield { written: `${quote}${inner}${quote}`, read: insideQuotes(inner, quote) }
  }
  // A backslash at the end of a line would join the next one to it.
  if (bare && BARE.test(value)) yield { written: `${value} # as it stands`, read: value }
}

function word(value: string, field: Field, faults: Faults, bare: boolean): string | null {
  if (plainLine(value, field, faults) === null) return null
  for (const { written, read } of waysOf(value, bare)) if (read === value) return written
  return faults.refuse(
    field,
    'has a backslash before a quotation mark or at its end, which FreeRADIUS cannot tell from an escape',
    'text in which no backslash stands there',
  )
}

/** Source: RFC 2865 section 5.2. */
const MOST_PASSWORD_OCTETS = 128

/** A value of clients.conf: read back as it is, or refused. */
export const freeradiusWord = (value: string, field: Field, faults: Faults): string | null =>
  word(value, field, faults, true)

/**
 * A password of its users file. Single quotes: nothing in them is expanded at login (`%{…}` runs modules, even programs).
 * There the value is taken out of its escapes a second time, so a backslash is written twice.
 */
export function freeradiusPassword(value: string, field: Field, faults: Faults): string | null {
  if (plainLine(value, field, faults) === null) return null
  const octets = octetsOf(value)
  if (octets > MOST_PASSWORD_OCTETS)
    return faults.refuse(field, `has ${octets} octets`, `at most ${MOST_PASSWORD_OCTETS} octets`)
  return `'${value.replaceAll('\\', '\\\\').replaceAll("'", "\\'")}'`
}

/** A user's name of its users file. `DEFAULT` stands for everybody there, and `$INCLUDE` reads another file. */
export function freeradiusUser(name: string, field: Field, faults: Faults): string | null {
  if (name === 'DEFAULT' || name.toUpperCase() === '$INCLUDE')
    return faults.refuse(
      field,
      `is “${name}”, which FreeRADIUS takes for ${name === 'DEFAULT' ? 'everybody' : 'an order to read another file'}`,
      'any other name',
    )
  return word(name, field, faults, false)
}
