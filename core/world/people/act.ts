import isSame from 'fast-deep-equal'
import { ipNumber, isIp } from '../../network/addressing'
import { deviceOf } from '../../plan'
import type { Id, LinkEnd, Site } from '../../plan'
import { isUp, PLAIN_WORD } from '../adoption'
import type { Action } from '../adoption'
import { setUpBy } from '../behaviours'
import { enter, put, say, stir } from '../engine/change'
import { newGear } from '../engine/world'
import { factoryFor, laidLinks, meantFor, plannedFor } from '../planned'
import { cableIn } from '../twins'
import type { Gear, World } from '../types'
import { reachTo } from '../ways'
import { apply, save, setTo, setUp, typeIn } from './configure'
import { pageOf } from './page'
import { reveal, slip } from './slip'

/** Why an action cannot be done; null: it was. */
export type Refusal = string | null

interface Acted {
  refusal: Refusal
  touched: Id[]
}

const GONE = 'There is no such device on the bench.'

type Acts = { [K in Action['kind']]: (world: World, action: Extract<Action, { kind: K }>) => Refusal }

/** Carries out an action: refused with a reason, or done. Who was touched is asked anew. */
export function act(world: World, action: Action): Acted {
  const refusal = (ACTS[action.kind] as (world: World, action: Action) => Refusal)(world, action)
  return { refusal, touched: refusal === null && 'deviceId' in action ? [action.deviceId] : [] }
}

const ACTS: Acts = {
  powerOn: (world, { deviceId }) => switched(world, deviceId, true),
  cutPower: (world, { deviceId }) => switched(world, deviceId, false),
  pullCable: (world, { linkId }) => pull(world, linkId),
  plugCable: (world, { linkId }) => plug(world, linkId),
  patch,
  adopt: (world, { deviceId }) =>
    withGear(world, deviceId, (gear) => {
      if (gear.phase !== 'waiting') return `It is not waiting for adoption: it is ${PLAIN_WORD[gear.phase]}.`
      say(world, deviceId, 'You adopted it.')
      enter(world, gear, 'securing', null, { accepted: true })
      return null
    }),
  forget: (world, { deviceId }) =>
    withGear(world, deviceId, (gear) => {
      if (!gear.accepted) return 'No controller has adopted it.'
      say(world, deviceId, 'Its controller has forgotten it.')
      enter(world, gear, isUp(gear.phase) ? 'addressing' : gear.phase, null, {
        accepted: false,
        remembers: [],
      })
      stir(world)
      return null
    }),
  reset: (world, { deviceId }) => withUp(world, deviceId, (gear) => reset(world, gear)),
  reboot: (world, { deviceId }) =>
    withUp(world, deviceId, (gear) => {
      enter(world, gear, 'booting', null, {
        lease: null,
        leaseUntilUs: null,
        ip: null,
        byRadio: false,
        parentId: null,
        gaveUpCable: false,
      })
      return null
    }),
  laptop,
  beside: (world, { deviceId }) =>
    withGear(world, deviceId, ({ running: { device } }) => {
      world.laptop = { ...world.laptop, beside: deviceId }
      say(world, null, `The laptop is at ${device.name} itself.`)
      return null
    }),
  open: (world, { deviceId }) =>
    withPage(world, deviceId, (_gear, says) => {
      say(world, deviceId, says)
      return null
    }),
  type: (world, { deviceId, what }) => withOwnPage(world, deviceId, (gear) => typeIn(world, gear, what)),
  save: (world, { deviceId }) => withOwnPage(world, deviceId, (gear) => save(world, gear)),
  apply: (world, { deviceId }) => withOwnPage(world, deviceId, (gear) => apply(world, gear)),
  set: (world, { deviceId, pageId, configuration }) =>
    withOwnPage(world, pageId, (page) =>
      withGear(world, deviceId, (gear) => setTo(world, gear, page.id, configuration)),
    ),
  setUp: (world, { deviceId }) => withOwnPage(world, deviceId, (gear) => setUp(world, gear)),
  firmware,
  search,
  licences: (world, { controllerId, ended }) =>
    withGear(world, controllerId, ({ running: { device } }) => {
      if (!device.controller) return `${device.name} is no controller.`
      if (ended) world.unlicensed.add(controllerId)
      else world.unlicensed.delete(controllerId)
      say(world, controllerId, ended ? 'Its licences have run out.' : 'It has its licences again.')
      stir(world)
      return null
    }),
  slip,
  reveal: (world) => reveal(world),
  replan: (world, { site, revision }) => replan(world, site, revision),
}

function withGear(world: World, id: Id, then: (gear: Gear) => Refusal): Refusal {
  const gear = world.gear.get(id)
  return gear ? then(gear) : GONE
}

