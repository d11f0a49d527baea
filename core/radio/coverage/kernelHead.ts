/**
 * What the compiled kernel is told of a layer: this many numbers (float64) one after the other, each in its place.
 * Both sides read this file. Places of arrays are byte offsets in the kernel's memory.
 */
export const LEFT_M = 0
export const BOTTOM_M = 1
export const CELL_M = 2
export const COLUMNS = 3
export const FROM_ROW = 4
export const TO_ROW = 5
export const DZ_M = 6
/** 2 ÷ λ, per metre. */
export const OVER_LAMBDA = 7
export const CLEAR_AT_ONE_M = 8
export const CLEAR_PER_DECADE = 9
export const BEHIND_AT_ONE_M = 10
export const BEHIND_PER_DECADE = 11
export const BREAK_M = 12
/** 1 or 0. */
export const COUNTS_WALLS = 13
/** 1 where the model bends over edges and the radio stands outdoors. */
export const BENDS = 14
/** 1 where the radio stands outdoors. */
export const OUTDOORS = 15
export const SEEN_AT = 16
export const STARTS_AT = 17
export const INSIDE_AT = 18
export const INSIDE_LENGTH = 19
export const GAIN_AT = 20
export const OPEN_AT = 21
/** 0 where no floor or roof lies between. */
export const SLAB_AT = 22
export const OUT_AT = 23
/** The pieces once more as `pack` lays them, PACKED_BYTES each. */
export const PACKED_AT = 24
/** Room for the order of the cells: SCRATCH_BYTES for each cell of the rows, and as many for four cells of each wedge. */
export const SCRATCH_AT = 25
export const HEAD_LENGTH = 26

export const PACKED_BYTES = 64
export const SCRATCH_BYTES = 16
