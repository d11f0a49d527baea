import Sequencer from '@jest/test-sequencer'

/** The labs take longest and mostly wait: begun first, they go on beside all the others. */
export default class LabsFirst extends Sequencer {
  sort(tests) {
    const isLab = ({ path }) => path.endsWith('labs.test.ts')
    const sorted = super.sort(tests)
    return [...sorted.filter(isLab), ...sorted.filter((one) => !isLab(one))]
  }
}
