import type { Problem } from '../lib/outcome'
import type { Change } from './change'
import { applyEdits } from './edits'
import type { Edit } from './edits'
import { pieceOf } from './touches'
import type { Piece } from './touches'
import { HEADER_FIELDS } from './types'
import type { Device, Site } from './types'

/** One revision of a plan as it came about after somebody began an edit. */
export interface Later {
  revision: number
  who: string
  label: string
  change: Change
}

interface Stale {
  one: Later
  pieces: Piece[]
}

/** Why edits are refused that rest on what somebody else changed meanwhile: each piece by name, as it was, is, and was meant. */
export function staleProblems(seen: Site, now: Site, edits: Edit[], { one, pieces }: Stale): Problem[] {
  const mine = applyEdits(seen, edits)
  const by = one.who === '' ? 'somebody' : one.who
  return pieces.map((piece) => ({
    path: ['revision'],
    code: 'stale',
    message: `${nameOf(piece, now, seen)} was changed by ${by} meanwhile (“${one.label}”, revision ${one.revision}). Nothing of yours was changed in the plan.`,
    states: statesOf(piece, seen, now, mine),
  }))
}

type Fields = Record<string, unknown>

/** A piece as it stands in a plan; null where it is not there. */
function pieceIn(site: Site, piece: Piece): Fields | null {
  const of = pieceOf(piece)
  if (!of) {
    const field = HEADER_FIELDS.find((name) => piece === `header/${name}`)
    return field ? { [field]: site[field] } : {}
  }
  const record = site[of.collection].find(({ id }) => id === of.id)
  if (!record) return null
  if (of.port === null) return { ...record } as unknown as Fields
  return { ...(record as Device).ports.find(({ number }) => number === of.port) }
}

function nameOf(piece: Piece, now: Site, seen: Site): string {
  const of = pieceOf(piece)
  if (!of)
    return piece.startsWith('order/')
      ? 'The order of the list'
      : `“${piece.slice('header/'.length)}” of the site`
  const record = pieceIn(now, `${of.collection}/${of.id}`) ?? pieceIn(seen, `${of.collection}/${of.id}`)
  const name = typeof record?.name === 'string' && record.name !== '' ? record.name : of.id
  return of.port === null ? name : `${name} port ${of.port}`
}

const said = (fields: Fields | null, field: string): string =>
  fields === null ? 'not there' : text(fields[field])

function text(value: unknown): string {
  const whole = typeof value === 'string' ? value : (JSON.stringify(value) ?? '')
  return whole.length > 80 ? `${whole.slice(0, 77)}…` : whole
}

/** Every field that differs between what is there now and what the person wanted. */
function statesOf(piece: Piece, seen: Site, now: Site, mine: Site): Problem['states'] {
  const [was, is, wanted] = [seen, now, mine].map((site) => pieceIn(site, piece)) as [
    Fields | null,
    Fields | null,
    Fields | null,
  ]
  const fields = new Set([...Object.keys(was ?? {}), ...Object.keys(is ?? {}), ...Object.keys(wanted ?? {})])
  return [...fields]
    .filter((field) => said(is, field) !== said(wanted, field) && !HIDDEN.has(field))
    .map((field) => ({ field, was: said(was, field), now: said(is, field), yours: said(wanted, field) }))
}

/** Keys never leave the server, not even in a problem. */
const HIDDEN: ReadonlySet<string> = new Set(['passphrase', 'radius'])
