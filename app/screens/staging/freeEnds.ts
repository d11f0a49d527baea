import { portName } from '~/core/plan'
import type { Id, LinkEnd, Site } from '~/core/plan'
import type { BoardState } from './boardState'

export const endText = ({ deviceId, port }: LinkEnd): string => `${deviceId} ${port}`

export function endOf(text: string | null): LinkEnd | null {
  const [deviceId, port] = (text ?? '').split(' ')
  return deviceId && port ? { deviceId, port: Number(port) } : null
}

/** Sockets of others that nothing is in now, the laptop included. */
export function freeEnds(
  site: Site,
  { cables, laptop }: BoardState,
  butOf: Id | null,
): (LinkEnd & { name: string })[] {
  const taken = new Set(cables.filter(({ pulled }) => !pulled).flatMap(({ ends }) => ends.map(endText)))
  if (laptop?.at) taken.add(endText(laptop.at))
  return site.devices
    .filter(({ id }) => id !== butOf)
    .flatMap(({ id, ports }) => ports.map(({ number }) => ({ deviceId: id, port: number })))
    .filter((end) => !taken.has(endText(end)))
    .map((end) => ({ ...end, name: portName(site, end) }))
}
