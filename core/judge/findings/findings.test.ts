import fc from 'fast-check'
import { applyEdits } from '../../plan'
import type { Site } from '../../plan'
import { integrityProblems } from '../../plan/integrity'
import { withList } from '~/tests/kit/listed'
import {
  boatyard,
  spoiltBoatyard,
  spoiltYard,
  withDevice,
  withManagement,
  withNetwork,
  withPart,
  withPort,
  withProfile,
  withSsid,
  yard,
} from '~/tests/kit/yard'
import { CATALOGUE, RULES, countBySeverity, findings } from './index'

test('the demo has exactly its planted mistakes, the mended one none', () => {
  expect(findings(spoiltYard()).map(({ code, severity }) => `${code} ${severity}`)).toEqual([
    'VLN-1 stop',
    'POW-1 stop',
    'ADR-2 fix',
    'SSI-2 fix',
  ])
  expect(countBySeverity(findings(spoiltYard()))).toEqual({ stop: 2, fix: 2, note: 0 })
  expect(findings(yard())).toEqual([])
})

test('every rule has its entry, every entry its rule, and all its words', () => {
  expect(RULES.map(({ code }) => code).sort()).toEqual(Object.keys(CATALOGUE).sort())
  for (const entry of Object.values(CATALOGUE))
    for (const text of [entry.mistake, entry.why, entry.todo]) expect(text.length).toBeGreaterThan(12)
})

/** Ways to spoil the yard, each of which a rule knows. */
const SPOILERS: Record<string, (site: Site) => Site> = {
  'PoE off': (site) => withPort(site, 'switch', 3, { poe: false }),
  'guests missing on the trunk': (site) => withPort(site, 'switch', 1, { taggedVlans: [24, 36, 48] }),
  'an access port': (site) =>
    withPort(site, 'switch', 3, { mode: 'access', taggedVlans: [], admit: 'untaggedOnly' }),
  'another native': (site) => withPort(site, 'switch', 3, { nativeVlan: 48 }),
  'controller in the pool': (site) => withManagement(site, 'controller', { ip: '172.27.12.150' }),
  'controller in the next subnet': (site) => withManagement(site, 'controller', { ip: '172.27.13.3' }),
  'controller on the switch’s address': (site) => withManagement(site, 'controller', { ip: '172.27.12.2' }),
  'wrong gateway': (site) => withManagement(site, 'switch', { gateway: '172.27.12.77' }),
  'wrong mask': (site) => withManagement(site, 'switch', { prefixLength: 25 }),
  'no gateway': (site) => withNetwork(site, 'crew', { gateway: null }),
  'no names': (site) => withNetwork(site, 'tills', { nameServers: [] }),
  'small pool': (site) =>
    withNetwork(site, 'cameras', { pool: { start: '172.27.48.20', end: '172.27.48.22' } }),
  'pool elsewhere': (site) => withNetwork(site, 'crew', { pool: { start: '172.30.0.1', end: '172.30.0.9' } }),
  'default profile': (site) => withSsid(site, 'ssid-berth', { profileId: 'prof-yard' }),
  'guests always': (site) => withSsid(site, 'ssid-berth', { schedule: 'always' }),
  TKIP: (site) => withProfile(site, 'prof-crew', { mode: 'wpa-tkip' }),
  WPS: (site) => withProfile(site, 'prof-berth', { wps: true }),
  UPnP: (site) => withPart(site, 'gateway', 'router', { upnp: true }),
  'stray server': (site) =>
    withDevice(site, 'controller', {
      strayServer: { start: '172.27.12.30', end: '172.27.12.60', gateway: null, nameServers: [] },
    }),
  'forgotten injector': (site) => withDevice(withList(site), 'ap-shop', { powerSource: 'injector' }),
}
const someSpoilers = fc.subarray(Object.keys(SPOILERS), { minLength: 1 })
const spoil = (names: string[]): Site => names.reduce((site, name) => SPOILERS[name]!(site), yard())

test('each way to spoil the yard is found', () => {
  for (const [name, change] of Object.entries(SPOILERS))
    expect([name, findings(change(yard())).length > 0]).toEqual([name, true])
})

test('for any mixture of mistakes: a mend takes its finding away and leaves the plan whole', () => {
  fc.assert(
    fc.property(someSpoilers, (names) => {
      const site = spoil(names)
      for (const finding of findings(site)) {
        if (!finding.mend) continue
        const mended = applyEdits(site, finding.mend.edits)
        expect(findings(mended).map(({ says }) => says)).not.toContain(finding.says)
        expect(integrityProblems(mended)).toEqual([])
      }
    }),
    { seed: 12, numRuns: 60 },
  )
})

