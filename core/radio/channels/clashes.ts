/** Who disturbs whom: choose one option for each node so that the sum of weight × clash is least. */
export interface Clashes {
  /** How many options each node has. */
  options: number[]
  /** Cost of an option by itself: foreign radios on it, radar. */
  own: number[][]
  /** Pairs that hear each other, i < j. */
  edges: { i: number; j: number; weight: number }[]
  /** How much two options clash, 0 to 1. */
  clash: (i: number, a: number, j: number, b: number) => number
  /** A name for an option: options of the same name clash with the same others, whichever node takes them. */
  name: (i: number, a: number) => string
  /** Nodes that may not be changed, with their option. */
  fixed: (number | null)[]
}
