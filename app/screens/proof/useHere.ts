import { useCallback, useEffect, useRef, useState } from 'react'
import { useRevalidator } from 'react-router'
import type { HereResult, HereTest, Helper, ServiceTest } from '~/core/judge/proof'
import type { Problem } from '~/core/lib/outcome'
import { askLaptop } from '../../hooks/askLaptop'
import { useSite } from '../../hooks/useSite'
import { knownWho } from '../../hooks/useWho'
import type { Looked, ServiceResult } from '../../server/proof/here.server'

/** The cable is looked at again so often. */
const LOOK_MS = 4000

export interface Asking {
  attachmentId: string
  interfaceName: string | null
  outside: string | null
  helpers: Helper[]
  /** A name to be looked up; null: none. */
  name: string | null
}

/** What this laptop is plugged into, looked at again and again, and the hosts that are asked from there, one after the other. */
export function useHere(attachmentId: string | null, interfaceName: string | null) {
  const { id } = useSite()
  const { revalidate } = useRevalidator()
  const [looked, setLooked] = useState<Looked | null>(null)
  const [moved, setMoved] = useState<string | null>(null)
  const [problems, setProblems] = useState<Problem[]>([])
  const [results, setResults] = useState<HereResult[]>([])
  const [services, setServices] = useState<ServiceResult[]>([])
  const [left, setLeft] = useState<number | null>(null)
  const stop = useRef(false)
  /** What was read last, and where the laptop was said to be then. */
  const last = useRef({ at: '', is: '' })

  const send = useCallback(<T>(body: object) => askLaptop<T>(id, { ...body, who: knownWho() }), [id])

  const isBusy = left !== null
  useEffect(() => {
    if (attachmentId === null || isBusy) return
    let isOver = false
    const at = `${attachmentId} ${interfaceName ?? ''}`
    const look = async () => {
      const answer = await send<Looked>({ kind: 'look', attachmentId, interfaceName })
      if (isOver) return
      setProblems(answer.ok ? [] : answer.problems)
      if (!answer.ok) return
      const now = signature(answer)
      // A cable that was moved while somebody was asked is noticed, too.
      if (last.current.at === at && last.current.is !== now) setMoved(movedWords(answer))
      else if (last.current.at !== at) setMoved(null)
      last.current = { at, is: now }
      setLooked(answer)
    }
    void look()
    const timer = setInterval(() => void look(), LOOK_MS)
    return () => {
      isOver = true
      clearInterval(timer)
    }
  }, [attachmentId, interfaceName, isBusy, send])

  const begin = async (asking: Asking, tests: readonly HereTest[], asked: readonly ServiceTest[]) => {
    stop.current = false
    setResults([])
    setServices([])
    setMoved(null)
    setLeft(tests.length + asked.length)
    const { name: lookedUp, ...hosts } = asking
    await send({ kind: 'keep', attachmentId: asking.attachmentId, interfaceName })
    for (const [i, { id: testId }] of tests.entries()) {
      if (stop.current) break
      const answer = await send<{ result: HereResult }>({ kind: 'ask', ...hosts, testId })
      if (!answer.ok) {
        setProblems(answer.problems)
        break
      }
      setResults((known) => [...known, answer.result])
      setLeft(tests.length + asked.length - i - 1)
    }
    for (const [i, { id: testId }] of asked.entries()) {
      if (stop.current) break
      const answer = await send<{ service: ServiceResult }>({
        kind: 'service',
        attachmentId: asking.attachmentId,
        interfaceName,
        testId,
        name: lookedUp,
      })
      if (answer.ok) setServices((known) => [...known, answer.service])
      else setProblems(answer.problems)
      setLeft(asked.length - i - 1)
    }
    setLeft(null)
    void revalidate()
  }

  return { looked, moved, problems, results, services, left, begin, cancel: () => (stop.current = true) }
}

const signature = ({ here: { isUp, ip, neighbour } }: Looked): string =>
  [isUp, ip, neighbour?.name, neighbour?.port].join(' ')

const movedWords = ({ here: { isUp, ip } }: Looked): string =>
  isUp
    ? `The cable has moved: the laptop has ${ip ?? 'no address'} now. Say where it is.`
    : 'The cable is out.'
