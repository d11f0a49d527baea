import { isRunning } from '~/core/world'
import type { BoardDevice } from './boardState'

/** Bands of the board, the ones that want a person first. */
export const BANDS = ['trouble', 'person', 'underWay', 'running', 'dark'] as const
export type Band = (typeof BANDS)[number]

export const BAND_WORDS: Record<Band, string> = {
  trouble: 'In trouble',
  person: 'Waiting for you',
  underWay: 'Under way',
  running: 'Running',
  dark: 'Not powered',
}

/** Longer in a phase than it usually takes, and nothing that it waits for. */
export const isLate = ({ span, why, sinceS }: BoardDevice, nowS: number): boolean =>
  span !== null && why === null && nowS - sinceS > span[1] + 1

/** A dark device that nobody has switched on is no trouble; one that is fed by a cable and has no power may be. */
const isExpectedDark = ({ why }: BoardDevice): boolean =>
  why !== null && /not switched on|has no power itself|is not up, so/.test(why)

/** Waiting for another device that is on its way itself is no trouble. */
const isStuck = (device: BoardDevice, nowS: number): boolean =>
  (device.why !== null && !device.why.startsWith('It waits for')) || isLate(device, nowS)

export function bandOf(device: BoardDevice, nowS: number): Band {
  switch (device.phase) {
    case 'refused':
    case 'halfDone':
    case 'silent':
      return 'trouble'
    case 'adrift':
      return device.span === null ? 'trouble' : 'underWay'
    case 'waiting':
    case 'factory':
      return 'person'
    case 'dark':
      return isExpectedDark(device) ? 'dark' : 'trouble'
    case 'booting':
    case 'addressing':
    case 'discovering':
      return isStuck(device, nowS) ? 'trouble' : 'underWay'
    default:
      return isRunning(device.phase) ? 'running' : 'underWay'
  }
}

/** The devices of each band, in the order of the plan. */
export function inBands(devices: readonly BoardDevice[], nowS: number): Record<Band, BoardDevice[]> {
  const bands: Record<Band, BoardDevice[]> = { trouble: [], person: [], underWay: [], running: [], dark: [] }
  for (const device of devices) bands[bandOf(device, nowS)].push(device)
  return bands
}

/** Those that a search means: by name, place, address, phase or reason. */
export function matching(devices: readonly BoardDevice[], text: string): readonly BoardDevice[] {
  const words = text.trim().toLowerCase().split(/\s+/).filter(Boolean)
  if (words.length === 0) return devices
  return devices.filter(({ name, place, ip, phase, why, typeName }) => {
    const all = `${name} ${place} ${ip ?? ''} ${phase} ${why ?? ''} ${typeName}`.toLowerCase()
    return words.every((word) => all.includes(word))
  })
}
