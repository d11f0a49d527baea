import { FROM_ROW, OUT_AT, PACKED_AT, PACKED_BYTES } from '../core/radio/coverage/kernelHead'
import { cellGainDb, standing } from './cell'
import {
  FELT_DB,
  LEAST_DISTANCE_M,
  SEEN_BYTES,
  SOLID_DB,
  WEDGES,
  behindAtOneM,
  behindPerDecade,
  bends,
  bottomM,
  breakM,
  cellM,
  clearAtOneM,
  clearPerDecade,
  columns,
  countsWalls,
  dz,
  insideLength,
  leftM,
  overLambda,
  readHead,
  slabAt,
  startsAt,
  told,
  toldPlace,
} from './layer'
import { gainFour, slabFour } from './gather'
import { edgeLossFour, log10Four } from './logs'
import { PLAIN } from './pack'
import { cellsAt, dxAt, dyAt, orderCells, starts } from './order'

/** Sixteen times what float32 can be off by in a product of coordinates: within it, a ray is worked out again in float64. */
const UNSURE: f32 = 9.5e-7

/** A loss in an obstacle, and the share of a height or a place on the way, that may be uncertain by so much at most. */
const MOST_BLUR_DB: f32 = 0.02
const MOST_BLUR: f32 = 0.01

/**
 * The rows four cells of a wedge at a time, in float32. Where a ray passes so near a corner, a wall's line or an edge that
 * float32 cannot say which side it is on, its cell is worked out again in float64: the two never differ by a wall.
 */
export function fourRows(head: usize): void {
  readHead(head)
  orderCells(head)
  const out = toldPlace(head, OUT_AT) - (((told(head, FROM_ROW) as i32) * columns) << 2)
  const packed = toldPlace(head, PACKED_AT)
  for (let wedge = 0; wedge < WEDGES; wedge++) {
    const place = (wedge as usize) << 2
    const begin = (load<i32>(starts + place) as usize) << 2
    const end = (load<i32>(starts + place, 4) as usize) << 2
    if (begin == end) continue
    const bounds = startsAt + place
    const first = packed + (((load<u32>(bounds) << 3) as usize) / SEEN_BYTES) * PACKED_BYTES
    const last = packed + (((load<u32>(bounds, 4) << 3) as usize) / SEEN_BYTES) * PACKED_BYTES
    for (let slot = begin; slot < end; slot += 16) four(slot, first, last, out)
  }
}

