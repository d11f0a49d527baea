import type { BoardDelta, BoardRow, BoardStatic, CableView, LaptopView } from '~/field'
import type { ElectedCluster, WorldEvent } from '~/core/world'

/** One device on the board: what stays and what changes. */
export type BoardDevice = BoardStatic & BoardRow

/** The board as it has come together from what was told. */
export interface BoardState {
  speed: number
  /** The bench stood at `nowS` when the wall clock stood at `atMs`. */
  nowS: number
  atMs: number
  revision: number
  begins: BoardDelta['begins']
  hides: boolean
  devices: BoardDevice[]
  cables: CableView[]
  laptop: LaptopView | null
  clusters: ElectedCluster[]
  events: WorldEvent[]
  nextEventS: number | null
}

const EVENTS_KEPT = 200

/** What was told put to what was known; without anything known it must be the whole board. */
export function withNews(
  before: BoardState | null,
  news: { speed: number; board: BoardDelta } | null,
  atMs: number,
): BoardState | null {
  if (!news) return null
  const { board, speed } = news
  const rows = new Map(board.rows.map((row) => [row.id, row]))
  const known = new Map((before?.devices ?? []).map((device) => [device.id, device]))
  const devices = board.statics
    ? board.statics.flatMap((one) => merged(one, rows.get(one.id) ?? known.get(one.id)))
    : (before?.devices ?? []).map((device) => {
        const row = rows.get(device.id)
        return row ? { ...device, ...row } : device
      })
  return {
    speed,
    nowS: board.nowS,
    atMs,
    revision: board.revision,
    begins: board.begins,
    hides: board.hides,
    devices,
    cables: cablesWith(board.statics ? [] : (before?.cables ?? []), board),
    laptop: board.laptop ?? before?.laptop ?? null,
    clusters: board.clusters ?? before?.clusters ?? [],
    events: board.statics ? board.events : [...(before?.events ?? []), ...board.events].slice(-EVENTS_KEPT),
    nextEventS: board.nextEventS,
  }
}

function cablesWith(before: CableView[], { cables, cablesGone }: BoardDelta): CableView[] {
  if (cables.length === 0 && cablesGone.length === 0) return before
  const known = new Map(before.map((cable) => [cable.id, cable]))
  for (const cable of cables) known.set(cable.id, cable)
  for (const id of cablesGone) known.delete(id)
  return [...known.values()]
}

const merged = (one: BoardStatic, row: BoardRow | undefined): BoardDevice[] =>
  row ? [{ ...row, ...one }] : []

/** The bench's own time now: it goes on between two tellings, and never past the next event that was told. */
export const timeAt = ({ nowS, atMs, speed }: BoardState, wallMs: number): number =>
  nowS + (Math.max(0, wallMs - atMs) / 1000) * speed
