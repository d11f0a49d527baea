import { parentPort } from 'node:worker_threads'
import { runPaperTask } from './tasks'
import type { PaperTask } from './tasks'

export interface ToPaperWorker {
  serial: number
  task: PaperTask
}
export type FromPaperWorker =
  | { serial: number; kind: 'progress'; done: number; of: number; what: string }
  | { serial: number; kind: 'made'; result: unknown }
  | { serial: number; kind: 'failed'; message: string }

parentPort?.on('message', ({ serial, task }: ToPaperWorker) => {
  const post = (message: FromPaperWorker) => parentPort?.postMessage(message)
  runPaperTask(task, (done, of, what) => post({ serial, kind: 'progress', done, of, what })).then(
    (result) => post({ serial, kind: 'made', result }),
    (error: unknown) =>
      post({ serial, kind: 'failed', message: error instanceof Error ? error.message : String(error) }),
  )
})
