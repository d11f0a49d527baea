import { networkOf, typeOf } from '../../plan'
import type { Device, Id, Network, Site, VlanId } from '../../plan'
import type { Block, Cell, Column, Flagged, RichCell } from '../doc'

export const flagOfNetwork = ({ vlanId, name }: Pick<Network, 'vlanId' | 'name'>): Flagged => ({
  vlanId,
  label: name,
})

/** A network by its flag, name and number; "none" where there is none. */
export function networkCell(site: Site, id: Id | null): Cell {
  const network = networkOf(site, id)
  return network ? { text: '', flags: [flagOfNetwork(network)] } : soft('none')
}

/** VLANs by their flags and numbers. */
export const vlansCell = (vlanIds: readonly VlanId[]): Cell => ({
  text: '',
  flags: vlanIds.map((vlanId) => ({ vlanId, label: String(vlanId) })),
})

export const soft = (text: string): RichCell => ({ text, tone: 'soft' })
export const strong = (text: string): RichCell => ({ text, tone: 'strong' })
export const caution = (text: string): RichCell => ({ text, tone: 'caution' })

/** A cell that says so where nothing is known. */
export const known = (text: string | null | undefined): Cell => text || soft('–')

export const table = (
  columns: readonly Column[],
  rows: readonly (readonly Cell[])[],
  empty: string,
  title = '',
): Block => ({ kind: 'table', title, columns, rows, empty })

export const typeName = (site: Site, device: Device): string => typeOf(site, device)?.name ?? 'no type'
