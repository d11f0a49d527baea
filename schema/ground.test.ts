import type { AnyRecord, Collection } from '~/core/plan'
import { boatyard } from '~/tests/kit/yard'
import { readEditRequest } from './edits'
import { readSiteFile, writeSiteFile } from './siteFile'

const site = boatyard()
const says = (collection: Collection, record: object): string => {
  const read = readEditRequest({
    revision: 1,
    label: 'try',
    edits: [{ op: 'put', collection, record: record as AnyRecord }],
  })
  return read.ok ? '' : read.problems.map(({ path, message }) => `${path.join('.')}: ${message}`).join(' ')
}

test('what is drawn passes as it is, and a site file brings it back whole', () => {
  for (const list of [
    'levels',
    'walls',
    'obstacles',
    'buildings',
    'keepOuts',
    'risers',
    'cableRoutes',
    'antennas',
    'neighbours',
    'areas',
    'devices',
  ] as const)
    for (const record of site[list]) expect(says(list, record)).toBe('')
  expect(readSiteFile(writeSiteFile(site, true))).toEqual({ ok: true, value: site })
})

test.each<[string, Collection, object, RegExp]>([
  ['a material nobody knows', 'walls', { ...site.walls[0], material: 'jelly' }, /^material: /],
  ['a wall of less than nothing', 'walls', { ...site.walls[0], thicknessMm: -5 }, /^thicknessMm: /],
  ['one point', 'walls', { ...site.walls[0], points: [[0, 0]] }, /^points: /],
  [
    'a point of three numbers',
    'walls',
    {
      ...site.walls[0],
      points: [
        [0, 0, 0],
        [1, 1],
      ],
    },
    /^points\.0/,
  ],
  [
    'a yard as wide as a province',
    'walls',
    {
      ...site.walls[0],
      points: [
        [0, 0],
        [90_000, 0],
      ],
    },
    /^points\.1/,
  ],
  ['a loss of 900 dB', 'walls', { ...site.walls[0], ownLossDb: { '5': 900 } }, /^ownLossDb\.5: /],
  [
    'two corners',
    'obstacles',
    {
      ...site.obstacles[0],
      outline: [
        [0, 0],
        [1, 1],
      ],
    },
    /^outline: /,
  ],
  ['a ceiling on the floor', 'levels', { ...site.levels[0], heightM: 0 }, /^heightM: /],
  ['a beam of nothing', 'antennas', { ...site.antennas[0], horizontalBeamDeg: 0 }, /^horizontalBeamDeg: /],
  ['a signal over nothing', 'neighbours', { ...site.neighbours[0], rssiDbm: 4 }, /^rssiDbm: /],
  ['a need that is shouting', 'areas', { ...site.areas[0], leastSignalDbm: 0 }, /^leastSignalDbm: /],
  ['a way of one point', 'cableRoutes', { ...site.cableRoutes[0], points: [] }, /^points: /],
])('%s is refused by its field', (_name, collection, record, words) => {
  expect(says(collection, record)).toMatch(words)
})

test('settings of the ground: each refused by its own name', () => {
  const describe = (part: object) => {
    const read = readEditRequest({
      revision: 1,
      label: 'try',
      edits: [{ op: 'describe', header: { ground: { ...site.ground, ...part } } }],
    })
    return read.ok ? '' : read.problems.map(({ path }) => path.join('.')).join(' ')
  }
  expect(describe({})).toBe('')
  expect(describe({ sigmaDb: 60 })).toBe('ground.sigmaDb')
  expect(describe({ confidencePercent: 100 })).toBe('ground.confidencePercent')
  expect(describe({ model: 'gut feeling' })).toBe('ground.model')
  expect(describe({ origin: { latitudeDeg: 91, longitudeDeg: 0 } })).toBe('ground.origin.latitudeDeg')
})

test('a file without a ground gets the usual one', () => {
  const file = JSON.parse(writeSiteFile(site)) as Record<string, unknown>
  delete file.ground
  delete file.levels
  for (const list of [
    'walls',
    'obstacles',
    'buildings',
    'keepOuts',
    'risers',
    'cableRoutes',
    'underlays',
    'antennas',
    'neighbours',
  ])
    delete file[list]
  const bare = (list: { levelId?: unknown; position?: unknown }[]) =>
    list.map(({ levelId: _level, position: _position, ...rest }) => ({ ...rest, outline: undefined }))
  file.areas = bare(file.areas as { levelId?: unknown }[])
  file.devices = (file.devices as { position?: unknown }[]).map(({ position: _position, ...rest }) => rest)
  const read = readSiteFile(JSON.stringify(file))
  expect(read).toMatchObject({ ok: true, value: { ground: { units: 'm', model: 'byPlace' }, walls: [] } })
})
