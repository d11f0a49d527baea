import { newAir } from '../../plan'
import { boatyard, expectMended, seen, withDevice, withManagement } from '~/tests/kit/yard'
import type { RadiusServer, RadiusTarget, Site } from '../../plan'
import { ent1, ent2, ent3, ent4 } from './ent'

const asks = (part: Partial<RadiusTarget>): Site => {
  const site = boatyard()
  const profiles = site.profiles.map((p) => (p.radius ? { ...p, radius: { ...p.radius, ...part } } : p))
  return { ...site, profiles }
}
const knows = (part: Partial<RadiusServer>): Site => {
  const site = boatyard()
  return withDevice(site, 'radius', {
    radius: { ...site.devices.find(({ id }) => id === 'radius')!.radius!, ...part },
  })
}
const all = (site: Site) => [ent1, ent2, ent3, ent4].flatMap((rule) => seen(rule, site).map(() => rule.code))

test('a login that fits at both ends is no finding', () => expect(all(boatyard())).toEqual([]))

test('the old port at one end only', () => {
  expect(seen(ent1, asks({ port: 1645 }))[0]?.says).toContain('at port 1645, and it listens on 1812')
  expectMended(ent1, asks({ port: 1645 }))
})

test('the old port at both ends is fine', () => {
  const site = asks({ port: 1645 })
  const old = knows({ port: 1645 })
  expect(all({ ...site, devices: old.devices })).toEqual([])
})

test('a secret that differs, never quoted', () => {
  const site = asks({ secret: 'something else' })
  expect(JSON.stringify(seen(ent2, site).map(({ says }) => says))).not.toContain('something else')
  expectMended(ent2, site)
})

test('a controller that the server does not list', () => {
  expectMended(ent3, knows({ clients: [] }))
})

test('each access point must be listed where it asks for itself', () => {
  const site = asks({ authenticator: 'accessPoint' })
  expect(seen(ent3, site)).toHaveLength(5)
  const mended = seen(ent3, site)[0]?.mend?.edits[0]
  expect(JSON.stringify(mended)).toContain('ap-office')
})

test('no users, nobody gets in', () =>
  expect(seen(ent3, knows({ users: [] }))[0]?.says).toContain('has no users'))

test('a server in a network that the controller does not reach', () => {
  const site = withManagement(boatyard(), 'radius', { networkId: 'tills', ip: '172.27.36.5' })
  expect(seen(ent1, site)[0]?.says).toContain('Yard controller does not reach Login server')
})

test('a client whose profile is not set to enterprise', () => {
  const joins = (enterprise: boolean) => {
    const site = withDevice(boatyard(), 'printer', {
      air: newAir('ap-work-1', { ssidId: 'ssid-office', enterprise }),
    })
    return { ...site, links: site.links.filter(({ id }) => id !== 'l-sw-shed-printer') }
  }
  expectMended(ent4, joins(false))
  expect(seen(ent4, joins(true))).toEqual([])
})

test('clients set to a method that the server does not offer, or that trust another authority', () => {
  expect(seen(ent4, asks({ method: 'ttls' }))[0]?.says).toContain('offers PEAP')
  expectMended(ent4, asks({ method: 'ttls' }))
  expectMended(ent4, asks({ trusts: 'County clerk' }))
  expect(seen(ent4, knows({ methods: ['ttls', 'peap'] }))).toEqual([])
})

test('clients that take any certificate give their passwords away', () => {
  expect(seen(ent4, asks({ trusts: null }))[0]).toMatchObject({ severity: 'fix' })
  expectMended(ent4, asks({ trusts: null }))
})

describe('lists that stop a server, or open it', () => {
  const said = (site: Site) => seen(ent3, site).map(({ says }) => says)
  const radius = boatyard().devices.find(({ id }) => id === 'radius')!.radius!

  test('the same client twice, and two clients at one address', () => {
    expect(said(knows({ clients: [...radius.clients, ...radius.clients.slice(0, 1)] }))).toEqual([
      expect.stringContaining('does not start with one client twice'),
    ])
    const other = withManagement(
      knows({ clients: [...radius.clients, { deviceId: 'nvr', secret: 's' }] }),
      'nvr',
      {
        ip: '172.27.12.3',
      },
    )
    expect(said(other).join()).toContain('does not start with one client twice')
  })

  test('a user called DEFAULT, one twice, one without a password', () => {
    const users = (...list: [string, string | null][]) =>
      said(knows({ users: list.map(([name, password]) => ({ name, password })) }))
    expect(users(['DEFAULT', 'p'])).toEqual([expect.stringContaining('everybody')])
    expect(users(['default', 'p'])).toEqual([])
    expect(users(['rigger', 'p'], ['rigger', 'q'])).toEqual([expect.stringContaining('only the first')])
    expect(users(['rigger', null])).toEqual([expect.stringContaining('has no password')])
  })
})
