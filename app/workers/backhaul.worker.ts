import loadHighs from 'highs'
import wasm from 'highs/runtime?url'
import {
  aftermathOf,
  byWeight,
  capacityOf,
  choiceFor,
  chosenTree,
  failureStudy,
  meshOf,
} from '~/core/radio/backhaul'
import { isOnAir } from '~/core/plan'
import { solveWith } from '~/core/lib/solver'
import type { BackhaulAnswer, BackhaulTask } from './backhaulMessages'

const answer = (message: BackhaulAnswer): void => postMessage(message)

async function work({ site }: BackhaulTask): Promise<void> {
  answer({
    kind: 'choices',
    choices: site.devices.filter(isOnAir).map((device) => choiceFor(site, device)),
    tree: chosenTree(site, meshOf(site, 'all')),
  })
  const study = failureStudy(site)
  const failures = study.elements.map((element, i) => {
    if (i % 5 === 0) answer({ kind: 'progress', share: i / study.elements.length })
    return aftermathOf(study, element)
  })
  answer({ kind: 'failures', failures: byWeight(failures) })
  const solve = solveWith(await loadHighs({ locateFile: () => wasm }))
  answer({ kind: 'capacity', capacity: capacityOf(site, solve) })
}

addEventListener('message', ({ data }: MessageEvent<BackhaulTask>) => {
  work(data).catch((error: unknown) =>
    answer({ kind: 'fault', message: error instanceof Error ? error.message : String(error) }),
  )
})
