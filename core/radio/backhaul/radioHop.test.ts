import { noiseFloorDbm, neededSnrDb, wavelengthM } from '../propagation'
import { USUAL_CARTON, bareDevice, emptySite } from '../../plan'
import type { Device, DeviceType, Radio, Site } from '../../plan'
import { hopBetween, modeAt, radioHop, radioOn } from '.'

const radio = (part: Partial<Radio> = {}): Radio => ({
  band: '5',
  enabled: true,
  channel: 36,
  widthMhz: 80,
  powerDbm: null,
  locked: false,
  ...part,
})
const type = (id: string, part: Partial<DeviceType['radios'][number]> = {}): DeviceType => ({
  id,
  name: id,
  kind: 'accessPoint',
  ports: [],
  radios: [
    { band: '5', generation: 'ax', streams: 2, maxWidthMhz: 80, antennaGainDbi: 0, maxPowerDbm: 20, ...part },
  ],
  poeClass: null,
  drawW: null,
  poeBudgetW: null,
  currentFirmware: null,
  needsLicence: false,
  maxAccessPoints: null,
  minimumFirmware: null,
  ...USUAL_CARTON,
})
const box = (id: string, x: number, typeId: string, own: Partial<Radio> = {}): Device => ({
  ...bareDevice(id, id, 'accessPoint'),
  typeId,
  radios: [radio(own)],
  position: {
    levelId: 'l',
    at: [x, 0],
    heightM: 2,
    antennaId: 'even',
    azimuthDeg: 0,
    tiltDeg: 0,
    locked: false,
  },
})

/** Two devices with even antennas in free space, so that every figure can be had by hand. */
function pair(
  metres: number,
  a: DeviceType,
  b: DeviceType,
  own: [Partial<Radio>, Partial<Radio>] = [{}, {}],
): Site {
  const site = emptySite('pair')
  return {
    ...site,
    country: 'NL',
    ground: { ...site.ground, model: 'freeSpace', noiseFigureDb: 7 },
    levels: [{ id: 'l', name: 'Ground', floorM: 0, heightM: 4, slabMaterial: 'concrete', slabMm: 0 }],
    antennas: [
      {
        id: 'even',
        name: 'even all round',
        kind: 'table',
        gainDbi: 0,
        horizontalBeamDeg: 360,
        verticalBeamDeg: 360,
        table: null,
      },
    ],
    deviceTypes: [a, b],
    devices: [box('up', 0, a.id, own[0]), box('down', metres, b.id, own[1])],
  }
}

const hopOf = (site: Site) => {
  const hop = hopBetween(site, site.devices[0]!, site.devices[1]!, '5')
  if (typeof hop === 'string') throw new Error(hop)
  return hop
}

/** 20 log(4π d ÷ λ): ITU-R P.525-4 equation 3, by hand. */
test('level = power − free space, both ways; the weaker transmitter decides', () => {
  const site = pair(25, type('strong'), type('weak', { maxPowerDbm: 12 }))
  const hop = hopOf(site)
  const loss = 20 * Math.log10((4 * Math.PI * 25) / wavelengthM(5500))
  expect(hop.lossDb).toBeCloseTo(loss, 1)
  expect(hop.downDbm).toBeCloseTo(20 - loss, 1)
  expect(hop.upDbm).toBeCloseTo(12 - loss, 1)
  expect(hop.weakerDbm).toBe(hop.upDbm)
})

test('the mode is what both can do: older generation, fewer streams, the parent’s width within the child’s', () => {
  const site = pair(
    5,
    type('new', { streams: 4 }),
    type('old', { generation: 'ac', streams: 1, maxWidthMhz: 40 }),
  )
  const hop = hopOf(site)
  expect(hop.mode).toMatchObject({ generation: 'ac', streams: 1, widthMhz: 40 })
  expect(hop.noiseDbm).toBeCloseTo(noiseFloorDbm(40, 7), 9)
  // At 5 m everything is to be had: 802.11ac, 40 MHz, one stream, index 9, short guard: 200 Mbit/s.
  expect(hop.phyMbps).toBeCloseTo(200, 6)
})

test('just over and just under a rate: the index steps, and below the lowest there is none', () => {
  const shape = { generation: 'ax' as const, band: '5' as const, widthMhz: 20, streams: 1 }
  for (const index of [0, 3, 7, 11]) {
    expect(modeAt(shape, neededSnrDb(index) + 0.01)).toMatchObject({ index })
    expect(modeAt(shape, neededSnrDb(index) - 0.01)).toEqual(
      index === 0 ? null : expect.objectContaining({ index: index - 1 }),
    )
  }
})

test('what is too far carries nothing and costs without end', () => {
  const hop = hopOf(pair(15_000, type('a'), type('b')))
  expect(hop).toMatchObject({ mode: null, phyMbps: 0, usPerMbit: Infinity })
  expect(hop.goodput.likelyMbps).toBe(0)
  expect(hop.percent).toBe(0)
})

test('the range is one standard deviation of the model wide, and a loss known beyond the plan counts', () => {
  const site = pair(60, type('a'), type('b'))
  const [a, b] = [radioOn(site, site.devices[0]!, '5')!, radioOn(site, site.devices[1]!, '5')!]
  const [plain, dimmed] = [radioHop(site, a, b), radioHop(site, a, b, 6)]
  expect(dimmed.weakerDbm).toBeCloseTo(plain.weakerDbm - 6, 9)
  expect(plain.goodput.lowMbps).toBeLessThan(plain.goodput.likelyMbps)
  expect(plain.goodput.highMbps).toBeGreaterThan(plain.goodput.likelyMbps)
  const sure = { ...site, ground: { ...site.ground, sigmaDb: 0 } }
  const still = hopOf(sure).goodput
  expect(still.lowMbps).toBeCloseTo(0.75 * still.likelyMbps, 9)
  expect(still.highMbps).toBeCloseTo(1.1 * still.likelyMbps, 9)
})

test('a radio that is off, or a device without a place, has none', () => {
  const site = pair(5, type('a'), type('b'), [{}, { enabled: false }])
  expect(radioOn(site, site.devices[1]!, '5')).toBeNull()
  expect(radioOn(site, site.devices[0]!, '2.4')).toBeNull()
  expect(radioOn(site, { ...site.devices[0]!, position: null }, '5')).toBeNull()
})
