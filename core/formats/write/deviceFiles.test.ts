import fc from 'fast-check'
import { parse } from 'yaml'
import { boatyard, withDevice, withManagement, withNetwork, withPart, withSsid } from '~/tests/kit/yard'
import { newAir, applyEdits } from '../../plan'
import type { Device, Site } from '../../plan'
import { KEY_LEFT_OUT, deviceFile, deviceFiles } from '../index'

const fileText = (site: Site, id: string, withKeys = false): string =>
  deviceFile(site, id, withKeys)?.text ?? ''
const secrets = (site: Site): string[] =>
  [
    ...site.profiles.flatMap(({ passphrase, radius }) => [passphrase, radius?.secret ?? null]),
    ...site.devices.flatMap(({ radius }) => [
      ...(radius?.clients.map(({ secret }) => secret) ?? []),
      ...(radius?.users.map(({ password }) => password) ?? []),
    ]),
  ].flatMap((secret) => secret ?? [])

test('no file holds a key unless keys are asked for', () => {
  const site = boatyard()
  const text = (withKeys: boolean) =>
    site.devices.flatMap((device) => deviceFiles(site, device, withKeys).map((file) => file.text)).join('\n')
  for (const secret of secrets(site)) expect(text(false)).not.toContain(secret)
  expect(text(false)).toContain(KEY_LEFT_OUT)
  expect(text(true)).toContain('copper-rivets-and-rope')
  expect(text(true)).toContain('bilge-pump-in-the-dry')
})

test('dnsmasq: pool, gateway, reservation, options 43 and 138', () => {
  const text = fileText(boatyard(), 'gateway.dnsmasq')
  for (const line of [
    'interface=lan.24',
    'dhcp-range=set:set-2-crew,172.27.24.50,172.27.24.249,255.255.255.0,12h',
    'dhcp-option=tag:set-2-crew,option:router,172.27.24.1',
    'dhcp-host=02:5a:0c:00:00:33,set:set-2-crew,172.27.24.60,workshop-printer',
    // 172.27.12.3 is ac 1b 0c 03
    'dhcp-option=tag:set-1-gear,43,01:04:ac:1b:0c:03',
    'dhcp-option=tag:set-1-gear,138,172.27.12.3',
  ])
    expect(text.split('\n')).toContain(line)
})

test('dnsmasq: a relayed network points at its server', () => {
  const site = withNetwork(boatyard(), 'tills', { servedBy: 'controller', relayed: true })
  expect(fileText(site, 'gateway.dnsmasq')).toContain('dhcp-relay=172.27.36.1,172.27.12.3')
  expect(fileText(site, 'controller.dnsmasq')).toContain('172.27.36.10,172.27.36.30')
})

test('nftables: rules in order, off ones named, untranslated networks left out', () => {
  const site = withNetwork(boatyard(), 'crew', { translated: false })
  const off = applyEdits(site, [
    { op: 'put', collection: 'rules', record: { ...site.rules[1]!, enabled: false } },
  ])
  const text = fileText(off, 'gateway.nft')
  expect(text).toContain('iifname { "lan.60" } oifname "lan.12" drop comment "rule 1"')
  expect(text).toContain('# rule 2 is off')
  expect(text).not.toContain('172.27.24.0/24 masquerade')
  expect(text.indexOf('rule 3')).toBeLessThan(text.indexOf('rule 4'))
})

test('nftables: who is kept out of a network is kept from the router’s address there', () => {
  const text = fileText(boatyard(), 'gateway.nft')
  expect(text).toContain(
    'iifname "lan.60" ip daddr { 172.27.12.1, 172.27.24.1, 172.27.36.1, 172.27.48.1 } drop',
  )
  expect(text).toContain('iifname "lan.24" ip daddr { 172.27.36.1, 172.27.60.1 } drop')
  expect(fileText({ ...boatyard(), rules: [] }, 'gateway.nft')).not.toContain('ip daddr { 172.27')
})

test('netplan is YAML with an interface per network', () => {
  const plan = parse(fileText(boatyard(), 'gateway.netplan')) as {
    network: { vlans: Record<string, { id: number; addresses: string[] }> }
  }
  expect(plan.network.vlans['lan.60']).toMatchObject({ id: 60, addresses: ['172.27.60.1/22'] })
  const fixed = withPart(boatyard(), 'gateway', 'router', {
    uplink: { port: 1, addressing: 'fixed', ip: '203.0.113.7', prefixLength: 28, gateway: '203.0.113.1' },
  })
  expect(fileText(fixed, 'gateway.netplan')).toContain('via: 203.0.113.1')
})

test('hostapd: one file per radio, every SSID on its bridge, the name as hex', () => {
  const text = fileText(boatyard(), 'ap-office.hostapd-5ghz')
  expect(text).toContain(`ssid2=${Buffer.from('TernQuay-Berths').toString('hex')}`)
  expect(text).toContain('bridge=br.60')
  expect(text).toContain('ap_isolate=1')
  expect(text).toContain('auth_server_addr=172.27.12.6')
  expect(text.match(/^bss=/gm)).toHaveLength(2)
  const silent = withDevice(boatyard(), 'ap-office', {
    radios: [{ band: '5', enabled: false, channel: 36, widthMhz: 20, powerDbm: null, locked: false }],
  })
  expect(deviceFile(silent, 'ap-office.hostapd-5ghz')).toBeUndefined()
})

test('bridge commands: native untagged, the rest tagged', () => {
  const text = fileText(boatyard(), 'sw-gate.bridge')
  expect(text).toContain('bridge vlan add dev p1 vid 12 pvid untagged\nbridge vlan add dev p1 vid 24\n')
  expect(text).toContain('ip addr add 172.27.12.5/24 dev br0.12')
})

test('a client that joins an SSID gets its own side', () => {
  const site = withDevice(boatyard(), 'printer', {
    air: newAir('ap-work-1', { ssidId: 'ssid-crew' }),
  })
  expect(fileText(site, 'printer.wpa_supplicant', true)).toContain('psk="copper-rivets-and-rope"')
  expect(fileText(boatyard(), 'printer.wpa_supplicant')).toBe('')
})

test('RADIUS: clients by address, or the lack of one in words', () => {
  expect(fileText(boatyard(), 'radius.clients')).toContain('ipaddr = 172.27.12.3')
  const drifting = withManagement(boatyard(), 'controller', { addressing: 'dhcp', ip: null })
  expect(fileText(drifting, 'radius.clients')).toContain('has no fixed address in the plan')
  expect(fileText(boatyard(), 'radius.users', true)).toContain("'rigger' Cleartext-Password := 'splice")
})

test('whatever a name holds, no line of a file begins with it', () => {
  fc.assert(
    fc.property(fc.string({ minLength: 1, maxLength: 30, unit: 'binary' }), (name) => {
      const evil = `x\ninterface=evil0\n${name}`
      const site = withSsid(
        withNetwork(
          {
            ...boatyard(),
            name: evil,
            devices: boatyard().devices.map((device): Device => ({ ...device, name: evil })),
          },
          'crew',
          { name: evil },
        ),
        'ssid-crew',
        { name: evil.slice(0, 20) },
      )
      for (const device of site.devices)
        for (const { text } of deviceFiles(site, device, true))
          expect(text ?? '').not.toMatch(/^interface=evil0/m)
    }),
    { seed: 5, numRuns: 25 },
  )
})
