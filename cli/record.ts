import { plural } from '~/core/lib/plural'
import { GROUP_NAME, partsCsv, partsList, wordsOf } from '~/core/record'
import type { Copy, PartRow } from '~/core/record'
import { runPaperTask } from '~/papers/tasks'
import { factsNow, paperOf, withBrought } from './brought'
import { writeOut } from './files'
import type { Command } from './options'
import { badInput, written } from './output'

const isCopy = (text: string): text is Copy => text === 'customer' || text === 'installer'
const quiet = () => undefined

/** `record FILE`: the record as values, or with --pdf as a PDF. */
export const recordCommand: Command = (files, options) =>
  withBrought(files, async (brought) => {
    const { copy = 'installer', pdf } = options
    const paper = paperOf(options)
    if (!isCopy(copy))
      return badInput([
        {
          path: ['copy'],
          code: 'copy',
          message: `--copy ${copy} is not known. Accepted: customer, installer.`,
        },
      ])
    if (!paper.ok) return badInput(paper.problems)
    const facts = factsNow(brought)
    if (pdf === undefined) {
      const record = await runPaperTask({ kind: 'record', facts, copy }, quiet)
      return { exitCode: 0, json: { record }, text: wordsOf(record).join('\n') }
    }
    const bytes = await runPaperTask({ kind: 'pdf', facts, copy, paper: paper.value }, quiet)
    const out = writeOut(pdf, bytes)
    return out.ok ? written(pdf, bytes.length, `the record for the ${copy}`) : badInput(out.problems)
  })

/** `parts FILE`: what the plan needs, and what it still lacks. */
export const partsCommand: Command = (files, { csv }) =>
  withBrought(files, ({ site, history }) => {
    const rows = partsList(site, history.ticks)
    const lacks = rows.filter(({ missing }) => missing > 0)
    if (csv !== undefined) {
      const out = writeOut(csv, partsCsv(rows))
      return out.ok
        ? written(csv, partsCsv(rows).length, plural(rows.length, 'part'))
        : badInput(out.problems)
    }
    return {
      exitCode: lacks.length > 0 ? 1 : 0,
      json: { site: site.name, isTaken: site.parts.length > 0, parts: rows },
      text: rows.map(line).join('\n') || 'The plan needs nothing yet.',
    }
  })

const line = ({ group, name, unit, toGet, needed, inCartons, missing }: PartRow): string =>
  [
    `${String(toGet).padStart(5)}${unit === 'm' ? ' m' : '  '}  ${name}`,
    `(${GROUP_NAME[group]}; ${needed} needed${inCartons > 0 ? `, ${inCartons} in cartons` : ''})`,
    missing > 0 ? `: ${missing} short` : '',
  ].join(' ')
