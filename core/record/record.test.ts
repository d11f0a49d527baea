import { applyEdits, emptySite } from '../plan'
import type { Site } from '../plan'
import { boatyard, demoYard, longMole, withDevice } from '~/tests/kit/yard'
import { demoFile } from '~/tests/kit/listed'
import { factsOf, MOMENT, recordOf, someHistory, wholeRecordOf } from '~/tests/kit/records'
import { cautionsOf, composeRecord, dayOf, factsFrom, noHistory, when, wordsOf } from '.'
import type { Block, RecordDoc } from '.'

const section = (record: RecordDoc, id: string) => record.sections.find((one) => one.id === id)!
const tables = (record: RecordDoc, id: string) =>
  section(record, id).blocks.filter(
    (block): block is Extract<Block, { kind: 'table' }> => block.kind === 'table',
  )
const words = (record: RecordDoc, id: string): string =>
  wordsOf({ ...record, facts: [], sections: [section(record, id)] }).join('\n')

test('a site with nothing in it has a record that says so, in every section', () => {
  for (const copy of ['customer', 'installer'] as const) {
    const record = recordOf(emptySite('Nothing'), copy)
    expect(record.chart).toBeNull()
    for (const { blocks } of record.sections) expect(blocks.length).toBeGreaterThan(0)
    expect(words(record, 'acceptance')).toContain('Nothing was asked for')
  }
})

test('the customer is told how to join, whom to call and what to mind, and spared the rest', () => {
  const site = { ...demoFile('two-ovens'), contact: 'Kim, 555 0100, by day' }
  const record = recordOf(site, 'customer')
  expect(record.sections.map(({ id }) => id)).toEqual([
    'join',
    'contact',
    'lights',
    'places',
    'acceptance',
    'cautions',
    'signed',
  ])
  expect(words(record, 'contact')).toContain('Kim, 555 0100')
  for (const jargon of ['VLAN', 'PVID', 'EIRP', 'trunk', 'native'])
    expect(wordsOf(record).join(' ')).not.toContain(jargon)
})

test('what an SSID does not show is not offered to the customer', () => {
  const site = demoFile('two-ovens')
  const hidden = { ...site, ssids: site.ssids.map((ssid, i) => ({ ...ssid, hidden: i === 0 })) }
  expect(words(recordOf(hidden, 'customer'), 'join')).not.toContain(site.ssids[0]!.name + '\n')
  expect(words(recordOf(hidden, 'installer'), 'ssids')).toContain('keeps nobody out')
})

test('the installer has every device, address, port and SSID', () => {
  for (const site of [demoYard(), longMole()]) {
    const text = wordsOf(recordOf(site, 'installer')).join('\n')
    for (const { name, management } of site.devices) {
      expect(text).toContain(name)
      if (management.ip) expect(text).toContain(management.ip)
    }
    for (const { name } of [...site.ssids, ...site.networks]) expect(text).toContain(name)
  }
  const ports = tables(recordOf(boatyard(), 'installer'), 'ports')
  expect(ports.find(({ title }) => title.startsWith('Chandlery switch'))!.rows).toHaveLength(16)
})

test('what was measured, by whom and when; what was not is listed by name', () => {
  const site = demoFile('two-ovens')
  const record = recordOf(site, 'installer', someHistory(site))
  const text = words(record, 'measured')
  // 11:00 UTC is 11:00 in Lisbon in March.
  expect(text).toContain('3 Mar 2026, 11:00')
  expect(text).toContain('938.4')
  expect(text).toContain('measured here')
  const open = section(record, 'acceptance').blocks.find((block) => block.kind === 'list')!
  expect(open.kind === 'list' && open.items.some((item) => item.endsWith(': not measured'))).toBe(true)
})

test('a forecast is said to be one wherever it stands', () => {
  const record = wholeRecordOf(demoYard(), 'installer')
  expect(record.chartSays).toContain('forecast')
  const figures = section(record, 'coverage').blocks.flatMap((block) =>
    block.kind === 'figure' ? [block.title] : [],
  )
  expect(figures.length).toBeGreaterThan(0)
  for (const title of figures)
    expect(title).toMatch(/forecast.*no measurement\. Nothing was read on a walk here/)
  const [areas] = tables(record, 'coverage')
  expect(areas!.columns.map(({ title }) => title)).toContain('Forecast of the plan')
})

test('a level with gear and nothing drawn has no chart and no forecast', () => {
  const record = wholeRecordOf(longMole(), 'installer')
  expect([record.chart, record.chartSays]).toEqual([null, ''])
  expect(section(record, 'coverage').blocks.some(({ kind }) => kind === 'figure')).toBe(false)
})