test('for any mixture: mending on and on comes to an end, and no mend is left', () => {
  fc.assert(
    fc.property(someSpoilers, (names) => {
      let site = spoil(names)
      for (let round = 0; round < 60; round++) {
        const mend = findings(site).find((finding) => finding.mend)?.mend
        if (!mend) return
        site = applyEdits(site, mend.edits)
      }
      throw new Error(
        `no end: ${findings(site)
          .map(({ code }) => code)
          .join(' ')}`,
      )
    }),
    { seed: 34, numRuns: 60 },
  )
})

const YARD_SPOILERS: Record<string, (site: Site) => Site> = {
  'a VLAN missing': (site) => withPort(site, 'sw-shed', 3, { taggedVlans: [60] }),
  'one way': (site) => ({ ...site, rules: site.rules.filter(({ id }) => id !== 'r-crew-berths') }),
  'a broad allow': (site) => ({
    ...site,
    rules: [{ id: 'wide', action: 'allow', fromNetworkId: 'tills', to: 'any', enabled: true }, ...site.rules],
  }),
  'modem routes': (site) => withPart(site, 'modem', 'modem', { bridgeMode: false }),
  'no translation': (site) => withNetwork(site, 'crew', { translated: false }),
  'old RADIUS port': (site) => ({
    ...site,
    profiles: site.profiles.map((p) => (p.radius ? { ...p, radius: { ...p.radius, port: 1645 } } : p)),
  }),
  'laptop astray': (site) => withManagement(site, 'laptop', { networkId: null, ip: '192.168.7.20' }),
  'hidden SSID': (site) => withSsid(site, 'ssid-crew', { hidden: true }),
  'slow port': (site) => withPort(site, 'sw-shed', 1, { speedMbps: 100 }),
  'tag into the plain switch': (site) =>
    withPort(site, 'sw-gate', 5, { mode: 'trunk', taggedVlans: [24], admit: 'all' }),
  'second cable': (site) => ({
    ...site,
    links: [
      ...site.links,
      {
        ...site.links[0]!,
        id: 'second',
        a: { deviceId: 'switch', port: 16 },
        b: { deviceId: 'sw-shed', port: 8 },
      },
    ],
  }),
}

test('for any mixture in the boatyard: a mend takes its finding away and adds none of another kind', () => {
  fc.assert(
    fc.property(fc.subarray(Object.keys(YARD_SPOILERS), { minLength: 1 }), (names) => {
      const site = names.reduce((yardSoFar, name) => YARD_SPOILERS[name]!(yardSoFar), boatyard())
      const before = findings(site)
      const known = new Set(before.map(({ code }) => code))
      for (const finding of before) {
        if (!finding.mend) continue
        const mended = applyEdits(site, finding.mend.edits)
        const after = findings(mended)
        expect(after.map(({ says }) => says)).not.toContain(finding.says)
        expect(after.map(({ code }) => code).filter((code) => !known.has(code))).toEqual([])
        expect(integrityProblems(mended)).toEqual([])
      }
    }),
    { seed: 56, numRuns: 40 },
  )
})

test('the boatyard has its dozen planted mistakes, and what follows from them; mended, none', () => {
  expect(findings(spoiltBoatyard()).map(({ code }) => code)).toEqual([
    'VLN-1',
    'VLN-5',
    'ISO-1',
    'ISO-2',
    'POW-1',
    'ENT-1',
    'WSH-1',
    'WSH-1',
    'ADR-2',
    'ADR-8',
    'ROL-3',
    'SSI-2',
    'VLN-4',
    'POW-2',
  ])
  expect(findings(boatyard())).toEqual([])
})

test('finding ids are unique, and stay while the mistake stays', () => {
  const site = spoil(Object.keys(SPOILERS))
  const ids = findings(site).map(({ id }) => id)
  expect(new Set(ids).size).toBe(ids.length)
  const renamed = { ...site, devices: site.devices.map((device) => ({ ...device, name: `${device.name}!` })) }
  expect(findings(renamed).map(({ id }) => id)).toEqual(ids)
})

test('no finding ever quotes a key', () => {
  const text = JSON.stringify(
    findings(spoil(Object.keys(SPOILERS))).map(({ mend, ...finding }) => [finding, mend?.label]),
  )
  for (const { passphrase } of yard().profiles) expect(text).not.toContain(passphrase)
})
