import { wavelengthM } from '../propagation'
import { computeRows } from './kernel'
import type { LayerJob, RowKernel } from './kernel'
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
  FROM_ROW,
  GAIN_AT,
  HEAD_LENGTH,
  INSIDE_AT,
  INSIDE_LENGTH,
  LEFT_M,
  OPEN_AT,
  OUTDOORS,
  OUT_AT,
  OVER_LAMBDA,
  PACKED_AT,
  PACKED_BYTES,
  SCRATCH_AT,
  SCRATCH_BYTES,
  SEEN_AT,
  SLAB_AT,
  STARTS_AT,
  TO_ROW,
} from './kernelHead'
import { SEEN, WEDGES } from './polarIndex'

/** What the compiled kernel gives. */
interface Exports {
  memory: WebAssembly.Memory
  roomFrom: () => number
  pack: (head: number) => void
  fourRows: (head: number) => void
  plainRows: (head: number) => void
}

/** Rows as `fourRows`, within 0.05 dB of `computeRows`; and `plainRows`, equal to it to the last float. */
export interface CompiledKernel {
  fourRows: RowKernel
  plainRows: RowKernel
}

/** The kernel from its compiled module. */
export async function compiledKernel(module: WebAssembly.Module): Promise<CompiledKernel> {
  const instance = await WebAssembly.instantiate(module, {
    env: {
      abort: () => {
        throw new Error('the compiled kernel gave up')
      },
    },
  })
  const exports = instance.exports as unknown as Exports
  let laid: { job: LayerJob; head: Float64Array; rows: number } | null = null
  const rows =
    (work: 'fourRows' | 'plainRows'): RowKernel =>
    (job, fromRow, toRow, out) => {
      if (laid?.job !== job || laid.rows < toRow - fromRow) {
        laid = null
        const head = lay(exports, job, toRow - fromRow)
        if (!head) return computeRows(job, fromRow, toRow, out)
        laid = { job, head, rows: toRow - fromRow }
      }
      const { head } = laid
      head[FROM_ROW] = fromRow
      head[TO_ROW] = toRow
      exports[work](head.byteOffset)
      out.set(new Float32Array(head.buffer, head[OUT_AT], out.length))
    }
  return { fourRows: rows('fourRows'), plainRows: rows('plainRows') }
}

const PAGE_BYTES = 65_536

/** Puts a job's arrays into the kernel's memory; null where there is no room for so many. */
function lay({ memory, roomFrom, pack }: Exports, job: LayerJob, rows: number): Float64Array | null {
  const { index, radio, outdoors, slabDb, grid, scene } = job
  let end = roomFrom()
  const room = (bytes: number): number => {
    const at = (end + 15) & ~15
    end = at + bytes
    return at
  }
  const cells = rows * grid.columns
  const headAt = room(HEAD_LENGTH * 8)
  const seenAt = room(index.seen.byteLength)
  const startsAt = room(index.starts.byteLength)
  const insideAt = room(index.inside.byteLength)
  const gainAt = room(radio.gain.byteLength)
  const openAt = room(outdoors.byteLength)
  const slabAt = slabDb ? room(slabDb.byteLength) : 0
  const packedAt = room((index.seen.length / SEEN) * PACKED_BYTES)
  const outAt = room(cells * 4)
  const scratchAt = room((cells + 4 * WEDGES) * SCRATCH_BYTES)
  const lacking = end - memory.buffer.byteLength
  if (lacking > 0)
    try {
      memory.grow(Math.ceil(lacking / PAGE_BYTES))
    } catch {
      return null
    }
  new Float64Array(memory.buffer, seenAt, index.seen.length).set(index.seen)
  new Uint32Array(memory.buffer, startsAt, index.starts.length).set(index.starts)
  new Float64Array(memory.buffer, insideAt, index.inside.length).set(index.inside)
  new Float32Array(memory.buffer, gainAt, radio.gain.length).set(radio.gain)
  new Uint8Array(memory.buffer, openAt, outdoors.length).set(outdoors)
  if (slabDb) new Float32Array(memory.buffer, slabAt, slabDb.length).set(slabDb)
  const { clear, behindWalls, breakM, countsWalls, bends } = radio.propagation
  const head = new Float64Array(memory.buffer, headAt, HEAD_LENGTH)
  head[LEFT_M] = grid.x0M - radio.xM
  head[BOTTOM_M] = grid.y0M - radio.yM
  head[CELL_M] = grid.cellM
  head[COLUMNS] = grid.columns
  head[DZ_M] = grid.zM - radio.zM
  head[OVER_LAMBDA] = 2 / wavelengthM(scene.frequencyMhz)
  head[CLEAR_AT_ONE_M] = clear.atOneM
  head[CLEAR_PER_DECADE] = clear.perDecade
  head[BEHIND_AT_ONE_M] = behindWalls.atOneM
  head[BEHIND_PER_DECADE] = behindWalls.perDecade
  head[BREAK_M] = breakM
  head[COUNTS_WALLS] = Number(countsWalls)
  head[BENDS] = Number(bends && radio.outdoors)
  head[OUTDOORS] = Number(radio.outdoors)
  head[SEEN_AT] = seenAt
  head[STARTS_AT] = startsAt
  head[INSIDE_AT] = insideAt
  head[INSIDE_LENGTH] = index.inside.length
  head[GAIN_AT] = gainAt
  head[OPEN_AT] = openAt
  head[SLAB_AT] = slabAt
  head[OUT_AT] = outAt
  head[PACKED_AT] = packedAt
  head[SCRATCH_AT] = scratchAt
  pack(headAt)
  return head
}
