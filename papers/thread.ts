import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import type { PaperResult, PaperTask, Tell } from './tasks'
import type { FromPaperWorker, ToPaperWorker } from './worker'

/** Longer than this no record takes; a thread that hangs is ended and begun anew. */
const MOST_MS = 180_000
const BUILT = 'build/papers/worker.js'
const SOURCE = 'papers/workerFromSource.mjs'

interface Waiting {
  resolve: (result: never) => void
  reject: (error: Error) => void
  tell: Tell
  timer: NodeJS.Timeout
}

let thread: Worker | null = null
let serial = 0
const waiting = new Map<number, Waiting>()

/** The built worker where there is one; from its source while the application is being worked on. */
function begin(): Worker {
  const built = join(process.cwd(), BUILT)
  const isBuilt = process.env.NODE_ENV !== 'development' && existsSync(built)
  const made = new Worker(isBuilt ? built : join(process.cwd(), SOURCE))
  made.on('message', (message: FromPaperWorker) => heard(message))
  // One that was given up says nothing of those who wait for its successor.
  made.on('error', (error) => {
    if (thread === made) died(error.message)
  })
  made.on('exit', (code) => {
    if (thread === made) died(`it ended with ${code}`)
  })
  // A server that is told to end does not wait for it.
  made.unref()
  return made
}

function heard(message: FromPaperWorker): void {
  const one = waiting.get(message.serial)
  if (!one) return
  if (message.kind === 'progress') return one.tell(message.done, message.of, message.what)
  settle(message.serial)
  if (message.kind === 'made') one.resolve(message.result as never)
  else one.reject(new Error(message.message))
}

function settle(of: number): void {
  clearTimeout(waiting.get(of)?.timer)
  waiting.delete(of)
  if (waiting.size === 0) thread?.unref()
}

function died(why: string): void {
  thread = null
  const all = [...waiting]
  for (const [of] of all) settle(of)
  for (const [, { reject }] of all) reject(new Error(`The thread that writes papers stopped: ${why}.`))
}

/** Has a record or its PDF made in a thread of its own. Rejects with a sentence where that fails; the next task begins a new thread. */
export function onPaperThread<T extends PaperTask>(
  task: T,
  tell: Tell = () => undefined,
): Promise<PaperResult<T>> {
  thread ??= begin()
  thread.ref()
  const mine = ++serial
  return new Promise((resolve, reject) => {
    const timer = setTimeout(() => {
      const hung = thread
      died(`it took longer than ${MOST_MS / 1000} s`)
      void hung?.terminate()
    }, MOST_MS)
    timer.unref()
    waiting.set(mine, { resolve, reject, tell, timer })
    thread?.postMessage({ serial: mine, task } satisfies ToPaperWorker)
  })
}
