import { setUpBy } from '../behaviours'
import { machineFault, noTunnel, outcomeOfJoin } from '../fleet/joining'
import { goesIn, imageFor, meantFor } from '../planned'
import type { Gear, World } from '../types'
import { reachTo } from '../ways'
import { byRadio, isKnownThere } from './ask'
import { enter, put } from './change'

const BY_PAGE = 'It runs its factory settings. Open its page and set it up.'
const HALF = 'It was cut off while it was being set up. Reset it and begin again.'
const HALF_WRITTEN =
  'Power was cut while its firmware was being written. It needs recovery: load the whole image by its boot loader, as its manual says; a reset does not help.'
const WRONG_IMAGE = 'It took an image made for another type. Load the right one; a reset does not help.'

/** A phase that has run its time gives way to the next one. */
export function finishPhase(world: World, gear: Gear): Gear {
  switch (gear.phase) {
    case 'booting':
      return afterBoot(world, gear)
    case 'settingUp':
      return enter(world, gear, 'running', null, inForce(world, gear))
    case 'addressing':
      return gear.ip === null ? put(world, gear, { gaveUpCable: true }) : enter(world, gear, 'discovering')
    case 'discovering':
      return enter(world, gear, isKnownThere(gear) ? 'securing' : 'waiting')
    case 'securing':
      return secured(world, gear)
    case 'joining': {
      const outcome = outcomeOfJoin(world, gear)
      return enter(world, gear, outcome.phase, outcome.why)
    }
    case 'imaging': {
      const meant = meantFor(world, gear.id)
      return enter(world, gear, 'booting', null, {
        firmware: (meant && imageFor(world, meant)) ?? gear.firmware,
      })
    }
    case 'configuring':
      return enter(world, gear, 'checking', null, inForce(world, gear))
    case 'checking':
      return enter(world, gear, gear.byRadio ? 'byRadio' : 'running', null, {
        remembers:
          gear.listedAt && !gear.remembers.includes(gear.listedAt)
            ? [...gear.remembers, gear.listedAt]
            : gear.remembers,
      })
    case 'silent':
      return enter(world, gear, 'adrift', lostWay(world, gear))
    case 'adrift':
      return fromAdrift(world, gear)
    default:
      return gear
  }
}

/** What it comes up with is what was saved. */
function afterBoot(world: World, before: Gear): Gear {
  const written = before.isFlashing ? put(world, before, { isFlashing: false }) : before
  const gear =
    written.running === written.saved ? written : put(world, written, { running: written.saved, typed: null })
  const meant = meantFor(world, gear.id)
  if (!meant) return gear
  if (gear.halfWritten) return enter(world, gear, 'halfDone', HALF_WRITTEN)
  if (gear.wrongImage) return enter(world, gear, 'halfDone', WRONG_IMAGE)
  if (gear.interrupted) return enter(world, gear, 'halfDone', HALF)
  const tooSmall = machineFault(world, meant)
  if (tooSmall) return enter(world, gear, 'booting', tooSmall)
  if (setUpBy(meant) === 'controller') return enter(world, gear, 'addressing')
  return gear.isFactory ? enter(world, gear, 'factory', BY_PAGE) : enter(world, gear, 'running')
}

/** The tunnel is built to the address that the controller names, and its certificate is looked at. Source: RFC 5415 section 2.4.4. */
function secured(world: World, gear: Gear): Gear {
  const why = noTunnel(world, gear)
  return why ? enter(world, gear, 'refused', why) : enter(world, gear, 'joining')
}

/** What is meant for it, saved and in force. */
function inForce(world: World, gear: Gear): Partial<Gear> {
  const planned = goesIn(world, gear)
  return planned ? { saved: planned, running: planned, typed: null, isFactory: false } : {}
}

const lostWay = (world: World, gear: Gear): string => {
  const way = reachTo(world, gear, gear.listedAt)
  return way.ok ? 'It has power and no path to the controller.' : way.why
}

/** Adrift is normal for a minute after the cable is pulled: then a mesh child goes by radio, and others stay where they are. */
function fromAdrift(world: World, gear: Gear): Gear {
  const attached = byRadio(world, gear)
  return attached === gear ? gear : enter(world, attached, 'addressing')
}
