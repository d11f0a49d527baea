import { readDxf } from '~/core/formats'
import type { DxfDrawing } from '~/core/formats'
import type { Outcome } from '~/core/lib/outcome'

export interface DrawingQuestion {
  bytes: Uint8Array
  /** Also what is hidden in the drawing. */
  hidden: boolean
}
export type DrawingAnswer = Outcome<DxfDrawing>

/** Reads a drawing away from the page: a large one takes seconds. */
addEventListener('message', ({ data }: MessageEvent<DrawingQuestion>) => {
  postMessage(readDxf(data.bytes, { hidden: data.hidden }) satisfies DrawingAnswer)
})
