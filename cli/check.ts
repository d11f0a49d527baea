import { countBySeverity, findings } from '~/core/judge/findings'
import type { Finding } from '~/core/judge/findings'
import { oneFile } from './options'
import { badInput } from './output'
import type { Output } from './output'
import { readSite } from './siteInput'

/** `check FILE`: every finding of the plan. */
export const checkCommand = (files: string[]): Output =>
  oneFile(files, (file) => {
    const site = readSite(file)
    if (!site.ok) return badInput(site.problems)
    const found = findings(site.value)
    const counts = countBySeverity(found)
    return {
      exitCode: counts.stop > 0 ? 1 : 0,
      json: { site: site.value.name, counts, findings: found.map(publicFinding) },
      text: [
        `${site.value.name}: ${counts.stop} stop, ${counts.fix} fix, ${counts.note} note`,
        ...found.map(sentences),
      ].join('\n'),
    }
  })

/** A mend's edits may hold keys, so only its words are printed. */
const publicFinding = ({ mend, ...finding }: Finding) => ({ ...finding, mend: mend?.label ?? null })

const sentences = ({ code, severity, says, todo, mend }: Finding): string =>
  [
    `\n${severity.toUpperCase()} ${code}  ${says}`,
    `  ${todo}`,
    ...(mend ? [`  Mend: ${mend.label}`] : []),
  ].join('\n')
