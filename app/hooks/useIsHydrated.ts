import { useSyncExternalStore } from 'react'

const never = () => () => undefined

/** False on the server and in the first render, true once the page answers to clicks. */
export const useIsHydrated = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  )
