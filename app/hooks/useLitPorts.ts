import type { Hop } from '~/core/network/layer3'
import { useSite } from './useSite'

export type Lit = 'passes' | 'drops'

/** The sockets that the followed frame passes, and the one where it is dropped. */
export function useLitPorts(): (deviceId: string, port: number) => Lit | null {
  const { frame } = useSite()
  const hops = frame?.answer.stages.flatMap((stage) => stage.hops) ?? []
  return (deviceId, port) => {
    const key = `port:${port}`
    const touches = hops.filter(
      (hop) => hop.deviceId === deviceId && (hop.inKey === key || hop.outKey === key),
    )
    if (touches.length === 0) return null
    return touches.some((hop) => isDroppedAt(hop, key)) ? 'drops' : 'passes'
  }
}

/** Dropped on the way in when the hop has no way out, else on the way out. */
const isDroppedAt = (hop: Hop, key: string): boolean =>
  hop.decision === 'drops' && key === (hop.outKey ?? hop.inKey)
