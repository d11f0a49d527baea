/** Where the compiled kernel stands, made anew where its source is newer. */
export function buildKernel(): string
