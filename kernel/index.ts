import { FROM_ROW, OUT_AT, TO_ROW } from '../core/radio/coverage/kernelHead'
import { cellGainDb } from './cell'
import { bottomM, cellM, columns, leftM, readHead, told, toldPlace } from './layer'

export { fourRows } from './four'
export { logsOf } from './logs'
export { pack } from './pack'

/** The rows one cell after the other: equal to the core's own kernel to the last float. */
export function plainRows(head: usize): void {
  readHead(head)
  let out = toldPlace(head, OUT_AT)
  const toRow = told(head, TO_ROW) as i32
  for (let row = told(head, FROM_ROW) as i32; row < toRow; row++) {
    const dy = bottomM + ((row as f64) + 0.5) * cellM
    for (let column = 0; column < columns; column++) {
      const dx = leftM + ((column as f64) + 0.5) * cellM
      store<f32>(out, cellGainDb(row * columns + column, dx, dy))
      out += 4
    }
  }
}

/** Where the arrays may begin. */
export function roomFrom(): usize {
  return __heap_base
}
