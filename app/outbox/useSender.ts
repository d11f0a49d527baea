import { useEffect, useEffectEvent } from 'react'
import { useRevalidator } from 'react-router'
import { knownWho } from '../hooks/useWho'
import { askedSince, bring } from '../wire/heldFrame'
import { outboxKeeper } from './keeper'
import { isLast, mineSince, nextParcel } from './outbox'
import type { Answer, Parcel } from './outbox'
import { useOutbox } from './useOutbox'

/** After so long what the server did not answer is tried again; sooner when the browser finds its network. */
const AGAIN_MS = 3000

/** Sends what waits, one after the other, and has the plan read again after each. Stands once, at the root. */
export function useSender(): void {
  const outbox = useOutbox()
  const { revalidate } = useRevalidator()
  const nextId = nextParcel(outbox)?.id ?? null
  const { isUnreachable } = outbox
  const post = useEffectEvent(async () => {
    const parcel = nextParcel(outboxKeeper.now())
    if (!parcel) return
    outboxKeeper.tell({ kind: 'send', id: parcel.id })
    const answer = await sent(parcel)
    if (!answer) return outboxKeeper.tell({ kind: 'unreachable', id: parcel.id })
    outboxKeeper.tell({ kind: 'answer', id: parcel.id, answer })
    // Who was refused sees the plan as it is by now, unless a draft of theirs would go with the one they saw.
    if (answer.ok || !parcel.holdsDraft) await revalidate()
  })
  useEffect(() => {
    if (nextId === null) return
    if (!isUnreachable) return void post()
    const again = () => void post()
    const timer = setTimeout(again, AGAIN_MS)
    window.addEventListener('online', again, { once: true })
    return () => {
      clearTimeout(timer)
      window.removeEventListener('online', again)
    }
  }, [nextId, isUnreachable])
  const isStuck = isUnreachable && nextId !== null
  useEffect(() => {
    if (!isStuck) return
    const ask = (event: BeforeUnloadEvent) => event.preventDefault()
    window.addEventListener('beforeunload', ask)
    return () => window.removeEventListener('beforeunload', ask)
  }, [isStuck])
}

/** Null: nobody answered. The last that waits asks for what has changed on the page, too. */
async function sent(parcel: Parcel): Promise<Answer | null> {
  const { id, siteId, door, revision, body } = parcel
  const box = outboxKeeper.now()
  const mine = mineSince(box, parcel)
  const query = isLast(box, parcel) ? askedSince(siteId, new URLSearchParams(window.location.search)) : null
  try {
    const response = await fetch(`/sites/${siteId}/${door}${query ? `?${query}` : ''}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ who: knownWho(), ...body, revision, mine, request: id }),
    })
    const answer = await answerOf(response)
    if (!query || !answer.ok || !answer.since) return answer
    const { since, ...rest } = answer
    bring(siteId, query, since)
    return rest
  } catch {
    return null
  }
}

/** Whatever is no answer of the program's own is said in words. */
async function answerOf(response: Response): Promise<Answer> {
  const said: unknown = await response.json().catch(() => null)
  if (typeof said === 'object' && said !== null && 'ok' in said) return said as Answer
  const message =
    response.status === 404
      ? 'That site is not here any more. It may have been deleted in another window.'
      : `The server answered with a fault (${response.status}). Nothing was changed.`
  return { ok: false, problems: [{ path: [], code: 'answer', message }] }
}
