import { useEffect, useState } from 'react'

/** The wall clock, told anew every so often while something depends on it. */
export function useTick(everyMs: number, isOn = true): number {
  const [nowMs, setNowMs] = useState(() => Date.now())
  useEffect(() => {
    if (!isOn) return
    const timer = setInterval(() => setNowMs(Date.now()), everyMs)
    return () => clearInterval(timer)
  }, [everyMs, isOn])
  return nowMs
}
