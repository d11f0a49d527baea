import type { Finding, Severity, Stage } from '../findings'
import { feedsOf } from '../backhaul'
import { accessPoints, isConnected, isOnAir } from '../site'
import type { Site } from '../site'

/** The stages of the work in their order. A stage that gets a screen gets a line here. */
export const STAGES: readonly { stage: Stage; name: string; key: string }[] = [
  { stage: 'brief', name: 'Brief', key: 'b' },
  { stage: 'networks', name: 'Networks', key: 'n' },
  { stage: 'ground', name: 'Ground', key: 'g' },
  { stage: 'backhaul', name: 'Backhaul', key: 'k' },
  { stage: 'ports', name: 'Ports', key: 'p' },
  { stage: 'staging', name: 'Staging', key: 's' },
  { stage: 'proof', name: 'Proof', key: 'r' },
  { stage: 'handover', name: 'Handover', key: 'h' },
]

export interface StageProgress {
  stage: Stage
  name: string
  key: string
  /** How far the stage is, in a few words. */
  says: string
  done: boolean
  open: Record<Severity, number>
}

export interface Observed {
  accessPointsRunning: number
  clientTests: number
  throughputTests: number
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

const plural = (count: number, noun: string, many = `${noun}s`): string =>
  `${count} ${count === 1 ? noun : many}`

const JUDGES: Record<Stage, Judge> = {
  brief: (site) => ({
    says: site.feed ? 'feed noted' : 'feed not noted',
    done: site.feed !== '' && site.country !== null,
  }),
  networks: (site) => ({
    says: `${plural(site.networks.length, 'network')}, ${plural(site.ssids.length, 'SSID')}`,
    done: site.networks.length > 0 && site.ssids.length > 0,
  }),
  ground: (site) => {
    const drawn = site.areas.filter(({ outline }) => outline.length > 0)
    const placed = accessPoints(site).filter(({ position }) => position !== null)
    const all = accessPoints(site).length
    return {
      says: site.levels.length === 0 ? 'not drawn' : `${placed.length} of ${all} lights placed`,
      done: drawn.length > 0 && drawn.length === site.areas.length && placed.length === all,
    }
  },
  backhaul: (site) => {
    const feeds = feedsOf(site, 'all')
    const onAir = site.devices.filter(isOnAir)
    const dark = onAir.filter(({ id }) => !feeds.has(id))
    const byAir = onAir.filter(({ air }) => air !== null)
    return {
      says:
        dark.length > 0
          ? `${plural(dark.length, 'box', 'boxes')} not fed`
          : `${plural(byAir.length, 'uplink')} by radio`,
      done: onAir.length > 0 && dark.length === 0,
    }
  },
  ports: (site) => {
    const loose = site.devices.filter((device) => !isConnected(site, device))
    return {
      says: loose.length > 0 ? `${loose.length} not cabled` : plural(site.links.length, 'cable'),
      done: site.links.length > 0 && loose.length === 0,
    }
  },
  staging: (site, { accessPointsRunning }) => {
    const all = accessPoints(site).length
    return { says: `${accessPointsRunning} of ${all} running`, done: all > 0 && accessPointsRunning === all }
  },
  proof: (_site, { clientTests, throughputTests }) => ({
    says:
      clientTests + throughputTests === 0
        ? 'nothing measured'
        : plural(clientTests + throughputTests, 'test'),
    done: clientTests > 0 && throughputTests > 0,
  }),
  handover: () => ({ says: 'record', done: false }),
}
