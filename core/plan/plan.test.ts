import { newAir } from '.'
import { boatyard, withDevice, withPart, withSsid } from '~/tests/kit/yard'
import { areaClients, areaMbps } from './areas'
import { completeRecord } from './complete'
import { newArea, newProfile, newSsid } from './defaults'
import { applyEdits } from './edits'
import type { Edit } from './edits'
import { integrityProblems } from './integrity'
import { isConnected, jackNetwork, ssidsOn } from './lookups'
import { isOnAir } from './kinds'
import { indexOf } from './siteIndex'
import type { Collection, Device, Network, Site } from './types'

const says = (site: Site) =>
  integrityProblems(site).map(({ path, message }) => `${path.join('.')}: ${message}`)
const offered = (site: Site, id: string) =>
  ssidsOn(
    site,
    site.devices.find((device) => device.id === id)!,
  ).map(({ name }) => name)

describe('who offers what', () => {
  test('groups decide where an SSID names them, else its own list, else every access point', () => {
    expect(offered(boatyard(), 'ap-gate')).toEqual(['TernQuay-Crew', 'TernQuay-Berths'])
    expect(offered(boatyard(), 'ap-shop')).toEqual(['TernQuay-Crew', 'TernQuay-Berths', 'TernQuay-Office'])
    const listed = withSsid(boatyard(), 'ssid-crew', { groupIds: null, accessPointIds: ['ap-cafe'] })
    expect(offered(listed, 'ap-gate')).toEqual(['TernQuay-Berths'])
    const everyone = withSsid(boatyard(), 'ssid-office', { groupIds: null, accessPointIds: null })
    expect(offered(everyone, 'ap-gate')).toContain('TernQuay-Office')
  })

  test('a household router offers what names it, unless it is itself a client', () => {
    expect(offered(boatyard(), 'cafe-router')).toEqual(['SlipCafe'])
    const station = withPart(boatyard(), 'cafe-router', 'router', { role: 'station' })
    expect(isOnAir(station.devices.find(({ id }) => id === 'cafe-router')!)).toBe(false)
    expect(offered(station, 'cafe-router')).toEqual([])
  })

  test('a jack is on the network of its group, and only on that port', () => {
    expect(jackNetwork(boatyard(), 'ap-office', 2)?.id).toBe('tills')
    expect(jackNetwork(boatyard(), 'ap-office', 1)).toBeUndefined()
    expect(jackNetwork(boatyard(), 'ap-gate', 2)).toBeUndefined()
  })
})

describe('removing a thing lets go of what pointed at it', () => {
  const removed = (collection: Collection, id: string) =>
    applyEdits(boatyard(), [{ op: 'remove', collection, id } satisfies Edit])

  test.each<[Collection, string]>([
    ['networks', 'berths'],
    ['networks', 'tills'],
    ['devices', 'radius'],
    ['devices', 'controller'],
    ['devices', 'ap-office'],
    ['devices', 'cafe-router'],
    ['groups', 'g-in'],
    ['ssids', 'ssid-crew'],
    ['profiles', 'prof-login'],
    ['deviceTypes', 't-ap2'],
  ])('%s %s', (collection, id) => expect(says(removed(collection, id))).toEqual([]))

  test('requirements, needs and jacks of a network go with it', () => {
    const site = removed('networks', 'tills')
    expect(JSON.stringify([site.requirements, site.areas, site.groups])).not.toContain('"tills"')
  })

  test('an SSID of a group that is gone is offered by nobody, not by everyone', () => {
    expect(removed('groups', 'g-in').ssids.find(({ id }) => id === 'ssid-office')?.groupIds).toEqual([])
  })
})

describe('what must hold', () => {
  test('nothing has its uplink by radio to what has its uplink to it', () => {
    const air = (deviceId: string) => ({ air: newAir(deviceId, { way: 'bridge' }) })
    const circle = withDevice(withDevice(boatyard(), 'ap-gate', air('ap-hard')), 'ap-hard', air('ap-gate'))
    expect(says(circle)[0]).toContain('One of them needs a cable.')
    expect(says(withDevice(boatyard(), 'ap-gate', air('ap-hard')))).toEqual([])
    expect(says(withDevice(boatyard(), 'ap-gate', air('ap-gate')))[0]).toContain('has its radio uplink to')
  })

  test('a requirement stands once, and every reference leads somewhere', () => {
    const site = boatyard()
    expect(
      says({ ...site, requirements: [...site.requirements, { ...site.requirements[0]!, id: 'again' }] }),
    ).toEqual([
      `requirements.${site.requirements.length}: This requirement is in the list twice. Keep one of the two.`,
    ])
    const astray: Site = {
      ...site,
      areas: [{ ...newArea('a', 'A'), needs: [{ networkId: 'gone', clients: 1, rateMbps: 1 }] }],
      groups: [...site.groups, { id: 'g', name: 'G', accessPointIds: ['gone'], jacks: [] }],
    }
    expect(says(astray)).toEqual([
      'groups.2.accessPointIds.0: There is no device with the id “gone” in this site.',
      'areas.0.needs.0.networkId: There is no network with the id “gone” in this site.',
    ])
  })
})

test('records of an earlier version get the fields of today, and keep their own', () => {
  const { relayed: _r, announcedBy: _b, announcedControllerId: _c, ...old } = boatyard().networks[1]!
  expect(completeRecord('networks', old as Network)).toEqual(boatyard().networks[1])
  const modem = { id: 'm', name: 'M', kind: 'modem', bridgeMode: false } as unknown as Device
  expect(completeRecord('devices', modem)).toMatchObject({
    modem: { bridgeMode: false },
    router: null,
    air: null,
  })
  expect(completeRecord('rules', boatyard().rules[0]!)).toEqual(boatyard().rules[0])
})

test('new SSIDs and profiles begin careful', () => {
  expect(newSsid('s', 'p')).toMatchObject({ profileId: 'p', networkId: null, hidden: false })
  expect(newProfile('p')).toMatchObject({ mode: 'wpa2-wpa3', wps: false, radius: null })
})

test('an area says what it must carry, and how that comes about', () => {
  const hard = boatyard().areas.find(({ id }) => id === 'a-hard')!
  expect(areaClients(hard)).toBe(68)
  // 6 × 5 + 60 × 5 + 2 × 8
  expect(areaMbps(boatyard(), hard)).toMatchObject({ value: 346, unit: 'Mbit/s' })
  expect(areaMbps(boatyard(), hard).inputs).toHaveLength(3)
})

test('the index finds by id, VLAN and socket, and belongs to one plan', () => {
  const site = boatyard()
  expect(indexOf(site)).toBe(indexOf(site))
  expect(indexOf(site).networkByVlan.get(24)?.id).toBe('crew')
  expect(indexOf(site).links.get('switch/7')?.id).toBe('l-switch-sw-gate')
  expect(indexOf({ ...site, links: [] }).links.size).toBe(0)
})

test('a device has a cable or a radio uplink, or on nothing', () => {
  const camera = () => boatyard().devices.find(({ id }) => id === 'cam-gate')!
  expect(isConnected(boatyard(), camera())).toBe(true)
  const loose = { ...boatyard(), links: [] }
  expect(isConnected(loose, camera())).toBe(false)
  const air = newAir('ap-gate', { way: 'bridge' })
  expect(isConnected(loose, { ...camera(), air })).toBe(true)
})
