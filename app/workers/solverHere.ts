import loadHighs from 'highs'
import wasm from 'highs/runtime?url'
import { solveWith } from '~/core/lib/solver'

/** The solver of a thread. */
export const solverHere = async () => solveWith(await loadHighs({ locateFile: () => wasm }))
