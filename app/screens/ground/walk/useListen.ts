import { useState } from 'react'
import { useRevalidator } from 'react-router'
import type { Heard } from '~/core/formats'
import type { Problem } from '~/core/lib/outcome'
import type { HeardAt } from '~/schema/here'
import { useSite } from '../../../hooks/useSite'
import { askLaptop } from '../../../hooks/askLaptop'

/** A list of what is heard at a spot; `scanId`: by this laptop, null: from another program. */
export interface Listened {
  scanId: string | null
  from: string
  heard: Heard[]
}

/** The laptop's own radio: what it hears now, and filing some of it. */
export function useListen(onTaken: () => void) {
  const { id } = useSite()
  const { revalidate } = useRevalidator()
  const [problems, setProblems] = useState<Problem[]>([])
  const [busy, setBusy] = useState(false)
  const ask = async <T>(body: object): Promise<T | null> => {
    setBusy(true)
    const answer = await askLaptop<T>(id, body)
    setBusy(false)
    setProblems(answer.ok ? [] : answer.problems)
    return answer.ok ? answer : null
  }
  return {
    problems,
    busy,
    scan: async (): Promise<Listened | null> => {
      const found = await ask<{ scanId: string; heard: Heard[] }>({ kind: 'scan', interfaceName: null })
      return found && { ...found, from: 'this laptop' }
    },
    keep: async (spot: HeardAt & { who: string }) => {
      if (await ask({ kind: 'heard', ...spot })) {
        onTaken()
        void revalidate()
      }
    },
  }
}
