import { FROM_ROW, SCRATCH_AT, TO_ROW } from '../core/radio/coverage/kernelHead'
import {
  WEDGES,
  bottomM,
  cellM,
  columns,
  leftM,
  openAt,
  outdoors,
  pseudoAngle,
  told,
  toldPlace,
  wedgeOf,
} from './layer'

/** Where the cells stand sorted by wedge, each wedge filled up to fours: place and way to the radio, in three lists. */
export let cellsAt: usize = 0
export let dxAt: usize = 0
export let dyAt: usize = 0
/** Where the cells of each wedge begin in these lists; WEDGES + 1 of them. */
export const starts: usize = memory.data((WEDGES + 1) << 2, 16)

/** Set in the place of a cell that lies under the open sky, as the radio does. */
export const OPEN: i32 = 1 << 31

/** Where the next cell of each wedge goes. */
const next: usize = memory.data(WEDGES << 2, 16)

/** Sorts the cells of the rows by wedge. Within one they stay in the order of the rows: near ones beside near ones. */
export function orderCells(head: usize): void {
  const fromRow = told(head, FROM_ROW) as i32
  const toRow = told(head, TO_ROW) as i32
  const room = (((toRow - fromRow) * columns + 4 * WEDGES) as usize) << 2
  const wedgesAt = toldPlace(head, SCRATCH_AT)
  cellsAt = wedgesAt + room
  dxAt = cellsAt + room
  dyAt = dxAt + room
  memory.fill(next, 0, WEDGES << 2)
  let p = wedgesAt
  for (let row = fromRow; row < toRow; row++) {
    const dy = bottomM + ((row as f64) + 0.5) * cellM
    for (let column = 0; column < columns; column++, p += 4) {
      const wedge = wedgeOf(pseudoAngle(leftM + ((column as f64) + 0.5) * cellM, dy))
      store<u32>(p, wedge)
      const count = next + ((wedge as usize) << 2)
      store<i32>(count, load<i32>(count) + 1)
    }
  }
  let at = 0
  for (let wedge = 0; wedge < WEDGES; wedge++) {
    const place = (wedge as usize) << 2
    const count = load<i32>(next + place)
    store<i32>(starts + place, at)
    store<i32>(next + place, at)
    at += (count + 3) & ~3
  }
  store<i32>(starts + (WEDGES << 2), at)
  p = wedgesAt
  let cell = fromRow * columns
  for (let row = fromRow; row < toRow; row++) {
    const dy = (bottomM + ((row as f64) + 0.5) * cellM) as f32
    for (let column = 0; column < columns; column++, cell++, p += 4) {
      const place = next + ((load<u32>(p) as usize) << 2)
      const slot = (load<i32>(place) as usize) << 2
      store<i32>(place, load<i32>(place) + 1)
      store<i32>(cellsAt + slot, outdoors && load<u8>(openAt + cell) == 1 ? cell | OPEN : cell)
      store<f32>(dxAt + slot, (leftM + ((column as f64) + 0.5) * cellM) as f32)
      store<f32>(dyAt + slot, dy)
    }
  }
  fillUp()
}

/** The last cell of a wedge again, up to a whole four: it is written again with the same value. */
function fillUp(): void {
  for (let wedge = 0; wedge < WEDGES; wedge++) {
    const place = (wedge as usize) << 2
    const end = load<i32>(starts + place, 4)
    for (let slot = load<i32>(next + place); slot < end; slot++) {
      const to = (slot as usize) << 2
      store<i32>(cellsAt + to, load<i32>(cellsAt + to - 4))
      store<f32>(dxAt + to, load<f32>(dxAt + to - 4))
      store<f32>(dyAt + to, load<f32>(dyAt + to - 4))
    }
  }
}
