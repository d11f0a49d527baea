import { benchState } from './bench.server'

const EVERY_MS = 500

/** Sends the state of a bench until the reader goes away. Unchanged states are not sent again. */
export function benchStream(siteId: string, signal: AbortSignal): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder()
  let timer: ReturnType<typeof setInterval> | undefined
  const stop = () => clearInterval(timer)
  return new ReadableStream({
    start(controller) {
      let last = ''
      const send = () => {
        if (signal.aborted) return stop()
        try {
          const state = JSON.stringify(benchState(siteId))
          if (state !== last) controller.enqueue(encoder.encode(`data: ${state}\n\n`))
          last = state
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
