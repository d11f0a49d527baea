import { encode } from 'uqr'
import { rect } from '../figure/types'
import type { Shape, Spot } from '../figure/types'

/** Bytes of a QR code of version 40 at level M. Source: ISO/IEC 18004:2015 table 7. */
export const MOST_QR_BYTES = 2331

/**
 * A text as a QR code (ISO/IEC 18004, error correction M) with its quiet zone of four modules, in a square so wide. Throws RangeError on
 * more than `MOST_QR_BYTES` bytes.
 */
export function qrShape(text: string, [x, y]: Spot, size: number): Shape {
  if (new TextEncoder().encode(text).length > MOST_QR_BYTES)
    throw new RangeError(`A QR code holds ${MOST_QR_BYTES} bytes.`)
  const { data } = encode(text, { ecc: 'M', border: 4 })
  const module = size / data.length
  const rings = data.flatMap((row, r) => {
    const runs: (readonly Spot[])[] = []
    for (let c = 0; c < row.length; c++) {
      if (!row[c]) continue
      let end = c
      while (row[end + 1]) end++
      // A hair more, so that no white line stays between two rows.
      runs.push(rect(x + c * module, y + r * module, (end - c + 1) * module, module * 1.02))
      c = end
    }
    return runs
  })
  return { kind: 'area', rings, fill: 'black' }
}
