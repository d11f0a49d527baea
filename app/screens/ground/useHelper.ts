import { useEffect, useRef, useState } from 'react'
import type { HelperAnswer, HelperTask } from '../../workers/helperMessages'

/** A helper in a worker of its own: asked, watched, given up. */
export function useHelper<K extends HelperTask['kind']>(kind: K) {
  const worker = useRef<Worker | null>(null)
  const [state, setState] = useState<{
    progress: number | null
    answer: Extract<HelperAnswer, { kind: K }> | null
    fault: string | null
  }>({ progress: null, answer: null, fault: null })
  const giveUp = () => {
    worker.current?.terminate()
    worker.current = null
    setState((before) => ({ ...before, progress: null }))
  }
  useEffect(() => () => worker.current?.terminate(), [])
  return {
    ...state,
    giveUp,
    clear: () => setState({ progress: null, answer: null, fault: null }),
    ask: (task: Extract<HelperTask, { kind: K }>) => {
      worker.current?.terminate()
      const made = new Worker(new URL('../../workers/helper.worker.ts', import.meta.url), { type: 'module' })
      worker.current = made
      setState({ progress: 0, answer: null, fault: null })
      const stop = (fault: string) => setState({ progress: null, answer: null, fault })
      made.addEventListener('error', ({ message }) => stop(message || 'the helper did not start'))
      made.addEventListener('message', ({ data }: MessageEvent<HelperAnswer>) => {
        if (data.kind === 'progress') return setState((before) => ({ ...before, progress: data.share }))
        made.terminate()
        if (data.kind === 'fault') return stop(data.message)
        if (data.kind === kind)
          setState({ progress: null, answer: data as Extract<HelperAnswer, { kind: K }>, fault: null })
      })
      made.postMessage(task)
    },
  }
}
