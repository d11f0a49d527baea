import { GENERATIONS, STARTER_TYPES } from '~/core/plan'
import type { Band, DeviceType, Generation, RadioSpec } from '~/core/plan'
import { typeProblems } from './typeProblems'

const type = (part: Partial<DeviceType>): DeviceType => ({ ...STARTER_TYPES[0]!, ...part })
const radio = (band: Band, generation: Generation, maxWidthMhz = 20): RadioSpec => ({
  ...{ streams: 2, antennaGainDbi: 3, maxPowerDbm: 20 },
  band,
  generation,
  maxWidthMhz,
})

test('the types that every site begins with are right', () => {
  expect(STARTER_TYPES.flatMap(typeProblems)).toEqual([])
})

test('two ports of one label', () => {
  const port = (number: number, label: string) => ({
    number,
    label,
    role: 'lan' as const,
    maxMbps: 1000,
    pse: null,
  })
  const [problem, ...more] = typeProblems(type({ ports: [port(1, 'A'), port(2, 'B'), port(3, 'A')] }))
  expect(more).toEqual([])
  expect(problem).toMatchObject({ path: ['ports', 2, 'label'] })
  expect(problem?.message).toBe(
    '“A” is printed on port 1 already, and was given for port 3 too. Accepted: a label of its own, as it stands on the case.',
  )
})

/** Bands of each amendment, as its clauses have them (IEEE 802.11-2020 clauses 15 to 21, 802.11ax-2021 27, 802.11be-2024 36). */
const MADE_FOR: Record<Generation, Band[]> = {
  b: ['2.4'],
  g: ['2.4'],
  a: ['5'],
  n: ['2.4', '5'],
  ac: ['5'],
  ax: ['2.4', '5', '6'],
  be: ['2.4', '5', '6'],
}

test.each(GENERATIONS)('802.11%s on each band', (generation) => {
  const taken = (['2.4', '5', '6'] as const).filter(
    (band) => typeProblems(type({ radios: [radio(band, generation)] })).length === 0,
  )
  expect(taken).toEqual(MADE_FOR[generation])
})

test.each([
  ['n', 40, 80],
  ['ac', 160, 320],
  ['ax', 160, 320],
  ['g', 20, 40],
] as const)('802.11%s is at most %d MHz wide', (generation, widest, wider) => {
  const band = generation === 'g' ? '2.4' : '5'
  expect(typeProblems(type({ radios: [radio(band, generation, widest)] }))).toEqual([])
  expect(typeProblems(type({ radios: [radio(band, generation, wider)] }))[0]?.message).toBe(
    `${wider} MHz was given for 802.11${generation}. Accepted: at most ${widest}.`,
  )
})
