import { isRunning, PLAIN_WORD } from '~/core/world'
import type { Gear, World, WorldEvent } from '~/core/world'
import type { DeviceSheet } from './sheetTypes'

/**
 * While a mistake is hidden, the bench shows what gear would show, and not what the program knows of the cause: lights, addresses, which
 * page opens, which try failed. Whoever practises looks for the rest.
 */
export const isVeiled = ({ hands, isRevealed }: World): boolean => hands !== null && !isRevealed

const SYMPTOM: Partial<Record<Gear['phase'], string>> = {
  dark: 'It has no power.',
  booting: 'It does not get past its start.',
  factory: 'It is not set up.',
  addressing: 'It has no address.',
  discovering: 'It finds no controller.',
  waiting: 'It waits in a controller’s list.',
  refused: 'It does not get into its controller.',
  halfDone: 'It is set up half.',
  silent: 'It does not hear its controller.',
  adrift: 'It does not hear its controller.',
}

export const veiledWhy = (world: World, { phase, waitsFor }: Gear): string | null =>
  waitsFor === null || !isVeiled(world) ? waitsFor : (SYMPTOM[phase] ?? null)

/** What follows the colon is the reason. */
export function veiledEvents(world: World, events: WorldEvent[]): WorldEvent[] {
  if (!isVeiled(world)) return events
  const states = Object.values(PLAIN_WORD)
  return events.map((event) => {
    const state = states.find((word) => event.text.startsWith(`${word}: `))
    return state === undefined ? event : { ...event, text: `${state}.` }
  })
}

export function veiledSheet(world: World, gear: Gear, sheet: DeviceSheet): DeviceSheet {
  if (!isVeiled(world)) return sheet
  return {
    ...sheet,
    page: sheet.page.ok ? sheet.page : { ok: false, why: 'Nothing answers.' },
    attempts: sheet.attempts.map((one) => (one.ok ? one : { ...one, says: 'No answer.' })),
    settings: sheet.settings.map((row) => ({ ...row, differs: false })),
    clients: sheet.clients.map((one) => (one.ok ? one : { ...one, says: 'It gets no address.' })),
    isAsPlanned: sheet.isAsPlanned || isRunning(gear.phase),
  }
}
