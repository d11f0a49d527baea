import type { Reading } from './readings'

/** Where one depth ends and the next begins, five for each reading. */
export const DEPTH_LEVELS: Record<Reading, number[]> = {
  signal: [-82, -75, -67, -60, -50],
  second: [-82, -75, -67, -60, -50],
  snr: [9, 17, 21, 28, 34],
  sinr: [9, 17, 21, 28, 34],
  rate: [20, 80, 170, 280, 450],
  servers: [1, 2, 3, 4, 5],
}
