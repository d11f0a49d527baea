import { useWho } from '../hooks/useWho'

/** Sends along who is at work, in a form that the browser itself sends. */
export function WhoInput() {
  const [who] = useWho()
  return <input type="hidden" name="who" value={who ?? ''} />
}