const withUp = (world: World, id: Id, then: (gear: Gear) => Refusal): Refusal =>
  withGear(world, id, (gear) =>
    isUp(gear.phase) ? then(gear) : `It is ${PLAIN_WORD[gear.phase]}: wait until it has booted.`,
  )

function withPage(world: World, id: Id, then: (gear: Gear, says: string) => Refusal): Refusal {
  return withGear(world, id, (gear) => {
    const page = pageOf(world, id)
    return page.ok ? then(gear, page.says) : `Its page does not open. ${page.why}`
  })
}

/** Settings go to whoever's page is open: where another answers at that address, nothing is typed. */
const withOwnPage = (world: World, id: Id, then: (gear: Gear) => Refusal): Refusal =>
  withPage(world, id, (gear, says) => {
    const page = pageOf(world, id)
    return page.ok && page.shows !== id ? says : then(gear)
  })

const switched = (world: World, deviceId: Id, on: boolean): Refusal =>
  withGear(world, deviceId, (gear) => {
    put(world, gear, { switchedOn: on })
    say(world, deviceId, on ? 'Switched on.' : 'Power cut.')
    stir(world)
    return null
  })

function pull(world: World, linkId: Id): Refusal {
  const patch = world.patches.find(({ id }) => id === linkId)
  if (!patch && !laidLinks(world).some(({ id }) => id === linkId)) return 'There is no such cable.'
  if (patch) world.patches = world.patches.filter(({ id }) => id !== linkId)
  else if (world.pulled.has(linkId)) return 'It is out already.'
  else world.pulled.add(linkId)
  say(
    world,
    null,
    `${cableName(world.plan, patch ?? laidLinks(world).find(({ id }) => id === linkId))} pulled.`,
  )
  stir(world, true)
  return null
}

function plug(world: World, linkId: Id): Refusal {
  const link = laidLinks(world).find(({ id }) => id === linkId)
  if (!link) return 'There is no such cable.'
  if (!world.pulled.has(linkId)) return 'It is in already.'
  const fault = [link.a, link.b].map((end) => taken(world, end)).find((why) => why !== null)
  if (fault) return fault
  world.pulled.delete(linkId)
  say(world, null, `${cableName(world.plan, link)} plugged in.`)
  stir(world, true)
  return null
}

function patch(world: World, { linkId, a, b }: Extract<Action, { kind: 'patch' }>): Refusal {
  if (a.deviceId === b.deviceId && a.port === b.port) return 'Both ends are in one socket. A cable needs two.'
  if (world.patches.some(({ id }) => id === linkId) || laidLinks(world).some(({ id }) => id === linkId))
    return 'There is a cable with that id already.'
  const fault = [a, b].map((end) => socketFault(world, end) ?? taken(world, end)).find((why) => why !== null)
  if (fault) return fault
  const link = { id: linkId, a, b, lengthM: 2, category: 'cat5e' as const, statedMbps: null }
  world.patches = [...world.patches, link]
  say(world, null, `${cableName(world.plan, link)} plugged in, as a patch cable.`)
  stir(world, true)
  return null
}

function socketFault(world: World, { deviceId, port }: LinkEnd): string | null {
  const device = meantFor(world, deviceId)
  if (!device) return GONE
  return device.ports.some(({ number }) => number === port) ? null : `${device.name} has no port ${port}.`
}

function taken(world: World, { deviceId, port }: LinkEnd): string | null {
  const inUse = cableIn(world, deviceId, port) !== undefined
  return inUse
    ? `${meantFor(world, deviceId)?.name ?? deviceId} port ${port} has a cable already. Pull that one first.`
    : null
}

function laptop(
  world: World,
  { at, addressing, ip, prefixLength, gateway }: Extract<Action, { kind: 'laptop' }>,
): Refusal {
  if (at) {
    const own = world.laptop.at?.deviceId === at.deviceId && world.laptop.at.port === at.port
    const fault = socketFault(world, at) ?? (own ? null : taken(world, at))
    if (fault) return fault
  }
  if (addressing === 'fixed' && ip === null) return 'A fixed address needs to be given.'
  world.laptop = {
    at,
    addressing,
    ip: addressing === 'fixed' ? ip : null,
    prefixLength,
    gateway,
    beside: null,
  }
  const where = at ? `in ${meantFor(world, at.deviceId)?.name ?? at.deviceId} port ${at.port}` : 'unplugged'
  say(
    world,
    null,
    `The laptop is ${where}, ${addressing === 'fixed' ? `with ${ip}/${prefixLength}` : 'and asks for an address'}.`,
  )
  stir(world, true)
  return null
}

