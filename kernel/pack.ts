import { PACKED_AT, PACKED_BYTES } from '../core/radio/coverage/kernelHead'
import { heldWithin } from './cell'
import { SEEN_BYTES, WEDGES, dz, readHead, seenAt, startsAt, toldPlace } from './layer'

/** A wall that no ray of its wedge passes beside, under or over: only whether it stands before the cell is asked. */
export const PLAIN: i32 = 1

/** How far a ray must stay from the corners of a plain wall, as a share of the wall's greatest coordinate. */
const CLEAR_OF_CORNERS: f64 = 1e-5
/** And how far above or below its edges, metres. */
const CLEAR_OF_EDGES_M: f64 = 0.01

/**
 * Lays the pieces of all wedges as floats for four cells at once, 16 each: first corner, the way to the second, a × b,
 * low, high, loss, nearest distance squared, greatest coordinate, the part of a ray between low and high (from, to),
 * where it leaves it at its end, |a × b|, and whether it is a plain wall.
 */
export function pack(head: usize): void {
  readHead(head)
  let to = toldPlace(head, PACKED_AT)
  for (let wedge = 0; wedge < WEDGES; wedge++) {
    const bounds = startsAt + ((wedge as usize) << 2)
    const end = seenAt + ((load<u32>(bounds, 4) as usize) << 3)
    for (let p = seenAt + ((load<u32>(bounds) as usize) << 3); p < end; p += SEEN_BYTES, to += PACKED_BYTES)
      packPiece(p, to, wedge)
  }
}

function packPiece(p: usize, to: usize, wedge: i32): void {
  const ax = load<f64>(p)
  const ay = load<f64>(p, 8)
  const bx = load<f64>(p, 16)
  const by = load<f64>(p, 24)
  const cross = load<f64>(p, 32)
  const low = load<f64>(p, 40)
  const high = load<f64>(p, 48)
  const loss = load<f64>(p, 56)
  const reach = max(max(abs(ax), abs(ay)), max(abs(bx), abs(by)))
  store<f32>(to, ax as f32)
  store<f32>(to, ay as f32, 4)
  store<f32>(to, (bx - ax) as f32, 8)
  store<f32>(to, (by - ay) as f32, 12)
  store<f32>(to, cross as f32, 16)
  store<f32>(to, low as f32, 20)
  store<f32>(to, high as f32, 24)
  store<f32>(to, loss as f32, 28)
  store<f32>(to, load<f64>(p, 64) as f32, 32)
  store<f32>(to, reach as f32, 36)
  // Level rays are within the whole of their way, or nowhere.
  const level = dz == 0
  const within = low <= 0 && high >= 0
  store<f32>(to, (level ? (within ? -Infinity : 0) : min(low / dz, high / dz)) as f32, 40)
  store<f32>(to, (level ? (within ? Infinity : 0) : max(low / dz, high / dz)) as f32, 44)
  store<f32>(to, heldWithin(1, low, high) as f32, 48)
  store<f32>(to, abs(cross) as f32, 52)
  const tall = low < min<f64>(0, dz) - CLEAR_OF_EDGES_M && high > max<f64>(0, dz) + CLEAR_OF_EDGES_M
  const margin = CLEAR_OF_CORNERS * reach
  const plain =
    tall &&
    loss >= 0 &&
    passesBetween(ax, ay, bx, by, wedge, margin) &&
    passesBetween(ax, ay, bx, by, wedge + 1, margin)
  store<i32>(to, plain ? PLAIN : 0, 56)
}

/** Whether the ray where a wedge begins passes between two corners, that far from both. */
function passesBetween(ax: f64, ay: f64, bx: f64, by: f64, wedge: i32, margin: f64): bool {
  const turn = ((wedge % WEDGES) as f64) / (WEDGES / 4)
  const dx: f64 = turn < 2 ? 1 - turn : turn - 3
  const dy: f64 = turn < 1 ? turn : turn < 3 ? 2 - turn : turn - 4
  const s1 = dx * ay - dy * ax
  const s2 = dx * by - dy * bx
  // The crossing lies ahead of the radio where the corners turn the same way as the piece does.
  const ahead = (ax * by - ay * bx) * (s2 - s1) > 0
  return ahead && min(s1, s2) < -margin && max(s1, s2) > margin
}
