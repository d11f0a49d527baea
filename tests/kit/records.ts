import { findings } from '~/core/judge/findings'
import type { Site } from '~/core/plan'
import { composeRecord, coverageFor, factsFrom, noHistory } from '~/core/record'
import type { Copy, History, RecordDoc, RecordFacts } from '~/core/record'

/** A moment and a clock that do not move. */
export const MOMENT = { writtenAt: '2026-03-04T05:06:07.000Z', timeZone: 'Europe/Lisbon' }

export const DEMOS = ['tern-quay', 'tern-quay-mended', 'long-mole', 'two-ovens', 'larch-hollow'] as const

export const factsOf = (site: Site, history: History = noHistory(1)): RecordFacts =>
  factsFrom(site, history, findings(site), MOMENT)

/** The record without a forecast on its charts: those take their time. */
export const recordOf = (site: Site, copy: Copy, history?: History): RecordDoc =>
  composeRecord(factsOf(site, history), copy)

/** The record as it is printed, forecasts and all. */
export const wholeRecordOf = (site: Site, copy: Copy, history?: History): RecordDoc =>
  composeRecord(factsOf(site, history), copy, coverageFor(site))

/** What a site may have behind it: one of each sort. */
export const someHistory = (site: Site): History => ({
  ...noHistory(7),
  observations: [
    {
      id: 'seen-1',
      at: '2026-03-03T10:00:00.000Z',
      revision: 7,
      source: 'measured',
      who: 'Kim',
      place: 'shop counter',
      seen: { kind: 'ping', fromNetworkId: site.networks[0]!.id, to: 'internet', answered: true },
    },
    {
      id: 'seen-2',
      at: '2026-03-03T10:05:00.000Z',
      revision: 6,
      source: 'typed',
      who: 'Kim',
      place: 'under the stairs',
      seen: { kind: 'running', deviceId: site.devices[0]!.id },
    },
  ],
  throughput: [
    {
      id: 'test-1',
      at: '2026-03-03T11:00:00.000Z',
      revision: 7,
      who: 'Kim',
      body: {
        place: 'counter, 2 m',
        deviceId: null,
        link: { medium: 'wired', linkMbps: 1000, baselineMbps: null },
        source: 'measured',
        runs: [
          {
            tool: 'iperf 3.12',
            startedAt: null,
            streams: 1,
            results: (['up', 'down'] as const).map((direction) => ({
              direction,
              sentMbps: 941,
              receivedMbps: 938.4,
              sentBytes: 1_176_000_000,
              receivedBytes: 1_173_000_000,
              retransmits: 0,
              durationS: 10,
              intervals: [],
            })),
          },
        ],
      },
    },
  ],
  log: [
    {
      at: '2026-03-03T09:00:00.000Z',
      stage: 'ports',
      deviceId: site.devices[0]!.id,
      text: 'Cupboard is locked: key at the counter',
      who: 'Kim',
    },
  ],
  built: {
    what: 'revision',
    revision: 6,
    at: '2026-03-02T09:00:00.000Z',
    who: 'Kim',
    plan: {
      ...site,
      devices: site.devices.map((device, i) => (i === 0 ? { ...device, place: 'in the hall' } : device)),
    },
  },
  runbooks: [
    {
      at: '2026-03-02T09:00:00.000Z',
      fromRevision: 5,
      toRevision: 6,
      steps: [
        {
          title: 'On the page of the switch',
          sets: ['port 3, VLANs: trunk, tagged 24'],
          at: '2026-03-02T08:50:00.000Z',
          who: 'Kim',
        },
      ],
    },
  ],
  ticks: [{ key: 'labels', state: 'packed', count: 5, at: '2026-03-01T09:00:00.000Z', who: 'Kim' }],
  plans: [{ revision: 6, plan: { ...site, notes: 'as it was' } }],
})
