import type { Figure } from './figure/types'

/** customer: plain words, no keys · installer: everything but keys. What holds keys is no copy of the record: see sealed.ts. */
export type Copy = 'customer' | 'installer'

export interface Flagged {
  vlanId: number
  label: string
}

export interface RichCell {
  text: string
  flags?: readonly Flagged[]
  tone?: 'soft' | 'strong' | 'caution'
}
export type Cell = string | RichCell

export interface Column {
  title: string
  /** Of the width, against the others. */
  share: number
  align?: 'right'
  /** Addresses, names of ports and the like: every sign counts. */
  isCode?: boolean
}

export type Block =
  | { kind: 'text'; text: string; tone?: RichCell['tone'] }
  | { kind: 'list'; items: readonly string[] }
  | {
      kind: 'table'
      /** What the rows are of, such as the switch whose ports they are; empty: the section says it. */
      title: string
      columns: readonly Column[]
      rows: readonly (readonly Cell[])[]
      /** Said in place of a table without rows. */
      empty: string
    }
  | { kind: 'figure'; title: string; figure: Figure }
  /** Room to sign, or who has signed. */
  | { kind: 'signatures'; lines: readonly Signature[] }

/** Null for a name: nobody yet. Strokes are within a box of 1 by 0.4, in lines of points. */
export interface Signature {
  role: string
  name: string | null
  at: string | null
  strokes: readonly (readonly (readonly [number, number])[])[]
}

export interface Section {
  id: string
  title: string
  blocks: readonly Block[]
}

/** The record of a site as values: page, PDF and command line show the same. */
export interface RecordDoc {
  copy: Copy
  siteName: string
  place: string
  revision: number
  /** In words, by the clock of the site. */
  written: string
  facts: readonly (readonly [name: string, value: string])[]
  /** On the cover; null: nothing is drawn. */
  chart: Figure | null
  /** What the chart on the cover is, and is not. */
  chartSays: string
  sections: readonly Section[]
}

const cellWords = (cell: Cell): string[] =>
  typeof cell === 'string' ? [cell] : [cell.text, ...(cell.flags ?? []).map(({ label }) => label)]

function blockWords(block: Block): string[] {
  switch (block.kind) {
    case 'text':
      return [block.text]
    case 'list':
      return [...block.items]
    case 'table':
      return block.rows.length === 0
        ? [block.title, block.empty]
        : [block.title, ...block.columns.map(({ title }) => title), ...block.rows.flat().flatMap(cellWords)]
    case 'figure':
      return [block.title]
    case 'signatures':
      return block.lines.flatMap(({ role, name, at }) => [role, name ?? '', at ?? ''])
  }
}

/** Every text of a record in the order of reading; empty ones left out. */
export const wordsOf = (doc: RecordDoc): string[] =>
  [
    doc.siteName,
    doc.place,
    doc.written,
    ...doc.facts.flat(),
    doc.chartSays,
    ...doc.sections.flatMap(({ title, blocks }) => [title, ...blocks.flatMap(blockWords)]),
  ].filter(Boolean)
