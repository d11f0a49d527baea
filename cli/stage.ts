import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import type { Site } from '~/core/plan'
import {
  advance,
  isRunning,
  newWorld,
  meantFor,
  waitsWhereMeant,
  perform,
  performAll,
  PLAIN_WORD,
} from '~/core/world'
import type { Action, Gear, Start, TimedAction, World } from '~/core/world'
import { readScript } from '~/schema/bench'
import { readText } from './files'
import { oneFile } from './options'
import type { Options } from './options'
import { badInput } from './output'
import type { Output } from './output'
import { readSite } from './siteInput'

const US_PER_S = 1_000_000
const USUAL_UNTIL = '45m'
const MINUTE_US = 60 * US_PER_S

/** `stage FILE`: the bench played, and the board at its end. */
export const stageCommand = (files: string[], options: Options): Output =>
  oneFile(files, (file) => {
    const site = readSite(file)
    const untilUs = timeUs(options.until ?? USUAL_UNTIL)
    const seed = wholeNumber(options.seed ?? '1')
    const script = options.script === undefined ? good(null) : readActions(options.script)
    const problems = [site, untilUs, seed, script].flatMap((one) => (one.ok ? [] : one.problems))
    if (!site.ok || !untilUs.ok || !seed.ok || !script.ok) return badInput(problems)
    const begins: Start = options.carton ? 'carton' : 'prepared'
    const played = script.value
      ? byScript(site.value, seed.value, begins, script.value, untilUs.value)
      : byItself(site.value, seed.value, begins, untilUs.value)
    return board(played)
  })

interface Run {
  world: World
  refused: { atS: number; kind: Action['kind']; why: string }[]
}

function byScript(site: Site, seed: number, begins: Start, script: TimedAction[], untilUs: number): Run {
  const world = newWorld(site, 1, seed, begins)
  const refused: Run['refused'] = []
  for (const { atUs, action } of script.filter(({ atUs: at }) => at <= untilUs)) {
    advance(world, atUs)
    const why = perform(world, action)
    if (why !== null) refused.push({ atS: atUs / US_PER_S, kind: action.kind, why })
  }
  advance(world, untilUs)
  return { world, refused }
}

/** Without a script: mains on at once, and each minute what waits is adopted. */
function byItself(site: Site, seed: number, begins: Start, untilUs: number): Run {
  const world = newWorld(site, 1, seed, begins)
  const all = (kind: 'powerOn' | 'adopt', has: (gear: Gear) => boolean) =>
    performAll(
      world,
      [...world.gear.values()].filter(has).map(({ id }): Action => ({ kind, deviceId: id })),
    )
  all('powerOn', ({ id }) => meantFor(world, id)?.powerSource !== 'poe')
  for (let atUs = MINUTE_US; atUs < untilUs; atUs += MINUTE_US) {
    advance(world, atUs)
    all('adopt', (gear) => waitsWhereMeant(world, gear))
  }
  advance(world, untilUs)
  return { world, refused: [] }
}

function board({ world, refused }: Run): Output {
  const rows = [...world.gear.values()].map((gear) => ({
    device: meantFor(world, gear.id)?.name ?? gear.id,
    id: gear.id,
    phase: gear.phase,
    running: isRunning(gear.phase),
    ip: gear.ip,
    forS: Math.round((world.nowUs - gear.sinceUs) / US_PER_S),
    why: gear.waitsFor,
  }))
  const missing = rows.filter(({ running }) => !running)
  const first = `Rehearsed for ${Math.round(world.nowUs / US_PER_S)} s: ${rows.length - missing.length} of ${rows.length} devices running.`
  return {
    exitCode: missing.length > 0 ? 1 : 0,
    json: {
      source: 'standIn',
      site: world.plan.name,
      untilS: world.nowUs / US_PER_S,
      seed: world.seed,
      running: rows.length - missing.length,
      of: rows.length,
      devices: rows,
      refused,
      events: world.events.map(({ atUs, deviceId, text }) => ({ atS: atUs / US_PER_S, deviceId, text })),
    },
    text: [
      first,
      ...missing.map(({ device, phase, why }) => `${device}: ${PLAIN_WORD[phase]}${why ? `. ${why}` : '.'}`),
      ...refused.map(({ atS, kind, why }) => `At ${atS} s, ${kind}: not done. ${why}`),
    ].join('\n'),
  }
}

const UNITS: Record<string, number> = { s: 1, m: 60, h: 3600 }

/** "90s", "45m", "2h". */
function timeUs(text: string): Outcome<number> {
  const [, number = '', unit = ''] = /^(\d+(?:\.\d+)?)([smh])$/.exec(text) ?? []
  const seconds = Number(number) * (UNITS[unit] ?? Number.NaN)
  return Number.isFinite(seconds) && seconds > 0 && seconds <= 366 * 86_400
    ? good(Math.round(seconds * US_PER_S))
    : bad({
        path: ['until'],
        code: 'time',
        message: `--until is “${text}”. Accepted: a time such as 90s, 45m or 2h.`,
      })
}

const wholeNumber = (text: string): Outcome<number> =>
  /^\d{1,9}$/.test(text)
    ? good(Number(text))
    : bad({ path: ['seed'], code: 'number', message: `--seed is “${text}”. Accepted: a whole number.` })

function readActions(file: string): Outcome<TimedAction[]> {
  const source = readText(file)
  if (!source.ok) return source
  try {
    return readScript(JSON.parse(source.value))
  } catch {
    return bad({
      path: ['script'],
      code: 'json',
      message: `${file} is not JSON. A script is a list of { "atS": 0, "action": { "kind": … } }.`,
    })
  }
}
