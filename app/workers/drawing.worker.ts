import { expose } from 'comlink'
import { readDxf } from '~/core/formats'
import type { DxfDrawing } from '~/core/formats'
import type { Outcome } from '~/core/lib/outcome'

/** Reads a drawing away from the page: a large one takes seconds. */
const service = {
  /** With `hidden` also what is hidden in the drawing. */
  read: async (bytes: Uint8Array, hidden: boolean): Promise<Outcome<DxfDrawing>> =>
    readDxf(bytes, { hidden }),
}
export type DrawingService = typeof service

expose(service)
