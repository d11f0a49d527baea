import { grouped } from '../../lib/grouped'
import { CellFault } from './cellFault'

interface Named {
  id: string
  name: string
}

/**
 * Records of one collection by what a table calls them. A name stands for the one record that has it; upper and lower case
 * and outer blanks are the same where that leaves no doubt. Where a name is not enough the table gives the id too.
 */
export class NameBook<T extends Named> {
  private readonly byId: Map<string, T>
  private readonly exact: Map<string, T[]>
  private readonly loose: Map<string, T[]>

  constructor(
    private readonly records: readonly T[],
    /** What one of them is called in a sentence: “device”. */
    private readonly noun: string,
  ) {
    this.byId = new Map(records.map((record) => [record.id, record]))
    this.exact = grouped(records, ({ name }) => name)
    this.loose = grouped(records, ({ name }) => folded(name))
  }

  /** The id where the name alone would not come back as this record; else nothing. */
  idIfNeeded = (record: T | undefined): string =>
    record &&
    (this.loose.get(folded(record.name))?.length !== 1 ||
      /[\p{Cs}\p{Cc}]/u.test(record.name) ||
      folded(record.name) === '')
      ? record.id
      : ''

  /** The one record of that name, or with that id where it is given; a fault of the column otherwise. */
  find(name: string, id: string, column: string): T {
    const byId = this.byId.get(id.trim())
    if (byId) return this.agreeing(byId, name, column)
    if (folded(name) === '') throw new CellFault(column, `The name of the ${this.noun} is missing.`)
    const exact = this.exact.get(name) ?? []
    const found = exact.length === 1 ? exact : (this.loose.get(folded(name)) ?? [])
    const [record] = found
    if (!record)
      throw new CellFault(column, `There is no ${this.noun} “${name.trim()}” in this site.${this.known()}`)
    if (found.length > 1)
      throw new CellFault(
        column,
        `${found.length} ${this.noun}s are called “${name.trim()}”. Rename one first, or give its id.`,
      )
    return record
  }

  private agreeing(record: T, name: string, column: string): T {
    const others = this.exact.get(name) ?? []
    if (name !== record.name && others.length > 0)
      throw new CellFault(
        column,
        `The id is that of “${record.name}”, and the name that of another ${this.noun}. Keep one of the two.`,
      )
    return record
  }

  private known = (): string =>
    this.records.length > 0 && this.records.length <= 12
      ? ` Known: ${this.records.map(({ name }) => name).join(', ')}.`
      : ''
}

const folded = (name: string): string => name.trim().toLowerCase()
