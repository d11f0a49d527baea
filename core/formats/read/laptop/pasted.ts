import type { PastedFact } from '../../../network/pasted'
import { readIfconfig, readIpAddrText, readIpconfig } from './addressTexts'
import { readIpAddr } from './ipJson'
import { readIwLink } from './iwText'
import { readLeases, readNetshInterface, readPings, readStations } from './otherTexts'

const fromJson = (text: string): PastedFact[] =>
  (text.trim().startsWith('[') ? (readIpAddr(text) ?? []) : []).map((one) => ({
    kind: 'interface',
    ...one,
    gateway: null,
    nameServers: [],
  }))

const fromLink = (text: string): PastedFact[] => {
  const joined = readIwLink(text)
  return joined ? [{ kind: 'joined', joined }] : []
}

const READERS: readonly { program: string; read: (text: string) => PastedFact[] }[] = [
  { program: 'ip -j addr', read: fromJson },
  { program: 'ip addr', read: readIpAddrText },
  { program: 'ipconfig /all', read: readIpconfig },
  { program: 'ifconfig', read: readIfconfig },
  { program: 'ping', read: readPings },
  { program: 'iw dev … link', read: fromLink },
  { program: 'iw dev … station dump', read: readStations },
  { program: 'netsh wlan show interfaces', read: readNetshInterface },
  { program: 'dnsmasq’s leases', read: readLeases },
]

/** Programs whose texts can be read. */
export const PASTED_PROGRAMS: readonly string[] = READERS.map(({ program }) => program)

/** What programs on other machines printed, one after the other in one text; and which they were. Nothing: none of it is known. */
export function readPasted(text: string): { programs: string[]; facts: PastedFact[] } {
  const found = READERS.map(({ program, read }) => ({ program, facts: read(text) })).filter(
    ({ facts }) => facts.length > 0,
  )
  return { programs: found.map(({ program }) => program), facts: found.flatMap(({ facts }) => facts) }
}
