import { readAntennaCsv } from './antennaCsv'
import { readScanCsv } from './scanCsv'

let serial = 0
const newId = () => `n${serial++}`
const said = (read: { ok: boolean; problems?: { message: string }[] }) =>
  read.problems?.map((one) => one.message).join(' ') ?? ''

describe('antenna tables', () => {
  const every = (step: number) => Array.from({ length: 360 / step }, (_, i) => i * step)
  test('gain by angle becomes loss against the peak', () => {
    const text = ['angle;h;v', ...every(10).map((deg) => `${deg};${deg === 40 ? 9 : 3};${-deg / 10}`)].join(
      '\n',
    )
    const read = readAntennaCsv(text)
    if (!read.ok) throw new Error(said(read))
    expect(read.value.horizontal[4]).toEqual([40, 0])
    expect(read.value.horizontal[5]).toEqual([50, 6])
    expect(read.value.vertical[1]).toEqual([10, 1])
  })
  test('gaps, doubles and words are named with their line', () => {
    const gap = [
      'angle,db',
      ...every(10)
        .filter((deg) => deg < 90 || deg > 150)
        .map((deg) => `${deg},0`),
    ].join('\n')
    expect(said(readAntennaCsv(gap))).toContain('Nothing is said between 80°')
    expect(
      said(readAntennaCsv(['angle,db', ...every(10).map((deg) => `${deg},0`), '350,2'].join('\n'))),
    ).toContain('both give')
    expect(said(readAntennaCsv('angle,db\nnorth,3\n0,1'))).toContain('“north” is no angle')
    expect(said(readAntennaCsv('angle,db\n0,3\n90,1'))).toContain('at least 3')
  })
})

test('a scan: bands guessed from channels, bad rows named', () => {
  const read = readScanCsv(
    'SSID,BSSID,Channel,Signal (dBm)\nHouse,02:00:00:00:00:01,6,-71\n,02:00:00:00:00:02,100,-80',
    newId,
  )
  expect(read).toMatchObject({
    ok: true,
    value: [
      { name: 'House', band: '2.4', channel: 6, rssiDbm: -71 },
      { band: '5', channel: 100 },
    ],
  })
  expect(said(readScanCsv('SSID,Channel\nA,6', newId))).toContain('no column for the signal')
  expect(said(readScanCsv('channel,signal\n6,loud', newId))).toContain('Line 2')
})
