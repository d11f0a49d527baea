import { useEffect, useState } from 'react'

/** The wall clock, told anew every so often while something depends on it; 0 until it was told first, as on the server. */
export function useTick(everyMs: number, isOn = true): number {
  const [nowMs, setNowMs] = useState(0)
  useEffect(() => {
    if (!isOn) return
    const timer = setInterval(() => setNowMs(Date.now()), everyMs)
    return () => clearInterval(timer)
  }, [everyMs, isOn])
  return nowMs
}
