import { kindOf, typeOf } from '../../plan'
import type { Applies, Id } from '../../plan'
import { isRunning, PLAIN_WORD } from '../adoption'
import { setUpBy } from '../behaviours'
import type { Configuration } from '../configuration'
import { enter, put, say } from '../engine/change'
import { settle } from '../engine/settle'
import { goesIn, meantFor, plannedFor, typedFor } from '../planned'
import type { Gear, World } from '../types'
import { reachTo } from '../ways'
import { pageOf } from './page'

export const appliesOf = (world: World, { id }: Gear): Applies => {
  const meant = meantFor(world, id)
  return (meant && typeOf(world.plan, meant)?.applies) ?? 'together'
}

/** Types the planned settings into a page: all of them, or its own address only. */
export function typeIn(world: World, gear: Gear, what: 'all' | 'management'): string | null {
  const planned = goesIn(world, gear)
  if (!planned) return 'The plan has no settings for it.'
  const part = what === 'all' ? planned : onlyAddress(gear, planned)
  if (appliesOf(world, gear) === 'atOnce') return oneByOne(world, gear, planned, what)
  put(world, gear, { typed: part })
  say(
    world,
    gear.id,
    what === 'all' ? 'All settings typed in, not saved.' : 'Only its address typed in, not saved.',
  )
  return null
}

/** Its own address in a network that it does not know yet: untagged where it is plugged in. */
const onlyAddress = ({ running }: Gear, { device }: Configuration): Configuration => ({
  ...running,
  device: { ...running.device, management: { ...device.management, networkId: null } },
  networks: [],
})

/** Each setting comes into force as it is typed, its own address first: with it the laptop may lose the page, and the rest is not typed. */
function oneByOne(
  world: World,
  gear: Gear,
  planned: Configuration,
  what: 'all' | 'management',
): string | null {
  const part = onlyAddress(gear, planned)
  put(world, gear, {
    typed: null,
    saved: part,
    running: part,
    isFactory: what === 'management' && gear.isFactory,
  })
  settle(world, [gear.id])
  if (what === 'management') return null
  const moved = world.gear.get(gear.id)
  const page = moved ? pageOf(world, gear.id) : null
  if (!moved || !page?.ok) {
    const why = page && !page.ok ? page.why : ''
    if (moved)
      enter(
        world,
        moved,
        'factory',
        `Its address took effect at once, and the page was lost before the rest was typed. ${why}`,
        {
          isFactory: false,
        },
      )
    return null
  }
  allInForce(world, moved, planned)
  return null
}

export function save(world: World, gear: Gear): string | null {
  if (!gear.typed) return 'Nothing is typed in that could be saved.'
  const saved = put(world, gear, { saved: gear.typed, typed: null, isFactory: false })
  if (appliesOf(world, gear) === 'reboot') enter(world, saved, 'booting', null)
  else say(world, gear.id, 'Saved. It comes into force when it is applied, or at the next start.')
  return null
}

/** What was typed comes into force; unsaved, it is gone at the next start. */
export function apply(world: World, gear: Gear): string | null {
  const next = gear.typed ?? (gear.saved === gear.running ? null : gear.saved)
  if (!next) return 'Nothing is typed or saved that is not in force.'
  inForce(world, gear, next, gear.saved)
  return null
}

/** Everything planned in one go: typed, saved, applied. */
export function setUp(world: World, gear: Gear): string | null {
  const planned = goesIn(world, gear)
  const meant = meantFor(world, gear.id)
  if (!planned || !meant) return 'The plan has no settings for it.'
  if (setUpBy(meant) === 'controller') return `${meant.name} is set up by its controller. Adopt it there.`
  if (kindOf(meant).parts.includes('controller') && gear.isFactory) {
    enter(world, gear, 'settingUp', 'Its first set-up takes about twenty minutes. Leave it alone.')
    return null
  }
  if (appliesOf(world, gear) === 'atOnce') return typeIn(world, gear, 'all')
  if (appliesOf(world, gear) === 'reboot') {
    enter(world, put(world, gear, { saved: planned, isFactory: false }), 'booting')
    return null
  }
  allInForce(world, gear, planned)
  return null
}

const allInForce = (world: World, gear: Gear, planned: Configuration): void =>
  inForce(world, gear, planned, planned)

function inForce(world: World, gear: Gear, running: Configuration, saved: Configuration): void {
  const isWhole = running === plannedFor(world, gear.id) || running === typedFor(world, gear.id)
  const after = put(world, gear, {
    running,
    saved,
    typed: null,
    isFactory: gear.isFactory && saved === gear.saved,
  })
  if (isWhole && gear.phase !== 'running') enter(world, after, 'running')
  else if (!isWhole) enter(world, after, 'factory', 'Only a part of its settings is in force.')
}

/** Settings decided since the plan: in force as the device takes them, or sent by the controller that set it up. */
export function setTo(world: World, gear: Gear, pageId: Id, configuration: Configuration): string | null {
  // A reserved address is typed in at its server, and is the device's when it asks again.
  const isServer = world.gear.get(pageId)?.running.device.controller === null
  const way = pageId === gear.id || isServer ? null : reachTo(world, gear, pageId)
  if (way && !way.ok) return way.why
  if (way && !isRunning(gear.phase))
    return `It is ${PLAIN_WORD[gear.phase]}: its controller has nothing to send it to.`
  world.decided.set(gear.id, configuration)
  if (way) enter(world, gear, 'configuring')
  else if (appliesOf(world, gear) === 'reboot')
    enter(world, put(world, gear, { saved: configuration, isFactory: false }), 'booting')
  else allInForce(world, gear, configuration)
  return null
}
