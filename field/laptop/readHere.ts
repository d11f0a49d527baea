import { readFile } from 'node:fs/promises'
import { readIpAddr, readIpRoute, readIwLink, readLldp, readResolvConf } from '~/core/formats'
import type { InterfaceRead } from '~/core/formats'
import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import type { Here } from '~/core/network/here'
import { runHere } from './tools'
import type { Run } from './tools'

/** Interfaces of the laptop that may be the one: all but its loopback. */
export async function interfacesHere(run: Run = runHere): Promise<Outcome<InterfaceRead[]>> {
  const said = await run('ip', ['-j', 'addr', 'show'])
  const read = said.code === 0 ? readIpAddr(said.out) : null
  if (read) return good(read)
  return bad({
    path: ['interface'],
    code: 'here.tools',
    message:
      said.why === 'missing'
        ? 'This machine has no “ip” (iproute2), so its address cannot be read.'
        : 'This machine’s “ip -j addr” printed nothing that can be read.',
  })
}

/** The one that is meant: the one named, or the only one that is up. */
export function interfaceMeant(all: readonly InterfaceRead[], named: string | null): Outcome<InterfaceRead> {
  const refused = (message: string) => bad({ path: ['interface'], code: 'here.interface', message })
  const names = all.map(({ name }) => name).join(', ') || 'none'
  if (named !== null) {
    const one = all.find(({ name }) => name === named)
    return one ? good(one) : refused(`“${named}” is no interface of this machine. It has: ${names}.`)
  }
  const up = all.filter(({ isUp }) => isUp)
  const [first] = up.length > 0 ? up : all
  if (up.length > 1)
    return refused(
      `Several interfaces are up: ${up.map(({ name }) => name).join(', ')}. Name the one that is meant.`,
    )
  return first ? good(first) : refused('This machine has no network interface.')
}

/** What the laptop reads off itself: address, gateway, name servers, speed, and who is at the other end. */
export async function readHere(named: string | null, run: Run = runHere): Promise<Outcome<Here>> {
  const all = await interfacesHere(run)
  if (!all.ok) return all
  const meant = interfaceMeant(all.value, named)
  if (!meant.ok) return meant
  const { name, isUp, ip, prefixLength } = meant.value
  const [route, lldp, link] = await Promise.all([
    run('ip', ['-j', 'route', 'show', 'default']),
    run('lldpcli', ['-f', 'json0', 'show', 'neighbors']),
    run('iw', ['dev', name, 'link']),
  ])
  return good({
    interfaceName: name,
    isUp,
    ip,
    prefixLength,
    gateway: route.code === 0 ? readIpRoute(route.out, name) : null,
    nameServers: readResolvConf(await readOr('/etc/resolv.conf')),
    speedMbps: speedIn(await readOr(`/sys/class/net/${name}/speed`)),
    neighbour: lldp.code === 0 ? readLldp(lldp.out, name) : null,
    radio: link.code === 0 ? readIwLink(link.out) : null,
  })
}

const readOr = (file: string): Promise<string> => readFile(file, 'utf8').catch(() => '')

/** The kernel says −1, or nothing, where it is not known. */
function speedIn(text: string): number | null {
  const mbps = Number(text.trim())
  return text.trim() !== '' && mbps > 0 ? mbps : null
}
