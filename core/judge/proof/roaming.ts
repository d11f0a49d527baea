/** What a client that is carried about showed at one moment. */
export interface RoamSample {
  atS: number
  /** The radio that serves it: a BSSID or a name; null: none. */
  serving: string | null
  dbm: number | null
  /** Others of the same SSID that it hears, where that is known. */
  others: { radio: string; dbm: number }[]
}

/** The client went from one radio to another. */
export interface RoamChange {
  atS: number
  from: string
  to: string
  /** Of the one that it left, just before. */
  leftDbm: number | null
  /** How long it had none in between, s; within one sample's spacing: 0. */
  gapS: number
  /** The other had been stronger by so much, for so long before it went: its hysteresis. Null: nobody heard the other before. */
  waited: { db: number; s: number } | null
}

export interface RoamReport {
  changes: RoamChange[]
  lowestDbm: number | null
  longestGapS: number
  /** Stretches on which it held on to a weaker radio. Code PRF-2 of the catalogue of mistakes. */
  sticky: { fromS: number; toS: number; radio: string; better: string; byDb: number }[]
}

export interface StickyBound {
  byDb: number
  forS: number
}

/** A client that stays although another is stronger by that much for that long is holding on. Assumed, no source; settable. */
export const USUAL_STICKY: StickyBound = { byDb: 8, forS: 10 }

/** Who served a client on its way, where it changed, and where it held on too long. The samples may come in any order. */
export function roamReport(samples: readonly RoamSample[], sticky: StickyBound = USUAL_STICKY): RoamReport {
  const walk = [...samples].sort((a, b) => a.atS - b.atS)
  const levels = walk.flatMap(({ dbm }) => dbm ?? [])
  const { gaps, changes } = passed(walk)
  return {
    changes,
    lowestDbm: levels.length === 0 ? null : Math.min(...levels),
    longestGapS: Math.max(0, ...gaps),
    sticky: stretches(walk, sticky),
  }
}

function passed(walk: readonly RoamSample[]): { gaps: number[]; changes: RoamChange[] } {
  const gaps: number[] = []
  const changes: RoamChange[] = []
  let last: RoamSample | null = null
  let goneAtS: number | null = null
  for (const [i, one] of walk.entries()) {
    if (one.serving === null) {
      // Without one from the first sample that says so to the first that has one again.
      goneAtS ??= one.atS
      if (i === walk.length - 1) gaps.push(one.atS - goneAtS)
      continue
    }
    const gapS = goneAtS === null ? 0 : one.atS - goneAtS
    gaps.push(gapS)
    if (last && last.serving !== null && last.serving !== one.serving)
      changes.push({
        atS: one.atS,
        from: last.serving,
        to: one.serving,
        leftDbm: last.dbm,
        gapS,
        waited: waitedFor(walk.slice(0, i), one.serving),
      })
    last = one
    goneAtS = null
  }
  return { gaps, changes }
}

/** How long before the end of these a radio had been the stronger one without a break, and by how much at the end. */
function waitedFor(before: readonly RoamSample[], radio: string): RoamChange['waited'] {
  let since: number | null = null
  let db = 0
  for (const { atS, dbm, others } of [...before].reverse()) {
    const other = others.find((one) => one.radio === radio)
    if (!other || dbm === null || other.dbm <= dbm) break
    if (since === null) db = other.dbm - dbm
    since = atS
  }
  const end = before.at(-1)?.atS ?? 0
  return since === null ? null : { db, s: end - since }
}

type Stretch = RoamReport['sticky'][number]

/** Runs of samples on which another one leads by that much; those that are long enough. */
function stretches(walk: readonly RoamSample[], { byDb, forS }: StickyBound): Stretch[] {
  const runs: Stretch[] = []
  let goesOn = false
  for (const { atS, serving, dbm, others } of walk) {
    const [best] = others.filter(({ radio }) => radio !== serving).sort((a, b) => b.dbm - a.dbm)
    const lead = best && dbm !== null ? best.dbm - dbm : -Infinity
    const leads = serving !== null && best !== undefined && lead >= byDb
    const last = runs.at(-1)
    if (leads && goesOn && last?.radio === serving)
      Object.assign(last, { toS: atS, better: best.radio, byDb: Math.max(last.byDb, lead) })
    else if (leads) runs.push({ fromS: atS, toS: atS, radio: serving, better: best.radio, byDb: lead })
    goesOn = leads
  }
  return runs.filter(({ fromS, toS }) => toS - fromS >= forS)
}

/** A report in words; what calls PRF-2 by its code. */
export function roamWords(
  { changes, lowestDbm, longestGapS, sticky }: RoamReport,
  nameOf: (radio: string) => string,
): string[] {
  return [
    changes.length === 0
      ? `It never changed${lowestDbm === null ? '' : `; ${lowestDbm} dBm at the lowest`}.`
      : `${changes.length} ${changes.length === 1 ? 'change' : 'changes'}, ${lowestDbm ?? '?'} dBm at the lowest, ${longestGapS.toFixed(1)} s without at the longest.`,
    ...changes.map(
      ({ atS, from, to, leftDbm, gapS, waited }) =>
        `At ${atS.toFixed(0)} s from ${nameOf(from)}${leftDbm === null ? '' : ` at ${leftDbm} dBm`} to ${nameOf(to)}${gapS > 0 ? `, ${gapS.toFixed(1)} s without` : ''}${waited ? `; the other had been ${waited.db.toFixed(0)} dB stronger, for ${waited.s.toFixed(0)} s` : ''}.`,
    ),
    ...sticky.map(
      ({ fromS, toS, radio, better, byDb }) =>
        `PRF-2: from ${fromS.toFixed(0)} to ${toS.toFixed(0)} s it held on to ${nameOf(radio)}, with ${nameOf(better)} up to ${byDb.toFixed(0)} dB stronger. Wait 30 to 60 s or rejoin before judging a throughput there.`,
    ),
  ]
}
