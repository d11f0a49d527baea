import { compiledKernel, computeRows } from '~/core/radio/coverage'
import type { RowKernel } from '~/core/radio/coverage'
import wasm from '~/kernel/built/coverage.wasm?url'

/**
 * The fastest kernel that this browser runs: compiled where it has WebAssembly with four floats at once, else the core's own,
 * which is two to four times slower and comes to the same.
 */
export async function kernelHere(): Promise<RowKernel> {
  if (typeof WebAssembly === 'undefined') return computeRows
  try {
    const answer = await fetch(wasm)
    if (!answer.ok) return computeRows
    const { fourRows } = await compiledKernel(await WebAssembly.compile(await answer.arrayBuffer()))
    return fourRows
  } catch {
    return computeRows
  }
}
