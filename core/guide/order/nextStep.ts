import { accessPoints } from '../../plan'
import type { Finding, Stage } from '../../judge/findings'
import type { Site } from '../../plan'
import { STAGES } from './stageList'
import { isHere } from './stages'
import type { StageProgress } from './stages'

/** What to do next at a step of the work, from the state of the work. */
export interface NextStep {
  says: string
  /** The step to go to, where it is another one. */
  stage: Stage | null
  /** The finding to open first, where one holds the step back. */
  findingId: string | null
}

const at = (says: string): NextStep => ({ says, stage: null, findingId: null })

/** The next thing to do at a step: what is missing first, then what is wrong, then on to the next step that is open. */
export function nextStep(
  site: Site,
  stage: Stage,
  progress: readonly StageProgress[],
  found: readonly Finding[],
): NextStep {
  const missing = MISSING[stage](site)
  if (missing) return at(missing)
  const mine = found.filter((finding) => finding.stage === stage && finding.severity !== 'note')
  const [first] = mine
  if (first)
    return {
      says: `${mine.length === 1 ? 'One finding holds' : `${mine.length} findings hold`} this step back. First: ${first.says}`,
      stage: null,
      findingId: first.id,
    }
  const here = progress.find((one) => one.stage === stage)
  if (here && !here.done) return at(OPEN[stage])
  const open = progress.find((one) => !one.done)
  if (!open) return at('Every step is done.')
  const before =
    STAGES.findIndex((one) => one.stage === open.stage) < STAGES.findIndex((one) => one.stage === stage)
  return {
    says: `Done here. ${before ? 'Still open before it' : 'Next'}: ${open.name}, ${open.says}.`,
    stage: open.stage,
    findingId: null,
  }
}

/** What a step cannot do without. */
const MISSING: Record<Stage, (site: Site) => string | null> = {
  brief: (site) =>
    site.feed.words === '' && site.feed.downMbps === null
      ? 'State the feed: what comes in, and how fast, down and up.'
      : site.country === null
        ? 'Choose the country: its radio rules hold for everything after.'
        : site.networks.length > 0 && site.requirements.length === 0
          ? 'Say below which network must, may and must not reach which.'
          : null,
  networks: (site) =>
    site.networks.length === 0
      ? 'Add the first network: a name, a VLAN id, a subnet. Helpers can cut the subnets for you.'
      : site.ssids.length === 0
        ? 'Add an SSID and put it on a network.'
        : null,
  ground: (site) =>
    site.levels.length === 0
      ? 'Draw a level, or take in a drawing: then coverage can be worked out.'
      : site.areas.every(({ outline }) => outline.length === 0)
        ? 'Draw the areas that must be covered.'
        : accessPoints(site).some((device) => isHere(device) && device.position === null)
          ? 'Place every access point on the chart.'
          : null,
  backhaul: (site) => (accessPoints(site).length > 0 ? null : 'Add the access points at Ports first.'),
  ports: (site) =>
    site.devices.length === 0
      ? 'Add the gear: modem, gateway, switches, access points.'
      : site.links.length === 0
        ? 'Choose a port and plug in what it takes.'
        : null,
  staging: (site) =>
    site.devices.length === 0 ? 'Add the gear at Ports first: there is nothing to stage.' : null,
  runbook: (site) =>
    site.devices.length === 0 ? 'Add the gear at Ports first: there is nothing to change.' : null,
  proof: (site) =>
    site.requirements.length === 0
      ? 'Say at Brief what must and must not be reached: that is what is proven here.'
      : null,
  handover: () => null,
}

/** What is left to do where nothing is missing and nothing is wrong. */
const OPEN: Record<Stage, string> = {
  brief: 'Add the networks, then say which must reach which.',
  networks: 'Look at who reaches whom.',
  ground: 'Some area is below its need: move an access point, or ask for a proposal.',
  backhaul: 'A device has no way to its feed yet: choose one on the chart.',
  ports: 'Some gear is not cabled yet.',
  staging:
    'Bring the gear up one by one, and confirm below what you see running. A rehearsal shows first how long it takes.',
  runbook:
    'Mark what is built, if nobody has yet; then work out the order of what is to be changed, and tick its steps.',
  proof: 'Try each requirement on the site, and write down what answered.',
  handover: 'Read the record through, have it signed, and hand it over.',
}
