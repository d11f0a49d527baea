import { createHash } from 'node:crypto'

/** In hex. Source: FIPS 180-4. */
export const sha256 = (bytes: Uint8Array | string): string => createHash('sha256').update(bytes).digest('hex')