test('as planned beside as built, setting by setting', () => {
  const site = demoFile('two-ovens')
  const built: Site = withDevice(site, 'ap', { place: 'Shop, over the door' })
  const facts = factsFrom(
    site,
    {
      ...noHistory(3),
      built: { what: 'revision', revision: 2, at: MOMENT.writtenAt, who: 'Kim', plan: built },
    },
    [],
    MOMENT,
  )
  const record = composeRecord(facts, 'installer')
  expect(tables(record, 'built')[0]!.rows).toEqual([
    [
      expect.objectContaining({ text: 'Shop AP' }),
      'where it hangs',
      expect.stringContaining('ceiling over the counter'),
      expect.stringContaining('over the door'),
    ],
  ])
  const same = factsFrom(site, { ...noHistory(3), built: { ...facts.built!, plan: site } }, [], MOMENT)
  expect(words(composeRecord(same, 'installer'), 'built')).toContain('Nothing differs')
  expect(words(recordOf(site, 'installer'), 'built')).toContain('Nobody has marked what is built')
})

test('runbook, ticks, revisions and log stand in it with their times', () => {
  const site = demoFile('two-ovens')
  const facts = {
    ...factsOf(site, someHistory(site)),
    revisions: [{ revision: 2, at: MOMENT.writtenAt, who: 'Kim', label: 'Move the Shop AP' }],
  }
  const record = composeRecord(facts, 'installer')
  expect(words(record, 'runbook')).toContain('port 3, VLANs: trunk, tagged 24')
  expect(words(record, 'revisions')).toContain('Move the Shop AP')
  expect(words(record, 'log')).toContain('Cupboard is locked')
  expect(words(record, 'parts')).toMatch(/Labels[\s\S]*21\n5\n/)
})

test('an instant by the clock of the site, summer time and all', () => {
  expect(when('2026-07-01T22:30:00Z', 'Europe/Berlin')).toBe('2 Jul 2026, 00:30')
  expect(when('2026-01-01T22:30:00Z', 'Europe/Berlin')).toBe('1 Jan 2026, 23:30')
  expect(when('2026-01-01T22:30:00Z', 'America/New_York')).toBe('1 Jan 2026, 17:30')
  expect(dayOf('2026-07-01T22:30:00Z', 'UTC')).toBe('1 Jul 2026')
  expect(when('never', 'UTC')).toBe('')
})

describe('cautions', () => {
  const about = (site: Site, name: string) => cautionsOf(site).find(({ about: one }) => one === name)

  test('name the gear that they are about, and only what there is', () => {
    const site = demoYard()
    expect(about(site, 'Ladder')!.deviceNames).toContain('Workshop AP 1')
    expect(about(site, 'Ladder')!.deviceNames).not.toContain('Yard gateway')
    expect(about(site, 'Mast or roof')!.deviceNames).toContain('Hard standing AP')
    expect(about(site, 'Injector')!.deviceNames).toContain('Paint shed AP')
    expect(about(site, 'Outdoors')!.deviceNames).toContain('Gate AP')
    expect(about(site, 'Mains')).toBeUndefined()
    expect(about(emptySite('x'), 'Ladder')).toBeUndefined()
  })

  test('radar channels: those of ETSI EN 301 893, from memory; none on 36 to 48', () => {
    const site = demoYard()
    const said = about(site, 'Radar channels')!.deviceNames
    for (const device of site.devices)
      for (const { band, channel, enabled } of device.radios)
        expect(said.some((one) => one.startsWith(`${device.name} (${band} GHz, channel ${channel})`))).toBe(
          enabled && band === '5' && channel !== null && channel >= 52 && channel <= 144,
        )
  })

  test('a country that nobody has set', () => {
    expect(about({ ...demoYard(), country: null }, 'Radio rules')!.says).toContain('No country is set')
  })

  test('mains adapters', () => {
    const site = boatyard()
    const mains = {
      ...site,
      links: site.links.map((link, i) => (i === 0 ? { ...link, category: 'mains' as const } : link)),
    }
    expect(about(mains, 'Mains')!.deviceNames).toHaveLength(2)
  })
})

test('an edit that takes a device away leaves a record that opens', () => {
  const site = demoFile('two-ovens')
  const history = someHistory(site)
  const gone = applyEdits(site, [{ op: 'remove', collection: 'devices', id: site.devices[0]!.id }])
  expect(wordsOf(recordOf(gone, 'installer', history)).join(' ')).toContain('not in the plan any more')
})
