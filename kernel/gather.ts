import { GAIN_COLUMNS, GAIN_ROWS, dz, gainAt, slabAt } from './layer'

/** What floors and roofs cost on the way to four cells, dB. */
export function slabFour(c0: i32, c1: i32, c2: i32, c3: i32): v128 {
  return lanes(slabAt, c0, c1, c2, c3)
}

function lanes(from: usize, a: i32, b: i32, c: i32, e: i32): v128 {
  let four = v128.load32_splat(from + ((a as usize) << 2))
  four = f32x4.replace_lane(four, 1, load<f32>(from + ((b as usize) << 2)))
  four = f32x4.replace_lane(four, 2, load<f32>(from + ((c as usize) << 2)))
  return f32x4.replace_lane(four, 3, load<f32>(from + ((e as usize) << 2)))
}

/** Bilinear in the gain table for four directions. */
export function gainFour(dx: v128, dy: v128, d: v128): v128 {
  const p = f32x4.div(dy, f32x4.add(f32x4.add(f32x4.abs(dx), f32x4.abs(dy)), f32x4.splat(1e-30)))
  const right = v128.bitselect(f32x4.add(p, f32x4.splat(4)), p, f32x4.lt(p, f32x4.splat(0)))
  const pseudo = v128.bitselect(f32x4.sub(f32x4.splat(2), p), right, f32x4.lt(dx, f32x4.splat(0)))
  const column = f32x4.pmin(
    f32x4.splat((GAIN_COLUMNS as f32) - 0.0001),
    f32x4.mul(pseudo, f32x4.splat((GAIN_COLUMNS as f32) / 4)),
  )
  const sine = f32x4.div(f32x4.splat(-dz as f32), d)
  const half: f32 = ((GAIN_ROWS as f32) - 1) / 2
  const row = f32x4.pmax(
    f32x4.splat(0),
    f32x4.pmin(
      f32x4.splat((GAIN_ROWS as f32) - 1.0001),
      f32x4.mul(f32x4.add(sine, f32x4.splat(1)), f32x4.splat(half)),
    ),
  )
  const c = i32x4.trunc_sat_f32x4_s(column)
  const r = i32x4.trunc_sat_f32x4_s(row)
  const fc = f32x4.sub(column, f32x4.convert_i32x4_s(c))
  const fr = f32x4.sub(row, f32x4.convert_i32x4_s(r))
  const at = i32x4.add(i32x4.mul(r, i32x4.splat(GAIN_COLUMNS + 1)), c)
  const a = i32x4.extract_lane(at, 0)
  const b = i32x4.extract_lane(at, 1)
  const e = i32x4.extract_lane(at, 2)
  const f = i32x4.extract_lane(at, 3)
  const upper = blend(gainAt, a, b, e, f, fc)
  const lower = blend(gainAt + ((GAIN_COLUMNS + 1) << 2), a, b, e, f, fc)
  return f32x4.add(upper, f32x4.mul(fr, f32x4.sub(lower, upper)))
}

/** Between the two neighbours in a row of the table. */
function blend(from: usize, a: i32, b: i32, c: i32, e: i32, share: v128): v128 {
  const ab = pairs(from, a, b)
  const ce = pairs(from, c, e)
  const left = v128.shuffle<f32>(ab, ce, 0, 2, 4, 6)
  const right = v128.shuffle<f32>(ab, ce, 1, 3, 5, 7)
  return f32x4.add(left, f32x4.mul(share, f32x4.sub(right, left)))
}

function pairs(from: usize, a: i32, b: i32): v128 {
  return v128.load_lane<u64>(from + ((b as usize) << 2), v128.load64_zero(from + ((a as usize) << 2)), 1)
}
