/** A number that can say where it comes from. */
export interface Traced {
  value: number
  unit: string
  /** The formula in the symbols of `inputs`. */
  formula: string
  inputs: { name: string; value: string }[]
  /** Standard and clause, or "common practice, no source", or "from memory". */
  source: string
}
