import type { Entry } from './entry'

/** Mistakes of running a fleet. Common practice, no source, unless a rule names a standard. */
export const FLEET_MISTAKES = {
  'CTL-1': {
    mistake: 'Controller that its access points do not find',
    why: 'A broadcast ends at the router: the access point has power and an address, and is never listed.',
    todo: 'Let the lease name it (option 138 or 43), give it a name at the name server, or type its address into the device.',
    severity: 'stop',
    stage: 'networks',
  },
  'CTL-2': {
    mistake: 'Tunnel from outside that cannot be built',
    why: 'The remote access point never joins, however good its line is.',
    todo: 'Forward UDP 5246 and 5247 to the controller, announce its public address, and type that address into the device.',
    severity: 'stop',
    stage: 'networks',
  },
  'CTL-3': {
    mistake: 'Public address announced on the only interface',
    why: 'New access points inside are sent to an address that they do not reach: they do not join any more.',
    todo: 'Give staging an interface, a port and a network of its own on the controller.',
    severity: 'stop',
    stage: 'networks',
  },
  'CTL-4': {
    mistake: 'Controller short of licences or size, or firmware too old for it',
    why: 'The last devices are refused when they try to join.',
    todo: 'Add licences, use a larger controller, or load newer firmware first.',
    severity: 'stop',
    stage: 'staging',
  },
  'CTL-5': {
    mistake: 'Allow list lacks a device',
    why: 'The controller refuses it, and says so only in its own list.',
    todo: 'Put its hardware address on the list.',
    severity: 'stop',
    stage: 'staging',
  },
  'CTL-6': {
    mistake: 'Cluster that splits, or loses its page with its master',
    why: 'Members with another name or passphrase make a cluster of their own; after a failure nobody answers at the shared address.',
    todo: 'One name, one passphrase and one shared address on every member, ten members at most, and priorities that differ.',
    severity: 'stop',
    stage: 'staging',
  },
  'CTL-7': {
    mistake: 'One-way choice that does not fit what is planned',
    why: 'Some first choices of a virtual controller cannot be taken back: it has to be installed anew.',
    todo: 'Decide on the interfaces before its first set-up.',
    severity: 'fix',
    stage: 'staging',
  },
  'CTL-8': {
    mistake: 'No time server, or one that is not reached',
    why: 'With a wrong clock certificates are not valid yet, and tunnels and logins fail.',
    todo: 'Name a time server at the controller, and let it be reached.',
    severity: 'fix',
    stage: 'staging',
  },
  'RMT-1': {
    mistake: 'Tunnelled socket on no network, or tunnel too slow for speech',
    why: 'The phone in the remote socket is dead, or it chops.',
    todo: 'Put the socket on a network in the device’s group, and measure the latency before promising speech.',
    severity: 'fix',
    stage: 'networks',
  },
  'RMT-2': {
    mistake: 'Tunnel over the internet not encrypted',
    why: 'Whoever is on the way can read what clients of the remote access point send.',
    todo: 'Encrypt the tunnels at the controller; it may need a licence.',
    severity: 'fix',
    stage: 'networks',
  },
} as const satisfies Record<string, Entry>
