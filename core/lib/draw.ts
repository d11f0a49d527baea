import { seedFrom, seededRandom } from './random'

/**
 * A number in [0, 1) that depends on nothing but its question: the run's seed, whose luck it is, about what, and the how-manieth time.
 * One device's luck so never moves another's.
 */
export const draw = (seed: number, whose: string, cause: string, times: number): number =>
  seededRandom(seedFrom(`${seed} ${whose} ${cause} ${times}`))()
