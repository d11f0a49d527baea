import { readFileSync } from 'node:fs'
import { boatyard } from '~/tests/kit/yard'
import { DEFAULT_BACKHAUL, completeHeader, completeRecord, newAir } from '~/core/plan'
import type { Device, Header } from '~/core/plan'
import { readEditRequest } from './edits'
import { readSiteFile, writeSiteFile } from './siteFile'

const site = boatyard()
const first = (part: object) => {
  const read = readEditRequest({
    revision: 1,
    label: 'x',
    edits: [{ op: 'describe', header: { backhaul: { ...site.backhaul, ...part } } }],
  })
  return read.ok ? null : read.problems[0]
}

test('settings of backhaul: each refused by its own name, with what was given', () => {
  expect(first({})).toBeNull()
  expect(first({ mostHops: 0 })?.path.join('.')).toBe('backhaul.mostHops')
  expect(first({ mostChildren: 2.5 })?.path.join('.')).toBe('backhaul.mostChildren')
  expect(first({ weakestParentDbm: 5 })?.message).toContain('5')
  expect(first({ feedMbps: -1 })?.path.join('.')).toBe('backhaul.feedMbps')
  expect(first({ water: { surface: 'beer', lowestM: 0, highestM: 1 } })?.path.join('.')).toBe(
    'backhaul.water.surface',
  )
  expect(first({ rates: { ...DEFAULT_BACKHAUL.rates, perHour: 'lots' } })?.path.join('.')).toBe(
    'backhaul.rates.perHour',
  )
})

const file = (change: (data: Record<string, unknown> & { devices: Device[]; links: object[] }) => void) => {
  const data = JSON.parse(writeSiteFile(site, true)) as Record<string, unknown> & {
    devices: Device[]
    links: object[]
  }
  change(data)
  return readSiteFile(JSON.stringify(data))
}
const says = (read: ReturnType<typeof readSiteFile>) =>
  read.ok ? '' : read.problems.map(({ message }) => message).join(' ')

test('the lower figure first: levels, water, mains', () => {
  expect(says(file((data) => (data.backhaul = { ...DEFAULT_BACKHAUL, weakestParentDbm: -30 })))).toContain(
    'the weaker level must be the lower one',
  )
  expect(
    says(
      file(
        (data) =>
          (data.backhaul = {
            ...DEFAULT_BACKHAUL,
            water: { surface: 'sea', lowestM: 2, highestM: 1, periodH: 12 },
          }),
      ),
    ),
  ).toContain('Low water at 2 m lies over high water at 1 m')
  expect(
    says(file((data) => Object.assign(data.links[0]!, { category: 'mains', statedMbps: [90, 10] }))),
  ).toContain('the lower figure comes first')
})

test('ends of a link name profiles that are there', () => {
  const end = { ssid: 'x', profileId: 'gone', widthMhz: 20, channel: null, hidden: true }
  const read = file((data) => {
    data.devices[5]!.air = newAir('ap-shop', { way: 'bridge', near: end, far: null })
  })
  expect(says(read)).toContain('no security profile with the id “gone”')
})

test('files and records of before: an uplink without an SSID was a bridge, one with it a station', () => {
  const read = file((data) => {
    delete data.backhaul
    for (const device of data.devices) Reflect.deleteProperty(device, 'mesh')
    Object.assign(
      data.devices.find(({ id }) => id === 'ap-cafe')!,
      { air: { deviceId: 'ap-gate', ssidId: null } },
    )
  })
  expect(read).toMatchObject({ ok: true, value: { backhaul: DEFAULT_BACKHAUL } })
  if (!read.ok) return
  const cafe = read.value.devices.find(({ id }) => id === 'ap-cafe')!
  expect(cafe.air).toEqual(newAir('ap-gate', { way: 'bridge' }))
  expect(cafe.mesh).toEqual({ takesChildren: false, seeksParent: false, ownBand: null })
  const stored = completeRecord('devices', {
    ...cafe,
    air: { deviceId: 'a', ssidId: 's', enterprise: true },
  } as unknown as Device) as Device
  expect(stored.air).toEqual(newAir('a', { ssidId: 's', enterprise: true, way: 'station' }))
  expect(completeHeader({ name: 'x' } as Header).backhaul).toEqual(DEFAULT_BACKHAUL)
})

test('the demo files are of today', () => {
  for (const name of ['tern-quay', 'tern-quay-mended'])
    expect(readSiteFile(readFileSync(`demo/${name}.json`, 'utf8')).ok).toBe(true)
})
