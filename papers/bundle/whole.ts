import type { Copy, RecordFacts } from '~/core/record'
import { bundleFiles } from './contents'
import type { BundleFile, BundleInput } from './contents'
import { writeBundle } from './zip'

interface Whole extends Omit<BundleInput, 'papers' | 'sheet'> {
  facts: RecordFacts
  /** The record of these facts on A4: in a thread on the server, at once on the command line. */
  printed: (copy: Copy) => Promise<Uint8Array>
}

/** Everything that is handed over in one ZIP, both copies of the record printed. */
export async function wholeBundle({ facts, printed, ...rest }: Whole): Promise<Uint8Array> {
  const papers: BundleFile[] = []
  for (const copy of ['customer', 'installer'] as const)
    papers.push({
      path: `record/${copy}.pdf`,
      says: `The record, copy for the ${copy}`,
      bytes: await printed(copy),
    })
  const { revision, writtenAt, sheet } = facts
  return writeBundle({ site: rest.site.name, revision, writtenAt }, bundleFiles({ ...rest, papers, sheet }))
}
