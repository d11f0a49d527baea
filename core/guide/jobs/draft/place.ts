import { RECORD_DEFAULTS } from '../../../plan'
import type { Device, Id, Level, Position } from '../../../plan'
import { change, freshId, now, put } from './draft'
import type { Draft } from './draft'

const FIRST: [number, number] = [10, 10]
const SIDES = 12

/** The level that gear is placed on: the first that is there, else one with nothing drawn on it yet. */
function levelOf(draft: Draft): Id {
  const known = draft.site.levels[0]
  if (known) return known.id
  const id = freshId(draft, 'levels', 'level')
  return put(draft, 'levels', { ...RECORD_DEFAULTS.levels, id, name: 'Ground floor' } as Level).id
}

/** Where a device is on the chart; put there if nobody has yet. */
export function placed(draft: Draft, device: Device, heightM: number): Position {
  const { position } = now(draft, device)
  return position ?? putAt(draft, device, { at: FIRST, levelId: levelOf(draft), heightM })
}

export function putAt(
  draft: Draft,
  device: Device,
  part: Pick<Position, 'at' | 'levelId' | 'heightM'> & Partial<Position>,
): Position {
  const position: Position = { antennaId: null, azimuthDeg: 0, tiltDeg: 0, locked: false, ...part }
  change(draft, device, { position })
  return position
}

interface Beside {
  distanceM: number
  heightM: number
  /** Whether it is heard there. */
  isFit: () => boolean
  /** Turns antennas, in degrees clockwise from north as seen from the parent. */
  turn?: (bearingDeg: number) => void
}

/**
 * Puts a device so many metres from another, on the first side where it is heard and nobody stands. False where no side of the chart
 * will do: it stays on the first, for somebody to move.
 */
export function placeBeside(draft: Draft, parent: Device, device: Device, beside: Beside): boolean {
  const { at, levelId } = placed(draft, parent, beside.heightM)
  const taken = draft.site.devices.flatMap(({ id, position }) =>
    position && id !== device.id ? [position.at] : [],
  )
  for (let side = 0; side < SIDES; side++) {
    const angle = (2 * Math.PI * side) / SIDES
    const spot: [number, number] = [
      rounded(at[0] + beside.distanceM * Math.cos(angle)),
      rounded(at[1] + beside.distanceM * Math.sin(angle)),
    ]
    if (taken.some((one) => Math.hypot(one[0] - spot[0], one[1] - spot[1]) < 1)) continue
    // A bearing goes clockwise from north, an angle the other way from east.
    const bearingDeg = (450 - (angle * 180) / Math.PI) % 360
    putAt(draft, device, { ...now(draft, device).position, at: spot, levelId, heightM: beside.heightM })
    beside.turn?.(bearingDeg)
    if (beside.isFit()) return true
  }
  return false
}

const rounded = (metres: number): number => Math.round(metres * 100) / 100
