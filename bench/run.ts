import { readFileSync } from 'node:fs'
import { findings } from '~/core/findings'
import { reachMatrix, twinOf } from '~/core/layer3'
import type { Site } from '~/core/site'
import { good } from '~/core/outcome'
import { runBench } from '~/field'
import { readSiteFile } from '~/schema/siteFile'
import { openDatabase, storeOn } from '~/store'
import { grownYard } from './grownYard'

/** Prints what the heavy things cost, and how that grows. Figures, not verdicts. */
const RUNS = 5

function timed(work: () => unknown): string {
  const times = Array.from({ length: RUNS }, () => {
    const start = performance.now()
    work()
    return performance.now() - start
  }).sort((a, b) => a - b)
  return `${(times[Math.floor(RUNS / 2)] ?? 0).toFixed(1)} ms`.padStart(12)
}

const row = (...cells: string[]) =>
  console.log(cells.map((cell, i) => (i === 0 ? cell.padEnd(28) : cell.padStart(14))).join(''))

const read = readSiteFile(readFileSync('tests/kit/chandlery.json', 'utf8'))
if (!read.ok) throw new Error('the demo does not read')
const demo: Site = read.value

console.log(`median of ${RUNS} runs\n`)
row('site', 'findings', 'reach matrix')
row(
  'the demo, 1 access point',
  timed(() => findings(demo)),
  timed(() => reachMatrix(twinOf(demo))),
)
for (const accessPoints of [5, 10, 20, 40, 80]) {
  const site = grownYard(demo, accessPoints)
  row(
    `grown, ${accessPoints} access points`,
    timed(() => findings(site)),
    timed(() => reachMatrix(twinOf(site))),
  )
}

console.log()
const HOUR_US = 3_600_000_000
const powered = demo.devices
  .filter(({ powerSource }) => powerSource !== 'poe')
  .map(({ id }) => ({ atUs: 0, action: { kind: 'powerOn' as const, deviceId: id } }))
row(
  'bench, one hour replayed',
  timed(() => runBench(demo, 1, 1, powered, HOUR_US)),
)

const { sites, edits } = storeOn(openDatabase(':memory:'))
const id = sites.create(demo)
let revision = 1
row(
  'one edit stored',
  timed(() => edits.edit(id, revision++, 'bench', (site) => good({ ...site, notes: `${revision}` }))),
)
row('\nmemory', `${Math.round(process.memoryUsage().rss / 1048576)} MB`)
