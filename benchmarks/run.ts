import { kindOf } from '~/core/plan'
import { readFileSync } from 'node:fs'
import { findings } from '~/core/judge/findings'
import { attachmentsOf } from '~/core/network/layer2'
import { leaseAt, matrixOf } from '~/core/network/layer3'
import { planTwin } from '~/core/radio/backhaul'
import type { Twin } from '~/core/network/layer3'
import { play } from '~/core/world'
import type { Site } from '~/core/plan'
import { good } from '~/core/lib/outcome'
import { readSiteFile } from '~/schema/siteFile'
import { openDatabase, storeOn } from '~/store'
import { benchChart } from './browser/chart'
import { benchPages } from './browser/pages'
import { benchGround } from './ground'
import { benchBackhaul } from './backhaul'
import { benchHelpers } from './helpers'
import { benchJobs } from './jobs'
import { benchPapers } from './papers'
import { benchProof } from './proof'
import { benchRunbook } from './runbook'
import { benchStaging } from './staging'
import { grownYard, placedYard } from './grownYard'

/** Prints what the heavy things cost, and how that grows. Figures, not verdicts. */
const RUNS = 5
const SIZES = [10, 50, 150, 500]

function medianMs(work: () => unknown, runs = RUNS): number {
  const times = Array.from({ length: runs }, () => {
    const start = performance.now()
    work()
    return performance.now() - start
  }).sort((a, b) => a - b)
  return times[Math.floor(runs / 2)] ?? 0
}

const timed = (work: () => unknown, runs = RUNS): string => `${medianMs(work, runs).toFixed(1)} ms`

const row = (...cells: string[]) =>
  console.log(cells.map((cell, i) => (i === 0 ? cell.padEnd(30) : cell.padStart(13))).join(''))

/** A new site each time, with cables of its own: nothing is taken over from the plan before. */
const fresh = (site: Site): Site => ({ ...site, links: [...site.links] })

function whole(site: Site): void {
  const plan = fresh(site)
  const twin = planTwin(plan)
  findings(plan, twin)
  matrixOf(twin)
  leases(twin)
}

function leases(twin: Twin): number {
  return attachmentsOf(twin.site).filter((attachment) => leaseAt(twin, attachment).lease).length
}

/** Edits in a row, one after the other as somebody makes them. */
const EDITS = 40
/** Which switch or access point is next: an edit that was made before is remembered. */
let turn = 0

/** What a screen shows of an edited plan. */
function after(edited: Site): void {
  const twin = planTwin(edited)
  findings(edited, twin)
  matrixOf(twin)
}

/** One port of a switch loses a VLAN, as an edit leaves the rest of the plan alone; then everything a screen shows of it. */
function afterPortEdit(site: Site): void {
  const switches = site.devices.filter((device) => kindOf(device).switching === 'managed')
  const device = switches[turn++ % switches.length]
  const [first, ...others] = device?.ports ?? []
  if (!device || !first) return
  const changed = { ...device, ports: [{ ...first, taggedVlans: first.taggedVlans.slice(1) }, ...others] }
  after({ ...site, devices: site.devices.map((one) => (one === device ? changed : one)) })
}

/** One access point is hung a little higher, where all have a place on the ground. */
function afterMove(site: Site): void {
  const placed = site.devices.filter(({ radios, position }) => radios.length > 0 && position)
  const device = placed[turn++ % placed.length]
  if (!device?.position) return
  const position = { ...device.position, heightM: device.position.heightM + 0.1 }
  after({ ...site, devices: site.devices.map((one) => (one === device ? { ...one, position } : one)) })
}

const read = readSiteFile(readFileSync('demo/tern-quay.json', 'utf8'))
if (!read.ok) throw new Error('the demo does not read')
const demo: Site = read.value

console.log(
  `median of ${RUNS} runs, of ${EDITS} for edits; access points, each with 8 SSIDs; 20 networks; up to 60 switches\n`,
)
row('site', 'findings', 'matrix', 'leases', 'all three', 'port edit', 'memory')
const sites: [string, Site][] = [
  ['the demo, 9 access points', demo],
  ...SIZES.map((size): [string, Site] => [`${size} access points`, grownYard(size)]),
]
const costs: number[] = []
for (const [name, site] of sites) {
  whole(site)
  const all = medianMs(() => whole(site))
  costs.push(all)
  row(
    name,
    timed(() => findings(fresh(site))),
    timed(() => matrixOf(planTwin(fresh(site)))),
    timed(() => leases(planTwin(fresh(site)))),
    `${all.toFixed(1)} ms`,
    timed(() => afterPortEdit(site), EDITS),
    `${Math.round(process.memoryUsage().heapUsed / 1048576)} MB`,
  )
}

row('an access point moved', ...SIZES.map((size) => timedMove(placedYard(size))))
row('', ...SIZES.map((size) => `of ${size}`))

function timedMove(site: Site): string {
  after(site)
  return timed(() => afterMove(site), EDITS)
}

/** The exponent of a power law through the last two sizes: 1 is linear. */
const [small, large] = [costs.at(-2) ?? 1, costs.at(-1) ?? 1]
const exponent = Math.log(large / small) / Math.log((SIZES.at(-1) ?? 1) / (SIZES.at(-2) ?? 1))
console.log(`\ngrowth from ${SIZES.at(-2)} to ${SIZES.at(-1)} access points: n^${exponent.toFixed(2)}\n`)

const HOUR_US = 3_600_000_000
const powered = demo.devices
  .filter(({ powerSource }) => powerSource !== 'poe')
  .map(({ id }) => ({ atUs: 0, action: { kind: 'powerOn' as const, deviceId: id } }))
row(
  'bench, one hour replayed',
  timed(() => play(demo, 1, 1, powered, HOUR_US)),
)

const store = storeOn(openDatabase(':memory:'))
const id = store.sites.create(demo)
let revision = 1
row(
  'one edit stored',
  timed(() =>
    store.edits.commit(id, 'bench', { who: '', base: revision++ }, () =>
      good([{ op: 'describe', header: { notes: `${revision}` } }]),
    ),
  ),
)
row('memory in all', `${Math.round(process.memoryUsage().rss / 1048576)} MB`)

console.log('')
await benchGround(row)
console.log('')
await benchHelpers(row, demo)
console.log('')
await benchBackhaul(row, demo)

benchStaging(row)

console.log('')
row('runbook', 'changes', 'steps', 'states', 'order', 'rehearsal', 'shows')
benchRunbook(row)

console.log('\nproof: a calibration, and the fewest stops')
await benchProof(row, demo)
benchJobs(row, timed)
await benchPapers(row)
await benchChart(row, demo)
await benchPages(row)
