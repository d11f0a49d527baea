import type { Band, Id } from '../../plan'
import type { JudgedTest } from './acceptance'
import { judge } from './judge'
import type { LinkUnderTest, ThroughputRun } from './types'

/** A throughput test as it was filed. */
export interface FiledTest {
  id: string
  at: string
  who: string
  body: {
    place: string
    deviceId: Id | null
    link: LinkUnderTest
    band?: Band
    /** measured: by the laptop itself; left out: from a file. */
    source?: 'measured'
    runs: readonly ThroughputRun[]
  }
}

/** The same with its verdict, worked out anew. */
export const judgedTest = ({ id, at, who, body }: FiledTest): JudgedTest => ({
  id,
  at,
  who,
  deviceId: body.link.medium === 'radio' ? body.deviceId : null,
  measured: body.source === 'measured',
  isUdp: body.runs.every(({ results }) => results.every(({ udp }) => udp !== undefined)),
  judged: judge([...body.runs], body.link),
})
