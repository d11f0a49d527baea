import type { Site } from '~/core/plan'
import { CoverageEngine } from '../../workers/coverageEngine'
import type { EngineEvents } from '../../workers/coverageEngine'
import { startSpares } from '../../workers/spareWorkers'
import { coarseRequest } from './chartRequest'
import type { ChartWanted } from './chartRequest'

startSpares()

/** What an engine says before anybody listens is kept for whoever does. */
interface Held {
  engine: CoverageEngine
  release: (events: EngineEvents) => void
}

function heldEngine(): Held {
  let listener: EngineEvents | null = null
  const said: ((to: EngineEvents) => void)[] = []
  const say = (what: (to: EngineEvents) => void) => (listener ? what(listener) : said.push(what))
  return {
    engine: new CoverageEngine({
      onPlot: (plot) => say((to) => to.onPlot(plot)),
      onProgress: (done, asked) => say((to) => to.onProgress(done, asked)),
      onFault: (reason) => say((to) => to.onFault(reason)),
    }),
    release(events) {
      listener = events
      for (const what of said.splice(0)) what(events)
    },
  }
}

interface Ahead extends Held {
  site: Site
  wanted: ChartWanted
}

let ahead: Ahead | null = null

/** Asks for the coarse chart while the page is still being laid out: what shows it comes later, and takes it over. */
export function askAhead(site: Site, wanted: ChartWanted): void {
  if (ahead) return
  const held = heldEngine()
  held.engine.ask(coarseRequest(site, wanted))
  ahead = { ...held, site, wanted }
}

/** The engine that was asked ahead for this very chart, else a new one. */
export function engineFor(site: Site, wanted: ChartWanted): Held & { isAsked: boolean } {
  const waiting = ahead
  ahead = null
  if (waiting && isSame(waiting, site, wanted)) return { ...waiting, isAsked: true }
  waiting?.engine.stop()
  return { ...heldEngine(), isAsked: false }
}

const isSame = (one: Ahead, site: Site, { level, band, reading }: ChartWanted): boolean =>
  one.site === site &&
  one.wanted.level === level &&
  one.wanted.band === band &&
  one.wanted.reading === reading
