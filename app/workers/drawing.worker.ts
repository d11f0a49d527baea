import { readDxf } from '~/core/formats'
import type { DxfDrawing } from '~/core/formats'
import type { Outcome } from '~/core/outcome'

export type DrawingAnswer = Outcome<DxfDrawing>

/** Reads a drawing away from the page: a large one takes seconds. */
addEventListener('message', ({ data }: MessageEvent<string>) => {
  postMessage(readDxf(data) satisfies DrawingAnswer)
})
