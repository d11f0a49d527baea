import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { findings, planView } from '~/core/judge/findings'
import type { Rule } from '~/core/judge/findings'
import { applyEdits, NEW_ROUTER } from '~/core/plan'
import type {
  Device,
  DeviceParts,
  HouseholdRole,
  Network,
  Port,
  SecurityProfile,
  Site,
  Ssid,
  Uplink,
} from '~/core/plan'
import { readSiteFile } from '~/schema/siteFile'

function load(folder: string, name: string): Site {
  const read = readSiteFile(readFileSync(join(process.cwd(), folder, `${name}.json`), 'utf8'))
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  return read.value
}

/** The chandlery alone, without mistakes: a small site to spoil in one place at a time. */
export const yard = (): Site => load('tests/kit', 'chandlery-mended')
export const spoiltYard = (): Site => load('tests/kit', 'chandlery')

/** The whole boatyard with every device on a cable: what most tests spoil in one place. */
export const boatyard = (): Site => load('tests/kit', 'boatyard')
export const spoiltBoatyard = (): Site => load('tests/kit', 'boatyard-spoilt')

/** The demo as it comes: workshop by mesh, pontoon hut by a bridge. */
export const demoYard = (): Site => load('demo', 'tern-quay-mended')
/** A harbour whose access points are run in every way there is. */
export const longMole = (): Site => load('demo', 'long-mole')
export const spoiltDemoYard = (): Site => load('demo', 'tern-quay')

const patch = <T extends { id: string }>(list: T[], id: string, part: Partial<T>): T[] => {
  if (!list.some((record) => record.id === id)) throw new Error(`no ${id} to change`)
  return list.map((record) => (record.id === id ? { ...record, ...part } : record))
}

export const withDevice = (site: Site, id: string, part: Partial<Device>): Site => ({
  ...site,
  devices: patch(site.devices, id, part),
})
/** A part of a device, such as its router or its controller, with other settings. */
export const withPart = <P extends keyof DeviceParts>(
  site: Site,
  id: string,
  name: P,
  part: Partial<NonNullable<DeviceParts[P]>>,
): Site => {
  const device = site.devices.find((candidate) => candidate.id === id)!
  return withDevice(site, id, { [name]: { ...device[name], ...part } })
}
/** What a household router is used as. */
export const usedAs = (role: HouseholdRole, uplink: Uplink | null = null): Pick<Device, 'router'> => ({
  router: { ...NEW_ROUTER, role, uplink },
})
export const withManagement = (site: Site, id: string, part: Partial<Device['management']>): Site => {
  const device = site.devices.find((candidate) => candidate.id === id)!
  return withDevice(site, id, { management: { ...device.management, ...part } })
}
export const withPort = (site: Site, id: string, number: number, part: Partial<Port>): Site => {
  const device = site.devices.find((candidate) => candidate.id === id)!
  const ports = device.ports.map((port) => (port.number === number ? { ...port, ...part } : port))
  return withDevice(site, id, { ports })
}
export const withNetwork = (site: Site, id: string, part: Partial<Network>): Site => ({
  ...site,
  networks: patch(site.networks, id, part),
})
export const withSsid = (site: Site, id: string, part: Partial<Ssid>): Site => ({
  ...site,
  ssids: patch(site.ssids, id, part),
})
export const withProfile = (site: Site, id: string, part: Partial<SecurityProfile>): Site => ({
  ...site,
  profiles: patch(site.profiles, id, part),
})

/** What one rule says of a site. */
export const seen = (rule: Rule, site: Site) => rule.check(planView(site))

export const codes = (site: Site): string[] => findings(site).map(({ code }) => code)

/** Carries out the rule's only mend: the finding must go, and no other may come. */
export function expectMended(rule: Rule, site: Site): Site {
  const sightings = seen(rule, site)
  expect(sightings).toHaveLength(1)
  const edits = sightings[0]?.mend?.edits
  expect(edits).toBeDefined()
  const mended = applyEdits(site, edits ?? [])
  expect(seen(rule, mended)).toEqual([])
  const before = codes(site)
  expect(codes(mended).filter((code) => !before.includes(code))).toEqual([])
  return mended
}
