import loadHighs from 'highs'
import wasm from 'highs/runtime?url'
import { proposeChannels } from '~/core/radio/channels'
import { proposePlacement } from '~/core/radio/placement'
import { solveWith } from '~/core/lib/solver'
import { newId } from '../hooks/newId'
import type { HelperAnswer, HelperTask } from './helperMessages'

const answer = (message: HelperAnswer): void => postMessage(message)
const progress = (share: number): void => answer({ kind: 'progress', share })

async function work(task: HelperTask): Promise<void> {
  const solve = solveWith(await loadHighs({ locateFile: () => wasm }))
  if (task.kind === 'placement')
    answer({
      kind: 'placement',
      proposal: proposePlacement(task.site, task.aims, solve, task.seconds, newId, progress),
    })
  else
    answer({
      kind: 'channels',
      proposal: proposeChannels(task.site, task.aims, solve, task.seconds, progress),
    })
}

addEventListener('message', ({ data }: MessageEvent<HelperTask>) => {
  work(data).catch((error: unknown) =>
    answer({ kind: 'fault', message: error instanceof Error ? error.message : String(error) }),
  )
})
