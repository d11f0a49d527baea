import { planTwin } from '../../radio/backhaul'
import { twinOf } from '../../network/layer3'
import type { Site } from '../../plan'
import { adr1 } from './adr1'
import { adr2 } from './adr2'
import { adr3 } from './adr3'
import { adr4 } from './adr4'
import { adr5 } from './adr5'
import { adr6 } from './adr6'
import { adr7 } from './adr7'
import { bkh5, bkh6, bkh7, bkh8 } from './bkhBridge'
import { bkh1, bkh2, bkh3, bkh4 } from './bkhMesh'
import { CATALOGUE } from './catalogue'
import type { Severity } from './catalogue'
import { ctl1 } from './ctl1'
import { ctl2, ctl3 } from './ctl23'
import { ctl4 } from './ctl4'
import { ctl5 } from './ctl5'
import { ctl6 } from './ctl6'
import { ctl7, ctl8 } from './ctl78'
import { rmt1 } from './rmt1'
import { rmt2 } from './rmt2'
import { adr8 } from './adr8'
import { rol1 } from './rol1'
import { rol2 } from './rol2'
import { rol3 } from './rol3'
import { rol4 } from './rol4'
import { vln5 } from './vln5'
import { vln6 } from './vln6'
import { iso1 } from './iso1'
import { iso2 } from './iso2'
import { iso3 } from './iso3'
import { cab2 } from './cab2'
import { sec3 } from './sec3'
import { sec4 } from './sec4'
import { wsh1 } from './wsh1'
import { ent1, ent2, ent3, ent4 } from './ent'
import { cab1 } from './cab1'
import { rad1 } from './rad1'
import { rad2 } from './rad2'
import { rad3 } from './rad3'
import { rad4 } from './rad4'
import { ssi5 } from './ssi5'
import { par1 } from './par1'
import { pow1 } from './pow1'
import { pow2 } from './pow2'
import { sec1 } from './sec1'
import { sec2 } from './sec2'
import { ssi1 } from './ssi1'
import { ssi2 } from './ssi2'
import { ssi3 } from './ssi3'
import { ssi4 } from './ssi4'
import type { Finding, PlanView, Rule, Sighting } from './types'
import { vln1 } from './vln1'
import { vln2 } from './vln2'
import { vln3 } from './vln3'
import { vln4 } from './vln4'

export { CATALOGUE } from './catalogue'
export type { Code, Severity, Stage } from './catalogue'
export type { Finding, Mend, Rule, Where } from './types'

export const RULES: readonly Rule[] = [
  adr1,
  adr2,
  adr3,
  adr4,
  adr5,
  adr6,
  adr7,
  adr8,
  rol1,
  rol2,
  rol3,
  rol4,
  ssi1,
  ssi2,
  ssi3,
  ssi4,
  ssi5,
  vln1,
  vln2,
  vln3,
  vln4,
  vln5,
  vln6,
  iso1,
  iso2,
  iso3,
  pow1,
  pow2,
  cab1,
  cab2,
  bkh1,
  bkh2,
  bkh3,
  bkh4,
  bkh5,
  bkh6,
  bkh7,
  bkh8,
  ent1,
  ent2,
  ent3,
  ent4,
  ctl1,
  ctl2,
  ctl3,
  ctl4,
  ctl5,
  ctl6,
  ctl7,
  ctl8,
  rmt1,
  rmt2,
  sec1,
  sec2,
  sec3,
  sec4,
  rad1,
  rad2,
  rad3,
  rad4,
  wsh1,
  par1,
]

const WEIGHT: Record<Severity, number> = { stop: 0, fix: 1, note: 2 }

/** Every mistake the plan shows, the ones that stop the work first. */
export function findings(site: Site, built = planTwin(site)): Finding[] {
  const plan = planView(site, built)
  return RULES.flatMap((rule) => unique(rule.check(plan).map((sighting) => findingOf(rule, sighting)))).sort(
    (a, b) => WEIGHT[a.severity] - WEIGHT[b.severity],
  )
}

/** A site where nothing is dark and nothing silent is one twin, not two. */
export function planView(site: Site, built = planTwin(site)): PlanView {
  const isWhole = built.fabric.nodes.size === site.devices.length && built.fabric.silentAir.size === 0
  return { site, built, twin: isWhole ? built : twinOf(site) }
}

function findingOf({ code }: Rule, sighting: Sighting): Finding {
  const { mistake, why, todo, severity, stage } = CATALOGUE[code]
  const place = sighting.where
    .map((where) => (where.kind === 'port' ? `${where.id}.${where.port}` : where.id))
    .join('+')
  return {
    id: `${code}:${place}`,
    code,
    severity: sighting.severity ?? severity,
    stage,
    mistake,
    says: sighting.says,
    why,
    todo,
    where: sighting.where,
    mend: sighting.mend ?? null,
  }
}

/** One rule may see two faults at one place; a counter keeps their ids apart. */
function unique(list: Finding[]): Finding[] {
  const times = new Map<string, number>()
  return list.map((finding) => {
    const count = (times.get(finding.id) ?? 0) + 1
    times.set(finding.id, count)
    return count === 1 ? finding : { ...finding, id: `${finding.id}#${count}` }
  })
}

export const countBySeverity = (list: Finding[]): Record<Severity, number> => ({
  stop: list.filter(({ severity }) => severity === 'stop').length,
  fix: list.filter(({ severity }) => severity === 'fix').length,
  note: list.filter(({ severity }) => severity === 'note').length,
})
