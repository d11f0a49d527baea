const STEPS = 2 ** 32

/** Numbers in [0, 1) from the browser's own source of chance, fit for keys. */
export const browserChance = (): number => (crypto.getRandomValues(new Uint32Array(1))[0] ?? 0) / STEPS
