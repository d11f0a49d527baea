import { NOTHING_SEEN, tells, told } from '~/field'
import type { BoardDelta, Cursor } from '~/field'
import { liveNow } from './live.server'

const EVERY_MS = 500
/** The clock is told again now and then, lest the reader's own runs away from it. */
const CLOCK_EVERY = 20

/** What a reader is sent: what changed, and how fast the clock runs; null: there is no bench. */
export type BenchNews = { speed: number; board: BoardDelta } | null

/** Sends what changes on a bench until the reader goes away. */
export function benchStream(siteId: string, signal: AbortSignal): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder()
  let timer: ReturnType<typeof setInterval> | undefined
  const stop = () => clearInterval(timer)
  return new ReadableStream({
    start(controller) {
      const news = reader(siteId)
      const send = () => {
        if (signal.aborted) return stop()
        try {
          const one = news()
          if (one !== undefined) controller.enqueue(encoder.encode(`data: ${JSON.stringify(one)}\n\n`))
        } catch (error) {
          // A fault here must end this reader's stream and nothing else.
          stop()
          console.error(error)
          controller.error(error)
        }
      }
      send()
      timer = setInterval(send, EVERY_MS)
      signal.addEventListener('abort', stop)
    },
    cancel: stop,
  })
}

/** What one reader has not been told yet; undefined: nothing. A bench set up anew is told whole. */
export function reader(siteId: string): () => BenchNews | undefined {
  let seen: Cursor | null = null
  let world: unknown = null
  let speed: number | null = null
  let quiet = 0
  let hadNone = false
  return () => {
    const live = liveNow(siteId)
    if (!live) {
      const none = hadNone ? undefined : null
      hadNone = true
      seen = null
      return none
    }
    hadNone = false
    if (world !== live.world) seen = null
    world = live.world
    const { delta: board, seen: next } = told(live.world, seen ?? NOTHING_SEEN)
    const isNews = tells(board) || speed !== live.run.speed || ++quiet >= CLOCK_EVERY
    seen = next
    speed = live.run.speed
    if (!isNews) return undefined
    quiet = 0
    return { speed: live.run.speed, board }
  }
}
