import type { Device } from '../../plan'
import type { Need } from './types'

/** What says how many, where nothing is published. */
const PRACTICE = 'Common practice, no source'

type Said = Pick<Need, 'key' | 'group' | 'name'> & Partial<Pick<Need, 'unit' | 'note' | 'inCartons'>>

/** One for each of these devices. */
export const oneEach = (said: Said, devices: readonly Device[], source = 'The plan'): Need => ({
  unit: 'piece',
  note: '',
  inCartons: 0,
  ...said,
  count: devices.length,
  deviceIds: devices.map(({ id }) => id),
  counted: {
    value: devices.length,
    unit: '',
    formula: 'one for each',
    inputs: devices.map(({ name }) => ({ name, value: '1' })),
    source,
  },
})

/** A count by a rule of the trade. */
export const byRule = (
  said: Said & Pick<Need, 'count'> & Partial<Pick<Need, 'deviceIds'>>,
  formula: string,
  inputs: Need['counted']['inputs'],
  source = PRACTICE,
): Need => ({
  unit: 'piece',
  note: '',
  inCartons: 0,
  deviceIds: [],
  ...said,
  counted: { value: said.count, unit: said.unit === 'm' ? 'm' : '', formula, inputs, source },
})
