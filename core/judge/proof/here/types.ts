import type { Id, Ip, Requirement } from '../../../plan'

export type { Here, Joined } from '../../../network/here'

/** One thing read here beside what the plan has; ok null: the plan says nothing of it, or it was not read. */
export interface HereCheck {
  what: 'link' | 'address' | 'mask' | 'gateway' | 'nameServers' | 'speed' | 'neighbour' | 'ssid'
  meant: string
  found: string
  ok: boolean | null
}

/** One host to be asked from here. */
export interface HereTest {
  id: string
  ip: Ip
  /** Whose address it is. */
  label: string
  /** The requirement that it speaks of; null: the gateway itself, which proves nothing of what is behind it. */
  to: Requirement['to'] | null
  /** Null: nothing is asked for; who answers is known to be there. */
  strength: Requirement['strength'] | null
}

/** What is asked from here, and where a host is needed that the plan does not have. */
export interface HereTests {
  networkId: Id
  tests: HereTest[]
  needs: { to: Requirement['to']; name: string; strength: Requirement['strength'] }[]
}

/** A host that stands in for a network that has none of its own: a second laptop, a phone. */
export interface Helper {
  networkId: Id
  ip: Ip
}
