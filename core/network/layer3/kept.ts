import type { Id } from '../../plan'
import type { Segment } from '../layer2'

/**
 * One thing that an answer was worked out from and that another setting of a port can change: a broadcast domain (null: that a frame
 * is dropped at once), a port by its serial, the places of a network's clients by its id.
 */
export type Read = Segment | null | number | Id

/** Every port there is: for what follows a frame by more than its own way. */
export const EVERY_PORT = -1

/** An answer, and all that was read for it. */
interface Noted {
  value: unknown
  reads: ReadonlySet<Read>
}

export interface Memory {
  /** Answers by their question, and by what it is asked about. */
  answers: Map<symbol, Map<string, Noted>>
  /** What is being read for the questions that are being answered now, the innermost last. */
  asking: Set<Read>[]
}

/** Whoever remembers. */
interface Remembers {
  memory: Memory
}

export const emptyMemory = (): Memory => ({ answers: new Map(), asking: [] })

/** Says of what is being worked out that it depends on that. */
export function heed({ memory }: Remembers, read: Read): void {
  memory.asking.at(-1)?.add(read)
}

/**
 * Remembers the answers to a question for a twin, by a key, and takes them over to the twin of a plan that differs in how ports are set
 * and in what no frame depends on (`layer2/change`), where nothing that was read for them is touched (`takeOver`). All that the work reads
 * and that a port can change must be heeded: broadcast domains are by the twin itself, and so is what another kept answer was worked out
 * from. An answer holds no device: which other one stands in its place by then, it cannot know.
 */
export function keptPerTwin<T>(name: string): (twin: Remembers, key: string, work: () => T) => T {
  const question = Symbol(name)
  return ({ memory }, key, work) => {
    const outer = memory.asking.at(-1)
    const noted = answersTo(memory, question).get(key) ?? note(memory, question, key, work)
    if (outer) for (const read of noted.reads) outer.add(read)
    return noted.value as T
  }
}

function answersTo({ answers }: Memory, question: symbol): Map<string, Noted> {
  const known = answers.get(question) ?? new Map<string, Noted>()
  answers.set(question, known)
  return known
}

function note(memory: Memory, question: symbol, key: string, work: () => unknown): Noted {
  const reads = new Set<Read>()
  memory.asking.push(reads)
  try {
    const noted = { value: work(), reads }
    answersTo(memory, question).set(key, noted)
    return noted
  } finally {
    memory.asking.pop()
  }
}

/** Gives a memory the answers of an earlier one that nothing touched was read for. */
export function takeOver(from: Memory, to: Memory, touched: ReadonlySet<Read>): void {
  for (const [question, answers] of from.answers) {
    const mine = answersTo(to, question)
    for (const [key, noted] of answers) if (isUntouched(noted, touched)) mine.set(key, noted)
  }
}

function isUntouched({ reads }: Noted, touched: ReadonlySet<Read>): boolean {
  for (const read of reads) if (touched.has(read)) return false
  return true
}
