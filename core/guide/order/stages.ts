import { plural } from '../../lib/plural'
import type { Finding, Severity, Stage } from '../../judge/findings'
import { feedsOf } from '../../radio/backhaul'
import { accessPoints, isConnected, isOnAir, kindOf } from '../../plan'
import type { Device, Id, Site } from '../../plan'
import { STAGES } from './stageList'

export interface StageProgress {
  stage: Stage
  name: string
  key: string
  /** How far the stage is, in a few words. */
  says: string
  done: boolean
  open: Record<Severity, number>
}

/** What is known of the real site: a rehearsal is no part of it. */
export interface Observed {
  /** Devices that were measured or confirmed running. */
  running: ReadonlySet<Id>
  /** Requirements that must or must not hold, and how many of them have passing evidence on this revision. */
  asked: number
  proven: number
  /** Whether every drawn area meets its need with its confidence. */
  areasMet: boolean
  signed: boolean
  /** What was marked as built: nothing, the plan as it is, or another; or a runbook that leads there, and how far it is. */
  built: 'nothing' | 'asPlanned' | 'otherwise' | { done: number; steps: number }
}

/** How far the work is, stage by stage. A stage with an open stop or fix is not done. */
export function stageProgress(site: Site, found: Finding[], observed: Observed): StageProgress[] {
  return STAGES.map((entry) => {
    const open = { stop: 0, fix: 0, note: 0 }
    for (const { stage, severity } of found) if (stage === entry.stage) open[severity]++
    const { says, done } = JUDGES[entry.stage](site, observed)
    return { ...entry, says, open, done: done && open.stop + open.fix === 0 }
  })
}

type Judge = (site: Site, observed: Observed) => { says: string; done: boolean }

/** What the brief says so far. */
function briefWords(site: Site): string {
  const missing = [
    ...(site.feed.words === '' && site.feed.downMbps === null ? ['feed'] : []),
    ...(site.country === null ? ['country'] : []),
    ...(site.requirements.length === 0 ? ['requirements'] : []),
  ]
  return missing.length === 0
    ? plural(site.requirements.length, 'requirement')
    : `${missing.join(', ')} not stated`
}

/** What stands elsewhere has no place on this chart and no cable of this site. */
export const isHere = ({ remote }: Device): boolean => remote === null

/** Gear that has a state to be seen: all but what passes power or frames on without any. */
export const seenGear = (site: Site): Device[] => site.devices.filter((device) => kindOf(device).hasState)

const BUILT_WORDS = {
  nothing: 'nothing marked as built',
  asPlanned: 'built as planned',
  otherwise: 'changes to make',
} as const

const builtWords = (built: Observed['built']): string =>
  typeof built === 'object' ? `${built.done} of ${plural(built.steps, 'step')} done` : BUILT_WORDS[built]

/** A tick is earned: each of these is true of the plan, or was seen on the site. */
const JUDGES: Record<Stage, Judge> = {
  brief: (site) => ({
    says: briefWords(site),
    done:
      (site.feed.words !== '' || site.feed.downMbps !== null) &&
      site.country !== null &&
      site.requirements.length > 0,
  }),
  networks: (site) => ({
    says: `${plural(site.networks.length, 'network')}, ${plural(site.ssids.length, 'SSID')}`,
    done: site.networks.length > 0 && site.ssids.length > 0,
  }),
  ground: (site, { areasMet }) => {
    const drawn = site.areas.filter(({ outline }) => outline.length > 0)
    const mine = accessPoints(site).filter(isHere)
    const placed = mine.filter(({ position }) => position !== null)
    const all = mine.length
    const isDrawn = drawn.length > 0 && drawn.length === site.areas.length && placed.length === all
    return {
      says:
        site.levels.length === 0
          ? 'not drawn'
          : isDrawn && !areasMet
            ? 'areas below their need'
            : all === 0
              ? 'no access point yet'
              : `${placed.length} of ${all} access points placed`,
      done: isDrawn && areasMet,
    }
  },
  backhaul: (site) => {
    const feeds = feedsOf(site, 'all')
    const onAir = site.devices.filter((device) => isOnAir(device) && isHere(device))
    const dark = onAir.filter(({ id }) => !feeds.has(id))
    const byAir = onAir.filter(({ air }) => air !== null)
    return {
      says:
        dark.length > 0
          ? `${plural(dark.length, 'device', 'devices')} not fed`
          : `${plural(byAir.length, 'uplink')} by radio`,
      done: onAir.length > 0 && dark.length === 0,
    }
  },
  ports: (site) => {
    const loose = site.devices.filter((device) => isHere(device) && !isConnected(site, device))
    return {
      says: loose.length > 0 ? `${loose.length} not cabled` : plural(site.links.length, 'cable'),
      done: site.links.length > 0 && loose.length === 0,
    }
  },
  staging: (site, { running }) => {
    const gear = seenGear(site)
    const seen = gear.filter(({ id }) => running.has(id)).length
    return {
      says: `${seen} of ${gear.length} seen running`,
      done: gear.length > 0 && seen === gear.length,
    }
  },
  runbook: (_site, { built }) => ({ says: builtWords(built), done: built === 'asPlanned' }),
  proof: (_site, { asked, proven }) => ({
    says: asked === 0 ? 'nothing is asked for' : `${proven} of ${asked} proven`,
    done: asked > 0 && proven === asked,
  }),
  handover: (_site, { signed }) => ({ says: signed ? 'signed' : 'not signed', done: signed }),
}
