import { useEffect, useRef, useState } from 'react'
import type { Site } from '~/core/plan'
import type { WalkReading } from '~/core/radio/calibration'
import type { WalkAnswer, WalkTask, WalkTold } from '../../../workers/walkMessages'

export interface WalkStudy {
  told: WalkTold | null
  fault: string | null
  busy: boolean
  /** What was told is of other readings or another plan than those on screen. */
  isOld: boolean
  begin: () => void
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
  const worker = useRef<Worker | null>(null)
  const giveUp = () => {
    worker.current?.terminate()
    worker.current = null
    setBusy(false)
  }
  useEffect(() => () => worker.current?.terminate(), [])
  const begin = () => {
    worker.current?.terminate()
    const made = new Worker(new URL('../../../workers/walk.worker.ts', import.meta.url), { type: 'module' })
    const of = [site, readings.length]
    const end = (told: WalkTold | null, fault: string | null) => {
      setState({ told, fault, of })
      setBusy(false)
      made.terminate()
    }
    made.addEventListener('error', ({ message }) => end(null, message || 'the worker did not start'))
    made.addEventListener('message', ({ data }: MessageEvent<WalkAnswer>) =>
      data.ok ? end(data.told, null) : end(null, data.fault),
    )
    worker.current = made
    setBusy(true)
    const task: WalkTask = { site, readings, now: new Date().toISOString() }
    made.postMessage(task)
  }
  const isOld = state.of.length > 0 && (state.of[0] !== site || state.of[1] !== readings.length)
  return { told: state.told, fault: state.fault, busy, isOld, begin, giveUp }
}
