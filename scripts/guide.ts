import { mkdirSync, writeFileSync } from 'node:fs'
import { JOBS, JOB_IDS, guidePage, topologyOf } from '~/core/guide/jobs'
import type { GuidePage, JobId } from '~/core/guide/jobs'
import { figureSvg } from '~/core/record/figure/svg'
import { topologyFigure } from '~/core/record/figure/topology'

/** The topology of a page's example as a picture by itself; null where a job makes no plan. */
function picture({ example: { before, made } }: GuidePage): string | null {
  if (made.edits.length === 0) return null
  const names = new Map(made.after.networks.map(({ vlanId, name }) => [vlanId, name]))
  return figureSvg(topologyFigure(topologyOf(made.after, before), names))
}

const list = (items: readonly string[], mark = '-') =>
  items.map((item, i) => `${mark === '1' ? `${i + 1}.` : mark} ${item}`).join('\n')

function pageText(id: JobId, page: GuidePage, hasPicture: boolean): string {
  const { made } = page.example
  const methods = made.methods.flatMap(({ taken, others }) => [taken, ...others])
  return `${[
    `# ${page.name}`,
    page.says,
    page.when,
    ...(hasPicture ? [`![What is connected to what](pictures/${id}.svg)`] : []),
    '## Take along',
    list(page.take),
    '## What is asked',
    list(page.questions.map(({ asks, accepts, hint }) => `**${asks}** ${accepts}.${hint ? ` ${hint}` : ''}`)),
    ...(methods.length > 0
      ? [
          '## Methods, and what each costs',
          list(methods.map(({ label, gives = '', costs = '' }) => `**${label}.** ${gives} ${costs}`.trim())),
        ]
      : []),
    '## The order of the work',
    list(made.steps, '1'),
    '## Worked out in the example',
    list(made.reasons.map(({ about, says }) => `**${about}**: ${says}`)),
    ...(made.cautions.length > 0 ? ['## Cautions', list(made.cautions)] : []),
    '## What goes wrong, and the way out',
    list(page.mistakes.map(({ code, mistake, todo }) => `${code}: ${mistake}. ${todo}`)),
    '## What proves it',
    list(made.tests),
  ].join('\n\n')}\n`
}

/** Every file of the guide, by its path below docs/guide. */
export function guideFiles(): Map<string, string> {
  const files = new Map<string, string>()
  for (const id of JOB_IDS) {
    const page = guidePage(id)
    const svg = picture(page)
    if (svg !== null) files.set(`pictures/${id}.svg`, svg)
    files.set(`${id}.md`, pageText(id, page, svg !== null))
  }
  const rows = JOB_IDS.map((id) => `- [${JOBS[id].name}](${id}.md): ${JOBS[id].says}`)
  files.set(
    'README.md',
    `# Guide\n\nA page for each job: when, what to take along, the order of the work, what goes wrong and what proves it. The examples are made with every answer as suggested. \`npm run guide\` writes these pages from the jobs themselves.\n\n${rows.join('\n')}\n`,
  )
  return files
}

if (process.argv[1]?.endsWith('guide.ts')) {
  mkdirSync('docs/guide/pictures', { recursive: true })
  for (const [name, text] of guideFiles()) writeFileSync(`docs/guide/${name}`, text)
}
