import { readFileSync } from 'node:fs'
import { seededRandom } from '~/core/lib/random'
import { siteFile, writeSiteFile } from '~/schema/siteFile'
import { FileFolder } from '../kit/fileFolder'
import { hostilePlan } from '../kit/hostile'
import { mutated } from '../kit/mutated'
import { boatyard, demoYard, spoiltDemoYard, spoiltYard, yard } from '../kit/yard'
import { must, testWith } from '../real/programs'

/** The published schema judged by a validator of another house: jsonschema for Python, draft 2020-12. */
const testReal = testWith(['/usr/bin/python3', '/usr/lib/python3/dist-packages/jsonschema/__init__.py'])
const PYTHON = `import json, sys
from jsonschema import Draft202012Validator
schema, files = (json.load(open(name)) for name in sys.argv[1:3])
Draft202012Validator.check_schema(schema)
validator = Draft202012Validator(schema)
print(json.dumps([next((e.json_path + ': ' + e.message[:200] for e in validator.iter_errors(one)), None) for one in files]))`

const folder = new FileFolder()
afterAll(() => folder.remove())

const faultsOf = (files: unknown[]): (string | null)[] =>
  JSON.parse(
    must('/usr/bin/python3', [
      folder.put('judge.py', PYTHON),
      'docs/site-file.schema.json',
      folder.put('files.json', JSON.stringify(files)),
    ]),
  ) as (string | null)[]

const SITES = [
  demoYard(),
  spoiltDemoYard(),
  boatyard(),
  yard(),
  spoiltYard(),
  ...[1, 2, 3, 4].map((seed) => hostilePlan(seed, 'C')),
]

testReal('every file that the program writes is valid', () => {
  const written = SITES.flatMap((site) => [writeSiteFile(site), writeSiteFile(site, true)]).map(
    (text) => JSON.parse(text) as unknown,
  )
  const samples = ['tern-quay', 'tern-quay-mended'].map(
    (name) => JSON.parse(readFileSync(`demo/${name}.json`, 'utf8')) as unknown,
  )
  expect(faultsOf([...written, ...samples]).filter((fault) => fault !== null)).toEqual([])
})

/** What the program asks beyond the structure that JSON Schema can say: it counts UTF-16 units. */
const BEYOND = /length must be less than or equal to/

testReal('300 spoilt files are judged as the program judges them', () => {
  const random = seededRandom(70)
  const whole = SITES.slice(0, 4).map((site) => JSON.parse(writeSiteFile(site, true)) as unknown)
  const files = Array.from({ length: 300 }, (_, i) => mutated(whole[i % whole.length], random))
  const ours = files.map((file) => siteFile.validate(file, { convert: false }).error?.message ?? null)
  const odd = faultsOf(files).flatMap((theirs, i) =>
    (theirs === null) === (ours[i] === null) || BEYOND.test(ours[i] ?? '') ? [] : [{ theirs, ours: ours[i] }],
  )
  expect(odd).toEqual([])
  expect(ours.filter((fault) => fault !== null).length).toBeGreaterThan(100)
})

type Step = string | number | ((record: Record<string, unknown>) => boolean)
type Tree = Record<string | number, unknown>

/** Puts a value at a place of a file; a step may look for a record in a list. */
function put(file: unknown, steps: Step[], value: unknown): void {
  const keyOf = (at: Tree, step: Step) =>
    typeof step === 'function' ? (at as unknown as Tree[]).findIndex((one) => step(one)) : step
  const last = steps.at(-1)!
  const at = steps.slice(0, -1).reduce<Tree>((tree, step) => tree[keyOf(tree, step)] as Tree, file as Tree)
  at[keyOf(at, last)] = value
}

const joinsByRadio = ({ air }: Tree) => air !== null
const isSwitch = ({ kind }: Tree) => kind === 'switch'

testReal.each<[string, Step[], unknown]>([
  [
    'a point of three numbers',
    ['walls', 0, 'points'],
    [
      [0, 0, 0],
      [1, 1],
    ],
  ],
  ['a point of one', ['walls', 0, 'points'], [[0], [1, 1]]],
  [
    'a point of texts',
    ['walls', 0, 'points'],
    [
      ['0', '1'],
      [1, 1],
    ],
  ],
  [
    'a point too far off',
    ['walls', 0, 'points'],
    [
      [1e7, 0],
      [1, 1],
    ],
  ],
  [
    'an outline of two corners',
    ['buildings', 0, 'outline'],
    [
      [0, 0],
      [1, 1],
    ],
  ],
  [
    'a route point without a level',
    ['cableRoutes'],
    [{ id: 'r', points: [{ at: [0, 0] }, { levelId: 'a', at: [1, 1] }] }],
  ],
  ['one VLAN tagged twice', ['devices', isSwitch, 'ports', 0, 'taggedVlans'], [7, 7]],
  [
    'a cut with an angle only',
    ['antennas'],
    [{ id: 'a', name: 'A', kind: 'table', table: { horizontal: [[0]], vertical: [] } }],
  ],
  [
    'a cut with a gain too high',
    ['antennas'],
    [{ id: 'a', name: 'A', kind: 'table', table: { horizontal: [[0, 500]], vertical: [] } }],
  ],
  ['a rate of one number', ['links', 0, 'statedMbps'], [100]],
  ['a country with a line break', ['country'], 'NL\n'],
  ['an address with a line break', ['networks', 0, 'gateway'], '10.0.0.1\n'],
  ['a way that there is not', ['devices', joinsByRadio, 'air', 'way'], 'kite'],
])('%s is refused by both', (_name, steps, value) => {
  const file = JSON.parse(writeSiteFile(demoYard(), true)) as unknown
  put(file, steps, value)
  expect(siteFile.validate(file, { convert: false }).error).toBeDefined()
  expect(faultsOf([file])[0]).not.toBeNull()
})
