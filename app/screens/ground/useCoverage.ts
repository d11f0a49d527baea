import { useEffect, useEffectEvent, useMemo, useRef, useState } from 'react'
import { plannedRadios } from '~/core/radio/coverage'
import type { PlannedRadio } from '~/core/radio/coverage'
import type { Site } from '~/core/plan'
import type { ChartRequest, CoverageEngine } from '../../workers/coverageEngine'
import type { Plot } from '../../workers/messages'
import { coarseRequest, fineRequest } from './chartRequest'
import type { ChartWanted } from './chartRequest'
import { engineFor } from './headStart'

export interface Coverage {
  plot: Plot | null
  /** From 0 to 1 while layers are made; null when all is done. */
  progress: number | null
  fault: string | null
  /** Gives up what is under way. */
  giveUp: () => void
  radios: PlannedRadio[]
}

/** The chart of a plan, made in workers: coarse first, then fine. While something is dragged only coarse layers are made. */
export function useCoverage(
  site: Site,
  { level, band, reading }: ChartWanted,
  isDragging: boolean,
): Coverage {
  const [plot, setPlot] = useState<Plot | null>(null)
  const [progress, setProgress] = useState<number | null>(null)
  const [fault, setFault] = useState<string | null>(null)
  const engine = useRef<CoverageEngine | null>(null)
  const next = useRef<ChartRequest | null>(null)
  /** What was asked for before the page was ready, if this is that. */
  const isAskedFor = useRef(false)
  const takePlot = useEffectEvent((made: Plot) => {
    setPlot(made)
    setFault(null)
    const finer = next.current
    next.current = null
    if (finer) engine.current?.ask(finer)
    else setProgress(null)
  })
  const takeFault = useEffectEvent((reason: string) => {
    next.current = null
    setFault(reason)
    setProgress(null)
  })
  const begin = useEffectEvent(() => {
    const { engine: made, isAsked, release } = engineFor(site, { level, band, reading })
    engine.current = made
    isAskedFor.current = isAsked
    return {
      made,
      release: () =>
        release({
          onPlot: (ready) => takePlot(ready),
          // In hundredths: thousands of layers would draw the stage anew for each of them.
          onProgress: (done, asked) => setProgress(asked > 0 ? Math.floor((100 * done) / asked) / 100 : null),
          onFault: (reason) => takeFault(reason),
        }),
    }
  })
  const released = useRef<(() => void) | null>(null)
  useEffect(() => {
    const { made, release } = begin()
    released.current = release
    return () => {
      made.stop()
      engine.current = null
    }
  }, [])
  useEffect(() => {
    const wanted = { level, band, reading }
    next.current = isDragging ? null : fineRequest(site, wanted)
    if (isAskedFor.current && !isDragging) isAskedFor.current = false
    else engine.current?.ask(coarseRequest(site, wanted))
    released.current?.()
    released.current = null
  }, [site, level, band, reading, isDragging])
  // The pointer asks for these at every move.
  const radios = useMemo(() => plannedRadios(site, band).filter(({ serves }) => serves), [site, band])
  return {
    plot,
    progress,
    fault,
    radios,
    giveUp: () => {
      next.current = null
      engine.current?.giveUp()
      setProgress(null)
    },
  }
}
