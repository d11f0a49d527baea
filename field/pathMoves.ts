import type { Phase } from '~/core/world/adoption'
import type { Found } from './world'

/** What an access point finds out about the world around it. */
export interface Path {
  address: Found
  controller: { ok: true } | { ok: false; why: string }
  wouldBeRefused: () => boolean
}

/** Where that leads: the phase it is in next, what it waits for (undefined: as before), its address where it changes. */
export interface Move {
  phase: Phase
  why?: string | null
  ip?: string | null
  interrupted?: boolean
}

const CUT_SHORT = 'The way to the controller was cut while it was being set up. Reset it and adopt it again.'
const LISTED = 'It is listed at the controller. Adopt it there.'

const whyNot = ({ address, controller }: Path): string | null =>
  !address.ok ? address.why : !controller.ok ? controller.why : null

/** Back to asking for an address when the way is lost. */
const joining =
  (phase: Phase) =>
  (path: Path): Move => {
    const why = whyNot(path)
    return why === null ? { phase } : { phase: 'addressing', why }
  }

/** Losing the way while being set up leaves the device half configured. */
const delicate =
  (phase: Phase) =>
  (path: Path): Move =>
    whyNot(path) === null ? { phase } : { phase: 'halfDone', why: CUT_SHORT, interrupted: true }

const MOVES: Partial<Record<Phase, (path: Path) => Move>> = {
  addressing: ({ address }) =>
    address.ok
      ? { phase: 'addressing', why: null, ip: address.ip }
      : { phase: 'addressing', why: address.why, ip: null },
  discovering: ({ address, controller }) => {
    if (!address.ok) return { phase: 'addressing', why: address.why }
    return { phase: 'discovering', why: controller.ok ? null : controller.why }
  },
  waiting: ({ address, controller }) => {
    if (!address.ok) return { phase: 'addressing', why: address.why }
    return controller.ok ? { phase: 'waiting', why: LISTED } : { phase: 'discovering', why: controller.why }
  },
  securing: joining('securing'),
  joining: joining('joining'),
  imaging: delicate('imaging'),
  configuring: delicate('configuring'),
  checking: delicate('checking'),
  running: (path) => {
    const why = whyNot(path)
    return why === null ? { phase: 'running' } : { phase: 'silent', why }
  },
  silent: (path) => ({ phase: whyNot(path) === null ? 'running' : 'silent' }),
  adrift: (path) => ({ phase: whyNot(path) === null ? 'addressing' : 'adrift' }),
  refused: (path) => ({ phase: path.wouldBeRefused() ? 'refused' : 'addressing' }),
}

/** The next phase of an access point in the world as it is; phases that the world does not touch stay. */
export const moveOnPath = (phase: Phase, path: Path): Move => MOVES[phase]?.(path) ?? { phase }
