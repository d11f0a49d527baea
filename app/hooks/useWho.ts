import { useState } from 'react'

const KEY = 'yard-beacon-who'

/** Who is at work, remembered on this machine from one time to the next. */
export function useWho(): [string, (who: string) => void] {
  const [who, setWho] = useState<string | null>(null)
  const kept = who ?? (typeof localStorage === 'undefined' ? '' : (localStorage.getItem(KEY) ?? ''))
  return [
    kept,
    (next) => {
      setWho(next)
      localStorage.setItem(KEY, next)
    },
  ]
}
