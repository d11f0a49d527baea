import { useEffect, useEffectEvent, useMemo, useRef, useState } from 'react'
import { coarser, sentRadio, snappedGrid, plannedRadios, sceneOf } from '~/core/radio/coverage'
import type { PlannedRadio, Reading } from '~/core/radio/coverage'
import { boxOf } from '~/core/plan'
import type { Band, Level, Point, Site } from '~/core/plan'
import { CoverageEngine } from '../../workers/coverageEngine'
import type { ChartRequest } from '../../workers/coverageEngine'
import { startSpares } from '../../workers/spareWorkers'
import type { Plot } from '../../workers/messages'
import { DEPTH_LEVELS } from '~/core/radio/coverage'

startSpares()

/** Cells are half a metre; more of them than this make a fine layer slow: they grow instead. */
const MOST_CELLS = 400_000
/** So many in all layers, four bytes each, are kept at once: with many radios the cells grow, too. */
const MOST_IN_ALL = 120_000_000
const cellsEach = (radios: number): number =>
  Math.min(MOST_CELLS, Math.floor(MOST_IN_ALL / Math.max(1, radios)))
/** How many times as long a coarse cell is. */
const COARSE = 4

export interface Coverage {
  plot: Plot | null
  /** From 0 to 1 while layers are made; null when all is done. */
  progress: number | null
  fault: string | null
  /** Gives up what is under way. */
  giveUp: () => void
  radios: PlannedRadio[]
}

export interface ChartAsked {
  level: Level | undefined
  band: Band
  reading: Reading
  /** While something is dragged only coarse layers are made. */
  dragging: boolean
}

/** The chart of a plan, made in workers: coarse first, then fine. */
export function useCoverage(site: Site, asked: ChartAsked): Coverage {
  const [plot, setPlot] = useState<Plot | null>(null)
  const [progress, setProgress] = useState<number | null>(null)
  const [fault, setFault] = useState<string | null>(null)
  const engine = useRef<CoverageEngine | null>(null)
  const next = useRef<ChartRequest | null>(null)
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
  useEffect(() => {
    const made = new CoverageEngine({
      onPlot: (ready) => takePlot(ready),
      onProgress: (done, asked) => setProgress(asked > 0 ? done / asked : null),
      onFault: (reason) => takeFault(reason),
    })
    engine.current = made
    return () => {
      made.stop()
      engine.current = null
    }
  }, [])
  const { level, band, reading, dragging } = asked
  useEffect(() => {
    if (!level || !engine.current) return
    const coarse = requestFor(site, level, band, reading, COARSE)
    next.current = dragging ? null : requestFor(site, level, band, reading, 1)
    engine.current.ask(coarse)
  }, [site, level, band, reading, dragging])
  // The pointer asks for these at every move.
  const radios = useMemo(
    () => (level ? plannedRadios(site, band).filter(({ serves }) => serves) : []),
    [site, level, band],
  )
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

/** All that is drawn, whatever the level: the chart covers it. */
export function groundBox(site: Site): { min: Point; max: Point } | null {
  return boxOf([
    ...site.buildings.flatMap(({ outline }) => outline),
    ...site.walls.flatMap(({ points }) => points),
    ...site.obstacles.flatMap(({ outline }) => outline),
    ...site.keepOuts.flatMap(({ outline }) => outline),
    ...site.areas.flatMap(({ outline }) => outline),
    ...site.devices.flatMap(({ position }) => (position ? [position.at] : [])),
  ])
}

/** Round the drawn ground, so far the chart goes on. */
const ROOM_M = 4

function requestFor(site: Site, level: Level, band: Band, reading: Reading, times: number): ChartRequest {
  const box = groundBox(site) ?? { min: [0, 0], max: [40, 24] }
  const zM = level.floorM + site.ground.clientHeightM
  const radios = plannedRadios(site, band)
  const fine = snappedGrid(
    [box.min[0] - ROOM_M, box.min[1] - ROOM_M],
    [box.max[0] + ROOM_M, box.max[1] + ROOM_M],
    zM,
    cellsEach(radios.length),
  )
  const grid = times === 1 ? fine : coarser(fine, times)
  const areas = site.areas.filter(
    (area) => area.levelId === level.id && area.band === band && area.outline.length > 2,
  )
  const key = sceneKey(site, band)
  return {
    scene: sceneOf(site, band),
    sceneKey: key,
    layers: radios.map((radio) => ({
      layerKey: JSON.stringify([
        key,
        radio.position,
        { ...radio.antenna, id: '', name: '' },
        site.ground.model,
        site.ground.learned,
        grid,
      ]),
      sceneKey: key,
      radio: sentRadio(site, radio, zM),
      grid,
    })),
    order: {
      grid,
      radios,
      ground: site.ground,
      reading,
      thresholdDbm: Math.max(-75, ...areas.map(({ leastSignalDbm }) => leastSignalDbm)),
      foreign: site.neighbours.filter((heard) => heard.band === band),
      areas,
      levels: DEPTH_LEVELS[reading],
    },
  }
}

const numbers = new WeakMap<object, number>()
const known = new Map<string, number>()
/** A dragged wall leaves a list behind at every step: so many are kept, then the store starts afresh with new numbers. */
const MOST_LISTS = 40
let given = 0

/** The same number for the same content, looked at once for each object: a list that an edit leaves alone stays itself. */
function numberOf(list: object): number {
  const before = numbers.get(list)
  if (before !== undefined) return before
  const text = JSON.stringify(list)
  const number = known.get(text) ?? ++given
  if (known.size >= MOST_LISTS) known.clear()
  known.set(text, number)
  numbers.set(list, number)
  return number
}

const sceneKey = (site: Site, band: Band): string =>
  [band, site.walls, site.obstacles, site.buildings, site.levels, site.ground.learned ?? 'as planned']
    .map((part) => (typeof part === 'string' ? part : numberOf(part)))
    .join('/')
