import type { DeviceType, Site } from '~/core/plan'
import { advance, newWorld, perform } from '~/core/world'
import type { Start, World } from '~/core/world'
import { yard } from './yard'

export const MIN_US = 60 * 1_000_000

/** The site with all types of a kind changed alike. */
export const typed = (site: Site, kind: string, part: Partial<DeviceType>): Site => ({
  ...site,
  deviceTypes: site.deviceTypes.map((type) => (type.kind === kind ? { ...type, ...part } : type)),
})

/** What is printed on a carton. */
export const label = (ip: string, more: Partial<DeviceType['factory']> = {}) => ({
  factory: {
    addressing: 'fixed' as const,
    ip,
    prefixLength: 24,
    servesAddresses: false,
    login: 'admin / admin',
    ssid: '',
    poeOn: false,
    firmware: null,
    ...more,
  },
})

/** A bench with mains on, after so many minutes. */
export function bench(site: Site, minutes: number, start: Start = 'prepared'): World {
  const world = newWorld(site, 1, 1, start)
  for (const { id, powerSource } of site.devices)
    if (powerSource !== 'poe') perform(world, { kind: 'powerOn', deviceId: id })
  advance(world, minutes * MIN_US)
  return world
}
export const later = (world: World, minutes: number) => advance(world, world.nowUs + minutes * MIN_US)
export const phase = (world: World, id: string) => world.gear.get(id)?.phase
export const why = (world: World, id: string) => world.gear.get(id)?.waitsFor

/** The laptop's cable into a socket, with an address of its own or asking for one. */
export const plug = (
  world: World,
  deviceId: string,
  port: number,
  ip: string | null = null,
  prefixLength = 24,
) =>
  perform(world, {
    kind: 'laptop',
    at: { deviceId, port },
    addressing: ip ? 'fixed' : 'dhcp',
    ip,
    prefixLength,
    gateway: null,
  })

/** The shop's access point, adopted and running. */
export function running(site = yard()): World {
  const world = bench(site, 10)
  expect(perform(world, { kind: 'adopt', deviceId: 'ap-shop' })).toBeNull()
  later(world, 10)
  expect(phase(world, 'ap-shop')).toBe('running')
  return world
}
