import { randomInt } from 'node:crypto'
import type { Random } from '~/core/lib/random'

const STEPS = 2 ** 32

/** Numbers in [0, 1) from the machine's own source of chance, fit for keys and passwords. */
export const machineChance: Random = () => randomInt(STEPS) / STEPS
