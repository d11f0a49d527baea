/** What is wrong with one cell of a table that is read in. */
export class CellFault extends Error {
  constructor(
    readonly column: string,
    message: string,
  ) {
    super(message)
  }
}
