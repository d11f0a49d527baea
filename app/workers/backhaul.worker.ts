import { expose } from 'comlink'
import {
  aftermathOf,
  byWeight,
  capacityOf,
  choiceFor,
  chosenTree,
  failureStudy,
  meshOf,
} from '~/core/radio/backhaul'
import type { Aftermath, Capacity, Choice, ChosenTree } from '~/core/radio/backhaul'
import { isOnAir } from '~/core/plan'
import type { Site } from '~/core/plan'
import { solverHere } from './solverHere'

/** What is told as soon as it is there, one part after the other. */
export interface BackhaulParts {
  choices: Choice[]
  tree: ChosenTree
  failures: Aftermath[]
  capacity: Capacity
  /** From 0 to 1. */
  progress: number
}

const service = {
  study: async (site: Site, tell: (part: Partial<BackhaulParts>) => Promise<void>): Promise<void> => {
    await tell({
      choices: site.devices.filter(isOnAir).map((device) => choiceFor(site, device)),
      tree: chosenTree(site, meshOf(site, 'all')),
    })
    const study = failureStudy(site)
    const failures = study.elements.map((element, i) => {
      if (i % 5 === 0) void tell({ progress: i / study.elements.length })
      return aftermathOf(study, element)
    })
    await tell({ failures: byWeight(failures) })
    await tell({ capacity: capacityOf(site, await solverHere()) })
  },
}
export type BackhaulService = typeof service

expose(service)
