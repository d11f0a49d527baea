import {
  FELT_DB,
  GAIN_COLUMNS,
  GAIN_ROWS,
  LEAST_DISTANCE_M,
  SEEN_BYTES,
  SOLID_DB,
  behindAtOneM,
  behindPerDecade,
  bends,
  breakM,
  clearAtOneM,
  clearPerDecade,
  countsWalls,
  dz,
  gainAt,
  insideAt,
  insideLength,
  openAt,
  outdoors,
  overLambda,
  pseudoAngle,
  seenAt,
  slabAt,
  startsAt,
  wedgeOf,
} from './layer'

/** One cell by the same sums, in the same order, as the core's own kernel. */
// One long loop, as in the core: it is the same sums.
// eslint-disable-next-line complexity
export function cellGainDb(cell: i32, dx: f64, dy: f64): f32 {
  const flat2 = dx * dx + dy * dy
  const d = max(LEAST_DISTANCE_M, sqrt(flat2 + dz * dz))
  const pseudo = pseudoAngle(dx, dy)
  const open = outdoors && load<u8>(openAt + cell) == 1
  const over = open && bends
  let through: f64 = 0
  let crossed = 0
  let blockAbove: f64 = 0
  let blockUnder: f64 = 1
  let grazeAbove: f64 = 0
  let grazeUnder: f64 = 1
  const wedge = startsAt + ((wedgeOf(pseudo) as usize) << 2)
  const end = seenAt + ((load<u32>(wedge, 4) as usize) << 3)
  for (let p = seenAt + ((load<u32>(wedge) as usize) << 3); p < end; p += SEEN_BYTES) {
    if (load<f64>(p, 64) > flat2) break
    const s1 = dx * load<f64>(p, 8) - dy * load<f64>(p)
    const s2 = dx * load<f64>(p, 24) - dy * load<f64>(p, 16)
    if (s1 < 0 ? s2 < 0 : s2 >= 0) continue
    const t = load<f64>(p, 32) / (s2 - s1)
    if (t <= 0 || t >= 1) continue
    const low = load<f64>(p, 40)
    const z = t * dz
    if (z < low) continue
    const high = load<f64>(p, 48)
    const loss = load<f64>(p, 56)
    if (loss < 0) {
      const part = heldWithin(1, low, high) - heldWithin(t, low, high)
      through += (s2 < s1 ? -part : part) * loss * d
    } else if (z <= high) {
      through += loss
      crossed++
    }
    if (!over) continue
    const above = (high - z) * (high - z)
    const under = t * (1 - t)
    if (z <= high) {
      if (above * blockUnder > blockAbove * under) {
        blockAbove = above
        blockUnder = under
      }
    } else if (loss >= SOLID_DB && (grazeAbove == 0 || above * grazeUnder < grazeAbove * under)) {
      grazeAbove = above
      grazeUnder = under
    }
  }
  through += standing(d)
  const log = Math.log10(d)
  let loss = crossed > 0 ? behindAtOneM + behindPerDecade * log : clearAtOneM + clearPerDecade * log
  if (open && d > breakM) loss += 20 * Math.log10(d / breakM)
  if (countsWalls) {
    if (!over || (through > FELT_DB && blockAbove == 0)) loss += through
    else if (through > FELT_DB)
      loss += min(through, edgeLoss(sqrt((blockAbove / blockUnder) * (overLambda / d))))
    else if (grazeAbove > 0) loss += edgeLoss(-sqrt((grazeAbove / grazeUnder) * (overLambda / d)))
  }
  if (slabAt != 0) loss += load<f32>(slabAt + ((cell as usize) << 2)) as f64
  return (gainOf(pseudo, -dz / d) - loss) as f32
}

/** Loss in the obstacles that the radio stands in, as if none of them ended. */
export function standing(d: f64): f64 {
  let loss: f64 = 0
  const end = insideAt + ((insideLength as usize) << 3)
  for (let p = insideAt; p < end; p += 24) {
    const low = load<f64>(p)
    const high = load<f64>(p, 8)
    loss += load<f64>(p, 16) * d * (heldWithin(1, low, high) - heldWithin(0, low, high))
  }
  return loss
}

export function heldWithin(t: f64, low: f64, high: f64): f64 {
  if (dz == 0) return low <= 0 && high >= 0 ? t : 0
  const a = low / dz
  const b = high / dz
  const from = a < b ? a : b
  const to = a < b ? b : a
  return t < from ? from : t > to ? to : t
}

function edgeLoss(nu: f64): f64 {
  if (nu <= -0.78) return 0
  const v = nu - 0.1
  return 6.9 + 20 * Math.log10(sqrt(v * v + 1) + v)
}

function gainOf(pseudo: f64, sine: f64): f64 {
  const column = min<f64>(GAIN_COLUMNS - 1e-9, pseudo * (GAIN_COLUMNS / 4))
  const row = max<f64>(0, min<f64>(GAIN_ROWS - 1 - 1e-9, (sine + 1) * ((GAIN_ROWS - 1) / 2)))
  const c = column as i32
  const r = row as i32
  const fc = column - c
  const fr = row - r
  const at = gainAt + (((r * (GAIN_COLUMNS + 1) + c) as usize) << 2)
  const below = at + ((GAIN_COLUMNS + 1) << 2)
  const upperLeft = load<f32>(at) as f64
  const lowerLeft = load<f32>(below) as f64
  const upper = upperLeft + fc * ((load<f32>(at, 4) as f64) - upperLeft)
  const lower = lowerLeft + fc * ((load<f32>(below, 4) as f64) - lowerLeft)
  return upper + fr * (lower - upper)
}
