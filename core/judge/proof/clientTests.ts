import type { Target } from '../../network/layer3'
import type { Id } from '../../plan'

/** A client that joined or was plugged in somewhere, and the address it got. */
export interface AddressTest {
  attachmentId: string
  label: string
  networkName: string | null
  ok: boolean
  ip: string | null
  says: string
}

/** One ping, as observed, beside what the plan says of it. */
export interface PingTest {
  fromNetworkId: Id
  fromName: string
  target: Target
  targetName: string
  answered: boolean
  planned: boolean
  says: string
}

export interface ClientTests {
  addresses: AddressTest[]
  pings: PingTest[]
}
