import type { Device } from '../site'

/** What is wrong with one cell of a table that is read in. */
export class CellFault extends Error {
  constructor(
    readonly column: string,
    message: string,
  ) {
    super(message)
  }
}

/** The one device of that name, or a fault of the column. Upper and lower case are the same here. */
export function deviceNamed(devices: Map<string, Device[]>, name: string, column: string): Device {
  if (name === '') throw new CellFault(column, 'The name of the device is missing.')
  const found = devices.get(name.toLowerCase()) ?? []
  const [device] = found
  if (!device) throw new CellFault(column, `There is no device “${name}” in this site.`)
  if (found.length > 1)
    throw new CellFault(column, `${found.length} devices are called “${name}”. Rename one first.`)
  return device
}