// One long loop, as in the core: values of four floats do not fit into a record.
// eslint-disable-next-line complexity
function four(slot: usize, first: usize, last: usize, out: usize): void {
  const zero = f32x4.splat(0)
  const one = f32x4.splat(1)
  const dx = v128.load(dxAt + slot)
  const dy = v128.load(dyAt + slot)
  const flat2 = f32x4.add(f32x4.mul(dx, dx), f32x4.mul(dy, dy))
  const d = f32x4.max(
    f32x4.splat(LEAST_DISTANCE_M as f32),
    f32x4.sqrt(f32x4.add(flat2, f32x4.splat((dz * dz) as f32))),
  )
  const cells = v128.load(cellsAt + slot)
  const open = i32x4.shr_s(cells, 31)
  const over = bends ? open : zero
  const isOver = v128.any_true(over)
  const furthest2 = furthest(flat2) * 1.00001
  const reach = f32x4.mul(f32x4.splat(UNSURE), f32x4.add(f32x4.abs(dx), f32x4.abs(dy)))
  const dz4 = f32x4.splat(dz as f32)
  const steep = f32x4.splat(abs(dz) as f32)
  let unsure = zero
  let through = zero
  let crossed = zero
  let blockAbove = zero
  let blockUnder = one
  let grazeAbove = zero
  let grazeUnder = one
  for (let p = first; p < last; p += PACKED_BYTES) {
    if (load<f32>(p, 32) > furthest2) break
    const den = f32x4.sub(f32x4.mul(dx, v128.load32_splat(p, 12)), f32x4.mul(dy, v128.load32_splat(p, 8)))
    const blur = f32x4.mul(reach, v128.load32_splat(p, 36))
    if (load<i32>(p, 56) == PLAIN) {
      const loss = v128.load32_splat(p, 28)
      if (!isOver) {
        const ahead = f32x4.sub(f32x4.abs(den), v128.load32_splat(p, 52))
        const met = f32x4.gt(ahead, zero)
        unsure = v128.or(unsure, f32x4.lt(f32x4.abs(ahead), blur))
        through = f32x4.add(through, v128.and(loss, met))
        crossed = v128.or(crossed, met)
        continue
      }
      const t = f32x4.div(v128.load32_splat(p, 16), den)
      const met = f32x4.lt(t, one)
      through = f32x4.add(through, v128.and(loss, met))
      crossed = v128.or(crossed, met)
      const under = f32x4.mul(t, f32x4.sub(one, t))
      const room = f32x4.mul(f32x4.splat(MOST_BLUR), f32x4.abs(f32x4.mul(under, den)))
      unsure = v128.or(unsure, f32x4.lt(room, blur))
      const rise = f32x4.sub(v128.load32_splat(p, 24), f32x4.mul(t, dz4))
      const above = f32x4.mul(rise, rise)
      const higher = v128.and(
        v128.and(met, over),
        f32x4.gt(f32x4.mul(above, blockUnder), f32x4.mul(blockAbove, under)),
      )
      blockAbove = v128.bitselect(above, blockAbove, higher)
      blockUnder = v128.bitselect(under, blockUnder, higher)
      continue
    }
    const s1 = f32x4.sub(f32x4.mul(dx, v128.load32_splat(p, 4)), f32x4.mul(dy, v128.load32_splat(p)))
    const s2 = f32x4.add(s1, den)
    const cross = v128.load32_splat(p, 16)
    const nearest = f32x4.pmin(f32x4.pmin(f32x4.abs(s1), f32x4.abs(s2)), f32x4.abs(f32x4.sub(den, cross)))
    unsure = v128.or(unsure, f32x4.lt(nearest, blur))
    // Opposite signs: the ray's line passes between the corners.
    const between = v128.xor(f32x4.lt(s1, zero), f32x4.lt(s2, zero))
    if (!v128.any_true(between)) continue
    const inverse = f32x4.div(one, den)
    const t = f32x4.mul(cross, inverse)
    const met = v128.and(between, v128.and(f32x4.gt(t, zero), f32x4.lt(t, one)))
    if (!v128.any_true(met)) continue
    const low = v128.load32_splat(p, 20)
    const high = v128.load32_splat(p, 24)
    const z = f32x4.mul(t, dz4)
    const blurT = f32x4.mul(blur, f32x4.abs(inverse))
    const blurM = f32x4.add(f32x4.mul(steep, blurT), f32x4.splat(dz == 0 ? 0 : 1e-5))
    const rise = f32x4.sub(high, z)
    const under = f32x4.mul(t, f32x4.sub(one, t))
    const nearestM = f32x4.pmin(f32x4.abs(f32x4.sub(z, low)), f32x4.abs(rise))
    let doubt = f32x4.lt(nearestM, blurM)
    const hit = v128.and(met, f32x4.ge(z, low))
    const under0 = f32x4.le(z, high)
    const loss = load<f32>(p, 28)
    if (loss < 0) {
      const blurDb = f32x4.mul(f32x4.mul(f32x4.splat(-loss), d), blurT)
      doubt = v128.or(doubt, f32x4.gt(blurDb, f32x4.splat(MOST_BLUR_DB)))
      const held = f32x4.pmin(f32x4.pmax(t, v128.load32_splat(p, 40)), v128.load32_splat(p, 44))
      const part = f32x4.mul(f32x4.sub(v128.load32_splat(p, 48), held), f32x4.mul(f32x4.splat(loss), d))
      const signed = v128.bitselect(f32x4.neg(part), part, f32x4.lt(den, zero))
      through = f32x4.add(through, v128.and(signed, hit))
    } else {
      const stopped = v128.and(hit, under0)
      through = f32x4.add(through, v128.and(f32x4.splat(loss), stopped))
      crossed = v128.or(crossed, stopped)
    }
    if (isOver) {
      const blurred = v128.or(
        f32x4.gt(blurT, f32x4.mul(f32x4.splat(MOST_BLUR), under)),
        f32x4.gt(blurM, f32x4.mul(f32x4.splat(MOST_BLUR), f32x4.abs(rise))),
      )
      doubt = v128.or(doubt, v128.and(blurred, over))
    }
    unsure = v128.or(unsure, v128.and(doubt, met))
    if (!isOver) continue
    const above = f32x4.mul(rise, rise)
    const counted = v128.and(hit, over)
    const higher = v128.and(
      v128.and(counted, under0),
      f32x4.gt(f32x4.mul(above, blockUnder), f32x4.mul(blockAbove, under)),
    )
    blockAbove = v128.bitselect(above, blockAbove, higher)
    blockUnder = v128.bitselect(under, blockUnder, higher)
    if ((loss as f64) < SOLID_DB) continue
    const nearer = v128.and(
      v128.andnot(counted, under0),
      v128.or(
        f32x4.eq(grazeAbove, zero),
        f32x4.lt(f32x4.mul(above, grazeUnder), f32x4.mul(grazeAbove, under)),
      ),
    )
    grazeAbove = v128.bitselect(above, grazeAbove, nearer)
    grazeUnder = v128.bitselect(under, grazeUnder, nearer)
  }
  if (insideLength > 0) through = f32x4.add(through, f32x4.mul(d, f32x4.splat(standing(1) as f32)))
  const log = log10Four(d)
  let way = v128.bitselect(
    f32x4.add(f32x4.splat(behindAtOneM as f32), f32x4.mul(f32x4.splat(behindPerDecade as f32), log)),
    f32x4.add(f32x4.splat(clearAtOneM as f32), f32x4.mul(f32x4.splat(clearPerDecade as f32), log)),
    crossed,
  )
  const beyond = f32x4.mul(f32x4.splat(20), f32x4.sub(log, f32x4.splat(Math.log10(breakM) as f32)))
  way = f32x4.add(way, v128.and(beyond, v128.and(open, f32x4.gt(d, f32x4.splat(breakM as f32)))))
  if (countsWalls) {
    const felt = f32x4.splat(FELT_DB as f32)
    const stopped = f32x4.gt(through, felt)
    // What rounding leaves is less than this; where a true loss is as small, it is looked at again.
    const doubtful = f32x4.lt(f32x4.abs(f32x4.sub(through, felt)), f32x4.splat(0.00099))
    unsure = v128.or(unsure, v128.and(over, doubtful))
    const hasBlock = f32x4.gt(blockAbove, zero)
    // Outdoors, where the highest edge is known, waves go over it where that costs less.
    const bent = v128.and(over, v128.bitselect(hasBlock, f32x4.gt(grazeAbove, zero), stopped))
    let added = through
    if (v128.any_true(bent)) {
      const scale = f32x4.div(f32x4.splat(overLambda as f32), d)
      const square = v128.bitselect(
        f32x4.div(blockAbove, blockUnder),
        f32x4.div(grazeAbove, grazeUnder),
        stopped,
      )
      const size = f32x4.sqrt(f32x4.mul(square, scale))
      const edge = edgeLossFour(v128.bitselect(size, f32x4.neg(size), stopped))
      added = v128.bitselect(v128.bitselect(f32x4.pmin(through, edge), edge, stopped), through, bent)
    }
    way = f32x4.add(way, added)
  }
  const places = v128.and(cells, i32x4.splat(0x7fffffff))
  const c0 = i32x4.extract_lane(places, 0)
  const c1 = i32x4.extract_lane(places, 1)
  const c2 = i32x4.extract_lane(places, 2)
  const c3 = i32x4.extract_lane(places, 3)
  if (slabAt != 0) way = f32x4.add(way, slabFour(c0, c1, c2, c3))
  const sum = f32x4.sub(gainFour(dx, dy, d), way)
  store<f32>(out + ((c0 as usize) << 2), f32x4.extract_lane(sum, 0))
  store<f32>(out + ((c1 as usize) << 2), f32x4.extract_lane(sum, 1))
  store<f32>(out + ((c2 as usize) << 2), f32x4.extract_lane(sum, 2))
  store<f32>(out + ((c3 as usize) << 2), f32x4.extract_lane(sum, 3))
  if (!v128.any_true(unsure)) return
  const doubts = i32x4.bitmask(unsure)
  if (doubts & 1) again(c0, out)
  if (doubts & 2) again(c1, out)
  if (doubts & 4) again(c2, out)
  if (doubts & 8) again(c3, out)
}

function again(cell: i32, out: usize): void {
  const dx = leftM + (((cell % columns) as f64) + 0.5) * cellM
  const dy = bottomM + (((cell / columns) as f64) + 0.5) * cellM
  store<f32>(out + ((cell as usize) << 2), cellGainDb(cell, dx, dy))
}

function furthest(four: v128): f32 {
  return max(
    max(f32x4.extract_lane(four, 0), f32x4.extract_lane(four, 1)),
    max(f32x4.extract_lane(four, 2), f32x4.extract_lane(four, 3)),
  )
}
