import { boatyard } from '~/tests/kit/yard'
import { accessPoints } from '../../plan'
import { acceptance } from './acceptance'
import type { AcceptanceRow, JudgedTest } from './acceptance'
import { leastPoints, USUAL_CLAIM } from './claim'
import { judge } from './judge'
import { evidenceFor } from './observations'
import type { Observation } from './observations'
import type { Seen } from './testKinds'

const site = boatyard()
let n = 0
const seen = (one: Seen, part: Partial<Observation> = {}): Observation => ({
  id: `o${++n}`,
  at: `2026-05-01T10:${String(n % 60).padStart(2, '0')}:00Z`,
  revision: 3,
  source: 'measured',
  who: 'Mo',
  place: `spot ${n}`,
  seen: one,
  ...part,
})
const sheet = (all: Observation[], tests: JudgedTest[] = []): Map<string, AcceptanceRow> =>
  new Map(acceptance(site, evidenceFor(site, 3, all), all, tests).map((row) => [row.promise, row]))
const test5 = (deviceId: string, mbps: number, at: string): JudgedTest => ({
  id: at,
  at,
  who: 'Mo',
  deviceId,
  measured: true,
  isUdp: false,
  judged: judge(
    (['up', 'down'] as const).map((direction) => ({
      tool: '',
      startedAt: null,
      streams: 1,
      results: [
        {
          direction,
          sentMbps: mbps,
          receivedMbps: mbps,
          sentBytes: 1,
          receivedBytes: 1,
          retransmits: 0,
          durationS: 1,
          intervals: [],
        },
      ],
    })),
    { medium: 'radio', linkMbps: 600, baselineMbps: null },
  ),
})

test('before anybody measured: a row for each requirement, area and access point, and none is passed', () => {
  const rows = [...sheet([]).values()]
  const asked = site.requirements.filter(({ strength }) => strength !== 'may').length
  expect(rows).toHaveLength(asked + site.areas.length + accessPoints(site).length)
  expect(new Set(rows.map(({ verdict }) => verdict))).toEqual(new Set(['open']))
  expect(rows.every(({ source, at, shown }) => source === null && at === null && shown === '')).toBe(true)
})

test('a ping passes one row and fails another; each says who and how', () => {
  const ping = (networkId: string, answered: boolean) =>
    seen({
      kind: 'ping',
      fromNetworkId: 'crew',
      to: networkId === '' ? 'internet' : { networkId },
      answered,
      ip: '172.27.36.9',
    })
  const rows = sheet([ping('', true), ping('tills', true)])
  expect(rows.get('Crew must reach the internet (IPv4)')).toMatchObject({
    verdict: 'passed',
    shown: 'answered',
    source: 'measured',
    who: 'Mo',
  })
  expect(rows.get('Crew must not reach Tills (IPv4)')).toMatchObject({ verdict: 'failed', shown: 'answered' })
  expect(sheet([ping('tills', false)]).get('Crew must not reach Tills (IPv4)')).toMatchObject({
    verdict: 'unsure',
  })
})

test('an area passes when enough spots of it were read, and not one sooner', () => {
  const area = site.areas[0]!
  const of = (count: number, dbm: number) =>
    sheet(
      Array.from({ length: count }, () =>
        seen({ kind: 'level', areaId: area.id, rssiDbm: dbm }, { source: 'typed' }),
      ),
    ).get(`${area.name} has ${area.leastSignalDbm} dBm`)!
  const least = leastPoints(0, USUAL_CLAIM)
  expect(of(least - 1, area.leastSignalDbm).verdict).toBe('unsure')
  expect(of(least, area.leastSignalDbm)).toMatchObject({ verdict: 'passed', source: 'typed' })
  expect(of(least, area.leastSignalDbm - 1).verdict).toBe('failed')
})

test('of several throughput tests at an access point the newest speaks', () => {
  const { id, name } = accessPoints(site)[0]!
  const row = (...tests: JudgedTest[]) => sheet([], tests).get(`${name} carries what its link can`)!
  const [good, bad] = [test5(id, 380, '2026-05-02'), test5(id, 20, '2026-05-01')]
  expect(row(bad, good)).toMatchObject({ verdict: 'passed', source: 'measured' })
  expect(row(good, { ...bad, at: '2026-05-03' })).toMatchObject({ verdict: 'failed' })
  expect(row(test5('other', 380, '2026-05-02')).verdict).toBe('open')
  // Some datagrams that came through say nothing of how much it carries.
  expect(row(bad, { ...good, isUdp: true })).toMatchObject({ verdict: 'failed' })
})
