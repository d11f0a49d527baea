import { boatyard } from '~/tests/kit/yard'
import type { Device, SecurityProfile } from './types'
import { NEW_RADIUS_SERVER } from './parts'
import { KEPT_SECRET, maskedSecrets, unmasked, withoutSecrets } from './secrets'

const secretTexts = [
  'copper-rivets-and-rope',
  'bilge-pump-in-the-dry',
  'halyard-and-cleat-9',
  'splice-the-mainbrace-2',
]
const radiusServer = () => boatyard().devices.find(({ id }) => id === 'radius')!
const login = () => boatyard().profiles.find(({ id }) => id === 'prof-login')!

test('neither form of the plan holds any secret', () => {
  for (const site of [withoutSecrets(boatyard()), maskedSecrets(boatyard())])
    for (const secret of secretTexts) expect(JSON.stringify(site)).not.toContain(secret)
  expect(JSON.stringify(boatyard())).toContain(secretTexts[0])
})

test('masked says which are set, left out says nothing', () => {
  const masked = maskedSecrets(boatyard()).devices.find(({ id }) => id === 'radius')!
  expect(masked.radius?.users.map(({ password }) => password)).toEqual([KEPT_SECRET, KEPT_SECRET])
  const bare = withoutSecrets(boatyard()).devices.find(({ id }) => id === 'radius')!
  expect(bare.radius?.users.map(({ password }) => password)).toEqual([null, null])
})

test('what comes back kept is as it was, what is typed is new', () => {
  const masked = maskedSecrets(boatyard()).devices.find(({ id }) => id === 'radius')!
  expect(unmasked(boatyard(), 'devices', masked)).toEqual(radiusServer())
  const typed: Device = {
    ...masked,
    radius: {
      ...masked.radius!,
      users: [
        { name: 'rigger', password: 'new-one' },
        { name: 'yardmaster', password: KEPT_SECRET },
      ],
    },
  }
  expect((unmasked(boatyard(), 'devices', typed) as Device).radius?.users).toEqual([
    { name: 'rigger', password: 'new-one' },
    { name: 'yardmaster', password: 'halyard-and-cleat-9' },
  ])
})

test('a kept secret of somebody who had none is none', () => {
  const stranger: Device = {
    ...radiusServer(),
    radius: { ...NEW_RADIUS_SERVER, clients: [{ deviceId: 'ap-shop', secret: KEPT_SECRET }] },
  }
  expect((unmasked(boatyard(), 'devices', stranger) as Device).radius?.clients[0]?.secret).toBeNull()
})

test('a profile’s shared secret, and records that have none', () => {
  const kept: SecurityProfile = {
    ...login(),
    radius: { ...login().radius!, secret: KEPT_SECRET, port: 1645 },
  }
  expect((unmasked(boatyard(), 'profiles', kept) as SecurityProfile).radius).toMatchObject({
    secret: 'bilge-pump-in-the-dry',
    port: 1645,
  })
  const plain = boatyard().networks[0]!
  expect(unmasked(boatyard(), 'networks', plain)).toBe(plain)
})
