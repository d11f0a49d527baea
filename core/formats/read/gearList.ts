import Papa from 'papaparse'
import { bad, good } from '../../lib/outcome'
import type { Outcome, Problem } from '../../lib/outcome'
import { KINDS } from '../../plan'
import type { DeviceType, Id } from '../../plan'

/** One line of a gear list, and what it is taken for. */
export interface GearRow {
  /** As somebody wrote it. */
  text: string
  count: number
  /** The type that its words fit; null: none, or several as well. */
  typeId: Id | null
  /** Types that fit in part, the best first: to choose from. */
  likely: Id[]
}

const MOST_ROWS = 200
const MOST_OF_ONE = 200
const MOST_LIKELY = 4
/** "2 ceiling access point", "2x ceiling access point", "ceiling access point x 2". */
const COUNT_FIRST = /^(\d+)\s*[x×]?\s+(.+)$/i
const COUNT_LAST = /^(.+?)\s*[x×]\s*(\d+)$/i

/** Words of the trade that stand for others. */
const SAME: Readonly<Record<string, string>> = {
  ap: 'accesspoint',
  aps: 'accesspoint',
  wap: 'accesspoint',
  poe: '802.3',
  unmanaged: 'unmanaged',
  one: '1',
  two: '2',
  four: '4',
  five: '5',
  eight: '8',
  sixteen: '16',
  twentyfour: '24',
}

/** Reads a gear list as it is pasted: entries by lines or semicolons, or a CSV of count and words. Every bad line is a problem. */
export function readGearList(text: string, types: readonly DeviceType[]): Outcome<GearRow[]> {
  const entries = entriesIn(text)
  if (entries.length === 0)
    return bad(
      problem('There is nothing in the list. Accepted: such as “2 ceiling access point; 1 switch 16”.'),
    )
  if (entries.length > MOST_ROWS)
    return bad(problem(`The list has ${entries.length} entries; at most ${MOST_ROWS} are taken at once.`))
  const words = types.map((type) => ({ type, words: wordsOfType(type) }))
  const problems: Problem[] = []
  const rows = entries.flatMap((entry): GearRow[] => {
    const { count, what } = countIn(entry)
    if (count >= 1 && count <= MOST_OF_ONE && what !== '')
      return [{ text: entry, count, ...fitting(what, words) }]
    problems.push(problem(`“${entry}”: ${count} of it cannot be taken. Accepted: 1 to ${MOST_OF_ONE}.`))
    return []
  })
  return problems.length > 0 ? { ok: false, problems } : good(rows)
}

const problem = (message: string): Problem => ({ path: ['list'], code: 'gear', message })

/** A table has several cells in most of its lines, the count in one of them; otherwise lines and semicolons part the entries. */
function entriesIn(text: string): string[] {
  const { data } = Papa.parse<string[]>(text, { skipEmptyLines: 'greedy' })
  const isTable =
    data.length > 0 &&
    data.every((cells) => cells.length > 1 && cells.some((cell) => /^\s*\d+\s*$/.test(cell)))
  const entries = isTable
    ? data.map((cells) => {
        const at = cells.findIndex((cell) => /^\s*\d+\s*$/.test(cell))
        return [cells[at], ...cells.filter((_, i) => i !== at)].join(' ')
      })
    : text.split(/[\n\r;]+/)
  return entries.map((entry) => entry.replace(/\s+/g, ' ').trim()).filter(Boolean)
}

function countIn(entry: string): { count: number; what: string } {
  const [, first, after] = COUNT_FIRST.exec(entry) ?? []
  if (first !== undefined && after !== undefined) return { count: Number(first), what: after }
  const [, before, last] = COUNT_LAST.exec(entry) ?? []
  return last !== undefined && before !== undefined
    ? { count: Number(last), what: before }
    : { count: 1, what: entry }
}

const plain = (text: string): string[] =>
  (
    text
      .toLowerCase()
      .replace(/access[ -]?points?/g, 'accesspoint')
      .replace(/twenty[ -]four/g, 'twentyfour')
      .match(/[a-z0-9.]+/g) ?? []
  )
    .map((word) => word.replace(/^\.+|\.+$/g, ''))
    .map((word) => SAME[word] ?? (word.length > 3 ? word.replace(/(?<!s)s$/, '').replace(/e$/, '') : word))
    .filter((word) => word !== '' && !IDLE.has(word))

const IDLE: ReadonlySet<string> = new Set([
  'a',
  'an',
  'the',
  'with',
  'and',
  'of',
  'for',
  'in',
  'all',
  'port',
  'piec',
  'pc',
  'pcs',
])

const wordsOfType = ({ name, kind, ports }: DeviceType): ReadonlySet<string> =>
  new Set([...plain(name), ...plain(KINDS[kind].noun), String(ports.length)])

/** Every word has to be known to a type, and to no other; what is written in full is that type. */
function fitting(
  what: string,
  types: readonly { type: DeviceType; words: ReadonlySet<string> }[],
): Pick<GearRow, 'typeId' | 'likely'> {
  const wanted = plain(what)
  const scored = types
    .map(({ type, words }) => ({
      id: type.id,
      hits: wanted.filter((word) => words.has(word)).length,
      size: words.size,
      exact: type.name.toLowerCase() === what.toLowerCase(),
    }))
    .filter(({ hits }) => hits > 0)
    .sort((a, b) => Number(b.exact) - Number(a.exact) || b.hits - a.hits || a.size - b.size)
  const [best, next] = scored
  const isSure =
    best !== undefined &&
    (best.exact || (best.hits === wanted.length && (next === undefined || next.hits < best.hits)))
  return { typeId: isSure ? best.id : null, likely: scored.slice(0, MOST_LIKELY).map(({ id }) => id) }
}
