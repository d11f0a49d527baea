export type Severity = 'stop' | 'fix' | 'note'
/** The stage of the work at which the mistake is mended. */
export type Stage = 'brief' | 'networks' | 'ports' | 'staging' | 'proof' | 'handover'

export interface Entry {
  mistake: string
  /** Why it matters: what the installer or the people on the network will see. */
  why: string
  todo: string
  severity: Severity
  stage: Stage
}

/** The mistakes this product knows. Common practice, no source, unless a rule names a standard. */
export const CATALOGUE = {
  'ADR-1': {
    mistake: 'Two address servers on one segment',
    why: 'Whichever answers first wins: some clients get odd addresses, some have no internet, and it changes by the hour.',
    todo: 'Leave one server on and switch the other off before it is cabled.',
    severity: 'stop',
    stage: 'networks',
  },
  'ADR-2': {
    mistake: 'Fixed address inside a pool',
    why: 'One day the server leases that address to a client, and the two clash at random.',
    todo: 'Move the fixed address outside the pool, or make the pool smaller.',
    severity: 'fix',
    stage: 'networks',
  },
  'ADR-3': {
    mistake: 'Management address outside its own subnet',
    why: 'The box is unreachable as soon as it has been saved.',
    todo: 'Give it an address in the subnet and outside the pool.',
    severity: 'stop',
    stage: 'networks',
  },
  'ADR-4': {
    mistake: 'Two devices on one address',
    why: 'The page of the wrong box opens, and comes and goes.',
    todo: 'Bring them up one at a time and give each an address of its own.',
    severity: 'stop',
    stage: 'networks',
  },
  'ADR-5': {
    mistake: 'Gateway missing, outside the subnet, or wrong mask',
    why: 'It works locally but finds no time, no firmware, and no controller in another network.',
    todo: 'Set the router’s address in that subnet as the gateway, with the subnet’s own mask.',
    severity: 'fix',
    stage: 'networks',
  },
  'ADR-6': {
    mistake: 'Pool too small, or ranges that overlap',
    why: 'Late comers get no address, or two networks claim the same one.',
    todo: 'Make the pool hold the clients you expect, and give each network a subnet of its own.',
    severity: 'fix',
    stage: 'networks',
  },
  'ADR-7': {
    mistake: 'No name server handed out',
    why: 'Addresses are fine and names fail: to people, the internet is down.',
    todo: 'Hand out at least one name server.',
    severity: 'fix',
    stage: 'networks',
  },
  'ADR-8': {
    mistake: 'Laptop not in the device’s subnet',
    why: 'The login page of the device does not open, and the device looks dead.',
    todo: 'Set the laptop’s own address first: same subnet, not the device’s address.',
    severity: 'fix',
    stage: 'staging',
  },
  'ROL-1': {
    mistake: 'Household router cabled by the wrong socket',
    why: 'A plain access point on its WAN socket makes a second network by accident; an inner router on its LAN socket serves addresses into the outer one.',
    todo: 'Plain access point: LAN to LAN. Inner router: LAN to WAN.',
    severity: 'stop',
    stage: 'ports',
  },
  'ROL-2': {
    mistake: 'Something between modem and gateway',
    why: 'Only one box gets out, or none: the modem knows one client, and it should be the gateway.',
    todo: 'Cable the modem straight to the gateway.',
    severity: 'stop',
    stage: 'ports',
  },
  'ROL-3': {
    mistake: 'Two boxes both translating',
    why: 'What comes from outside finds no way in; some games and calls break.',
    todo: 'Put the outer one in bridge mode, or swap it for a plain modem.',
    severity: 'fix',
    stage: 'ports',
  },
  'ROL-4': {
    mistake: 'Address translation missing',
    why: 'That network has no internet: the outside cannot answer private addresses.',
    todo: 'Switch translation on for the network.',
    severity: 'stop',
    stage: 'networks',
  },
  'SSI-1': {
    mistake: 'SSID or key differs where one network is meant',
    why: 'Clients do not move from box to box, or they ask for the key again. Upper and lower case count.',
    todo: 'Use the same name, to the letter, and one security profile.',
    severity: 'fix',
    stage: 'networks',
  },
  'SSI-2': {
    mistake: 'SSID left on the default security profile',
    why: 'Whoever knows that key gets in: guests can use the staff key, or the other way round.',
    todo: 'Give the SSID a security profile of its own.',
    severity: 'fix',
    stage: 'networks',
  },
  'SSI-3': {
    mistake: 'SSID on no network, or on the wrong one',
    why: 'Clients get addresses of the wrong range, or none.',
    todo: 'Put the SSID on exactly one network, and never on that of the gear.',
    severity: 'stop',
    stage: 'networks',
  },
  'SSI-4': {
    mistake: 'Key not valid for its mode',
    why: 'The device refuses to save it, or clients cannot join.',
    todo: 'Set a key of 8 to 63 plain characters, or the form the mode asks for.',
    severity: 'stop',
    stage: 'networks',
  },
  'VLN-1': {
    mistake: 'VLAN missing on the way',
    why: 'Clients join and then get no address, at some boxes only.',
    todo: 'Add the VLAN to every port between the access point and the router.',
    severity: 'stop',
    stage: 'ports',
  },
  'VLN-2': {
    mistake: 'Native VLAN differs at the two ends of a cable',
    why: 'Untagged frames change network on the way: two networks leak into each other.',
    todo: 'Set the same native VLAN at both ends.',
    severity: 'stop',
    stage: 'ports',
  },
  'VLN-3': {
    mistake: 'Access point that tags, on an access port',
    why: 'Its management works and its SSIDs are dead.',
    todo: 'Make the port a trunk: native VLAN for management, the SSIDs’ VLANs tagged.',
    severity: 'stop',
    stage: 'ports',
  },
  'VLN-4': {
    mistake: 'Unmanaged switch in a tagged path',
    why: 'It works by luck, or it separates nothing: every socket of that switch hears every tag.',
    todo: 'Put a managed switch there, or cable past it.',
    severity: 'fix',
    stage: 'ports',
  },
  'VLN-5': {
    mistake: 'Loop between boxes',
    why: 'One broadcast goes round for ever: a storm that takes the whole segment down.',
    todo: 'Take one of the cables out, or switch the radio uplink of a cabled box off.',
    severity: 'stop',
    stage: 'ports',
  },
  'ISO-1': {
    mistake: 'Nothing keeps two networks apart, or only one way',
    why: 'A ping gets through, at least one way: guests see what they should not.',
    todo: 'Drop both ways, before any broader allow.',
    severity: 'stop',
    stage: 'networks',
  },
  'ISO-2': {
    mistake: 'Rule that is never reached',
    why: 'It looks safe and is not: an earlier rule has decided already.',
    todo: 'Move the narrower rule up.',
    severity: 'fix',
    stage: 'networks',
  },
  'POW-1': {
    mistake: 'PoE off on that port',
    why: 'No light at all on the device.',
    todo: 'Switch PoE on for the port.',
    severity: 'stop',
    stage: 'ports',
  },
  'POW-2': {
    mistake: 'Not enough power, or a power part missing',
    why: 'The device stays dark or restarts under load, or you drive back for an injector.',
    todo: 'Use a port that can serve the class, keep the switch within its budget, and list every injector and supply.',
    severity: 'stop',
    stage: 'ports',
  },
  'CAB-2': {
    mistake: 'Slow port, setting or cable in a faster path',
    why: 'Throughput is stuck at what the slowest part carries, near 940 Mbit/s behind a 1 G port.',
    todo: 'Use the faster port, let it negotiate, or lay better cable.',
    severity: 'note',
    stage: 'ports',
  },
  'CTL-4': {
    mistake: 'Controller short of licences or size, or firmware too old for it',
    why: 'The last boxes are refused when they try to join.',
    todo: 'Add licences, use a larger controller, or load newer firmware first.',
    severity: 'stop',
    stage: 'staging',
  },
  'ENT-1': {
    mistake: 'RADIUS server not reached, or its port differs',
    why: 'The login waits and times out.',
    todo: 'Use one port at both ends: 1812, or 1645 where an old server wants it; and let the network carry it.',
    severity: 'stop',
    stage: 'networks',
  },
  'ENT-2': {
    mistake: 'Shared secret differs',
    why: 'The server rejects in silence: it looks like a wrong password.',
    todo: 'Set the same secret at both ends.',
    severity: 'stop',
    stage: 'networks',
  },
  'ENT-3': {
    mistake: 'RADIUS server does not know who asks, or has no users',
    why: 'Every login is rejected.',
    todo: 'List the authenticator as a client of the server, and make the users.',
    severity: 'stop',
    stage: 'networks',
  },
  'ENT-4': {
    mistake: 'Client not set to enterprise',
    why: 'It does not connect, or asks for a key that does not exist.',
    todo: 'Set the client’s profile to 802.1X by hand.',
    severity: 'fix',
    stage: 'staging',
  },
  'SEC-1': {
    mistake: 'Factory login, factory SSID, or old firmware',
    why: 'Anyone gets in.',
    todo: 'Set an admin name and password of your own, your own SSID, and current firmware before the internet cable.',
    severity: 'fix',
    stage: 'staging',
  },
  'SEC-2': {
    mistake: 'Weak protection left on',
    why: 'Open, WEP and TKIP can be read or broken; WPS and UPnP open doors; a guest network that is always on is used at night.',
    todo: 'Use WPA3, or WPA2 with AES where old clients need it; switch WPS and UPnP off; guests on when wanted.',
    severity: 'fix',
    stage: 'networks',
  },
  'SEC-3': {
    mistake: 'Hidden name taken for a lock',
    why: 'The name is sent in clear whenever somebody joins: false comfort, and clients roam worse.',
    todo: 'Rely on the security mode and the key. Hide only a bridge’s own SSID.',
    severity: 'note',
    stage: 'networks',
  },
  'WSH-1': {
    mistake: 'The plan does not do what was asked for',
    why: 'Somebody cannot reach what the client asked for.',
    todo: 'Take out what stands in the way, or agree on another wish.',
    severity: 'fix',
    stage: 'brief',
  },
} as const satisfies Record<string, Entry>

export type Code = keyof typeof CATALOGUE
