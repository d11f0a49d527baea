import { portName } from '../../plan'
import type { Device, LinkEnd, Network, SecurityProfile, Site, Ssid } from '../../plan'
import type { Where } from './types'

export const atNetwork = ({ id, name }: Network): Where => ({ kind: 'network', id, label: name })
export const atSsid = ({ id, name }: Ssid): Where => ({ kind: 'ssid', id, label: name })
export const atProfile = ({ id, name }: SecurityProfile): Where => ({ kind: 'profile', id, label: name })
export const atDevice = ({ id, name }: Device): Where => ({ kind: 'device', id, label: name })
export const atPort = (site: Site, end: LinkEnd): Where => ({
  kind: 'port',
  id: end.deviceId,
  port: end.port,
  label: portName(site, end),
})