function reset(world: World, gear: Gear): Refusal {
  const meant = meantFor(world, gear.id)
  if (!meant) return GONE
  if (setUpBy(meant) === 'nobody') return `${meant.name} has nothing to reset.`
  const fresh = factoryFor(world, meant)
  say(world, gear.id, 'Reset to factory settings.')
  enter(world, gear, 'booting', null, {
    saved: fresh,
    running: fresh,
    typed: null,
    isFactory: true,
    accepted: false,
    interrupted: false,
    listedAt: null,
    remembers: [],
    foundBy: [],
    attempts: [],
    lease: null,
    leaseUntilUs: null,
    ip: null,
    byRadio: false,
    parentId: null,
    gaveUpCable: false,
  })
  return null
}

function firmware(
  world: World,
  { deviceId, version, forTypeId }: Extract<Action, { kind: 'firmware' }>,
): Refusal {
  return withUp(world, deviceId, (gear) => {
    const meant = meantFor(world, deviceId)
    const page = gear.wrongImage || gear.halfWritten ? null : pageOf(world, deviceId)
    if (page && !page.ok) return `Its page does not open. ${page.why}`
    const wrongImage = forTypeId !== null && forTypeId !== (meant?.typeId ?? null)
    const type = world.plan.deviceTypes.find(({ id }) => id === forTypeId)
    say(world, deviceId, `Loads ${version}${type ? ` for “${type.name}”` : ''}.`)
    enter(world, gear, 'booting', null, {
      firmware: wrongImage ? gear.firmware : version,
      wrongImage,
      isFlashing: true,
      halfWritten: false,
    })
    return null
  })
}

/** Gear in the range that the controller reaches: new gear for staging, gear in use with its login. */
function search(
  world: World,
  { controllerId, from, to, mode, login }: Extract<Action, { kind: 'search' }>,
): Refusal {
  if (!isIp(from) || !isIp(to) || ipNumber(from) > ipNumber(to))
    return `${from} to ${to} is not a range of addresses.`
  return withUp(world, controllerId, ({ running: { device } }) => {
    if (!device.controller) return `${device.name} is no controller.`
    const found = [...world.gear.values()].filter(
      (gear) =>
        meantFor(world, gear.id)?.adoption &&
        gear.ip !== null &&
        isIp(gear.ip) &&
        ipNumber(gear.ip) >= ipNumber(from) &&
        ipNumber(gear.ip) <= ipNumber(to) &&
        gear.isFactory === (mode === 'staging') &&
        reachTo(world, gear, controllerId).ok,
    )
    for (const gear of found) {
      if (mode === 'inUse' && login === 'factory')
        say(world, gear.id, `${device.name} found it, and its login is not the factory’s.`)
      else put(world, gear, { foundBy: [...new Set([...gear.foundBy, controllerId])] })
    }
    say(
      world,
      controllerId,
      `Searched ${from} to ${to} for gear ${mode === 'staging' ? 'from the factory' : 'in use'}: ${found.length} found.`,
    )
    stir(world)
    return null
  })
}

/** A later plan on the same bench: new gear comes dark, gear no longer planned is taken off, what was set up is set up anew. */
function replan(world: World, site: Site, revision: number): Refusal {
  world.decided.clear()
  world.plan = site
  world.revision = revision
  for (const id of [...world.gear.keys()]) if (!deviceOf(site, id)) world.gear.delete(id)
  for (const device of site.devices) {
    const gear = world.gear.get(device.id)
    if (!gear) world.gear.set(device.id, newGear(world, device))
    else resend(world, gear)
  }
  world.patches = world.patches.filter(({ a, b }) => [a, b].every((end) => socketFault(world, end) === null))
  if (world.laptop.at && socketFault(world, world.laptop.at)) world.laptop = { ...world.laptop, at: null }
  say(world, null, `The bench now follows revision ${revision} of the plan.`)
  world.version++
  stir(world, true)
  return null
}

/** What a controller set up it sends again where it differs; what was set up by hand is taken to be brought in line by hand. */
function resend(world: World, gear: Gear): void {
  const planned = plannedFor(world, gear.id)
  if (!planned || gear.isFactory) return
  const known = gear.running === gear.saved
  if (isSame(gear.saved, planned))
    put(world, gear, { saved: planned, running: known ? planned : gear.running })
  else if (gear.accepted && (gear.phase === 'running' || gear.phase === 'byRadio'))
    enter(world, gear, 'configuring')
  else if (!gear.accepted) put(world, gear, { saved: planned, running: planned })
}

function cableName(site: Site, link: { a: LinkEnd; b: LinkEnd } | undefined): string {
  const name = (deviceId: Id) => deviceOf(site, deviceId)?.name ?? deviceId
  return link ? `Cable ${name(link.a.deviceId)} to ${name(link.b.deviceId)}` : 'Cable'
}
