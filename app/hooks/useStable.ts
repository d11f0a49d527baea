import { useCallback, useEffect, useRef } from 'react'

/** The same function for as long as the component lives, doing what the latest one does: for what is drawn anew seldom. */
export function useStable<Args extends unknown[], Result>(
  latest: (...args: Args) => Result,
): (...args: Args) => Result {
  const held = useRef(latest)
  useEffect(() => {
    held.current = latest
  })
  return useCallback((...args: Args) => held.current(...args), [])
}
