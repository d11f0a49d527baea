import { useState } from 'react'
import type { Site } from '~/core/plan'
import type { WalkReading } from '~/core/radio/calibration'
import { useJob } from '../../../hooks/useJob'
import { walkThread } from '../../../workers/starts'
import type { WalkService, WalkTold } from '../../../workers/walk.worker'

export interface WalkStudy {
  told: WalkTold | null
  fault: string | null
  busy: boolean
  /** What was told is of other readings or another plan than those on screen. */
  isOld: boolean
  /** `isRight`: somebody has answered that the walk is right, whatever looks wrong about it. */
  begin: (isRight?: boolean) => void
  giveUp: () => void
}

/** What a walk teaches, worked out in a worker when it is asked for. */
export function useWalk(site: Site, readings: WalkReading[]): WalkStudy {
  const [state, setState] = useState<{ told: WalkTold | null; fault: string | null; of: unknown[] }>({
    told: null,
    fault: null,
    of: [],
  })
  const [busy, setBusy] = useState(false)
  const job = useJob<WalkService>(walkThread)
  const giveUp = () => {
    job.end()
    setBusy(false)
  }
  const begin = (isRight = false) => {
    const of = [site, readings.length]
    const end = (told: WalkTold | null, fault: string | null) => {
      setState({ told, fault, of })
      setBusy(false)
    }
    setBusy(true)
    job.begin((service) => service.tell(site, readings, new Date().toISOString(), isRight), {
      done: (told) => end(told, null),
      failed: (fault) => end(null, fault),
    })
  }
  const isOld = state.of.length > 0 && (state.of[0] !== site || state.of[1] !== readings.length)
  return { told: state.told, fault: state.fault, busy, isOld, begin, giveUp }
}
