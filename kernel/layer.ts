import {
  BEHIND_AT_ONE_M,
  BEHIND_PER_DECADE,
  BENDS,
  BOTTOM_M,
  BREAK_M,
  CELL_M,
  CLEAR_AT_ONE_M,
  CLEAR_PER_DECADE,
  COLUMNS,
  COUNTS_WALLS,
  DZ_M,
  GAIN_AT,
  INSIDE_AT,
  INSIDE_LENGTH,
  LEFT_M,
  OPEN_AT,
  OUTDOORS,
  OVER_LAMBDA,
  SEEN_AT,
  SLAB_AT,
  STARTS_AT,
} from '../core/radio/coverage/kernelHead'

/** The layer that is worked on, read once from its head. */
export let leftM: f64 = 0
export let bottomM: f64 = 0
export let cellM: f64 = 0
export let columns: i32 = 0
export let dz: f64 = 0
export let overLambda: f64 = 0
export let clearAtOneM: f64 = 0
export let clearPerDecade: f64 = 0
export let behindAtOneM: f64 = 0
export let behindPerDecade: f64 = 0
export let breakM: f64 = 0
export let countsWalls: bool = false
export let bends: bool = false
export let outdoors: bool = false
export let seenAt: usize = 0
export let startsAt: usize = 0
export let insideAt: usize = 0
export let insideLength: i32 = 0
export let gainAt: usize = 0
export let openAt: usize = 0
export let slabAt: usize = 0

export const WEDGES: i32 = 1024
/** Bytes of one piece as the index has it. */
export const SEEN_BYTES: usize = 72
export const GAIN_COLUMNS: i32 = 360
export const GAIN_ROWS: i32 = 181
export const SOLID_DB: f64 = 6
export const FELT_DB: f64 = 0.001
export const LEAST_DISTANCE_M: f64 = 1

export function told(head: usize, place: i32): f64 {
  return load<f64>(head + ((place as usize) << 3))
}

export function toldPlace(head: usize, place: i32): usize {
  return told(head, place) as usize
}

export function readHead(head: usize): void {
  leftM = told(head, LEFT_M)
  bottomM = told(head, BOTTOM_M)
  cellM = told(head, CELL_M)
  columns = told(head, COLUMNS) as i32
  dz = told(head, DZ_M)
  overLambda = told(head, OVER_LAMBDA)
  clearAtOneM = told(head, CLEAR_AT_ONE_M)
  clearPerDecade = told(head, CLEAR_PER_DECADE)
  behindAtOneM = told(head, BEHIND_AT_ONE_M)
  behindPerDecade = told(head, BEHIND_PER_DECADE)
  breakM = told(head, BREAK_M)
  countsWalls = told(head, COUNTS_WALLS) != 0
  bends = told(head, BENDS) != 0
  outdoors = told(head, OUTDOORS) != 0
  seenAt = toldPlace(head, SEEN_AT)
  startsAt = toldPlace(head, STARTS_AT)
  insideAt = toldPlace(head, INSIDE_AT)
  insideLength = told(head, INSIDE_LENGTH) as i32
  gainAt = toldPlace(head, GAIN_AT)
  openAt = toldPlace(head, OPEN_AT)
  slabAt = toldPlace(head, SLAB_AT)
}

/** As `pseudoAngle` of the core. */
export function pseudoAngle(dx: f64, dy: f64): f64 {
  const p = dy / (abs(dx) + abs(dy) + 1e-30)
  return dx < 0 ? 2 - p : p < 0 ? 4 + p : p
}

export function wedgeOf(pseudo: f64): i32 {
  return min(WEDGES - 1, (pseudo * (WEDGES / 4)) as i32)
}
