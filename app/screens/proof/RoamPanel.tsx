import { useEffect, useRef, useState } from 'react'
import { useRevalidator } from 'react-router'
import type { Problem } from '~/core/lib/outcome'
import { Problems } from '../../components/Problems'
import { SelectInput } from '../../components/inputs'
import { askLaptop } from '../../hooks/askLaptop'
import { useSite } from '../../hooks/useSite'
import { knownWho } from '../../hooks/useWho'
import type { JoinedNow } from '../../server/proof/roamed.server'

const EVERY_MS = 1000

/** The laptop carried from access point to access point: who serves it, second by second, and what came of it. */
export function RoamPanel() {
  const { id, site } = useSite()
  const { revalidate } = useRevalidator()
  const [ssidId, setSsid] = useState<string | null>(site.ssids[0]?.id ?? null)
  const [walking, setWalking] = useState(false)
  const [now, setNow] = useState<JoinedNow | null>(null)
  const [says, setSays] = useState<string[]>([])
  const [problems, setProblems] = useState<Problem[]>([])
  const isFirst = useRef(true)
  useEffect(() => {
    if (!walking) return
    let isOver = false
    let timer: ReturnType<typeof setTimeout> | null = null
    const sample = async () => {
      const answer = await askLaptop<JoinedNow>(id, {
        kind: 'joined',
        interfaceName: null,
        isFirst: isFirst.current,
        who: knownWho(),
      })
      if (isOver) return
      isFirst.current = false
      setProblems(answer.ok ? [] : answer.problems)
      if (!answer.ok) return setWalking(false)
      setNow(answer)
      timer = setTimeout(() => void sample(), EVERY_MS)
    }
    void sample()
    return () => {
      isOver = true
      if (timer) clearTimeout(timer)
    }
  }, [walking, id])
  const stop = async () => {
    setWalking(false)
    const answer = await askLaptop<{ says: string[] }>(id, { kind: 'roamed', ssidId, who: knownWho() })
    setProblems(answer.ok ? [] : answer.problems)
    setSays(answer.ok ? answer.says : [])
    setNow(null)
    void revalidate()
  }
  if (site.ssids.length === 0) return null
  return (
    <section className="sheet space-y-2 px-4 py-3" aria-label="Carry the laptop about">
      <div className="flex flex-wrap items-end gap-3">
        <div className="w-60">
          <SelectInput
            label="Joined to"
            path="ssidId"
            value={ssidId}
            choices={site.ssids.map(({ id: value, name }) => ({ value, label: name }))}
            onChange={setSsid}
          />
        </div>
        {walking ? (
          <button className="button button-main min-h-11" onClick={() => void stop()}>
            Stop, and record it
          </button>
        ) : (
          <button
            className="button min-h-11"
            disabled={ssidId === null}
            onClick={() => {
              isFirst.current = true
              setSays([])
              setWalking(true)
            }}
          >
            Carry it about
          </button>
        )}
        <p role="status" className="pb-2">
          {walking &&
            (now
              ? `${now.atS.toFixed(0)} s: ${now.serving ?? 'nobody serves it'}${now.dbm === null ? '' : `, ${now.dbm} dBm`}`
              : 'Looking who serves it…')}
        </p>
      </div>
      <Problems problems={problems} title="Not recorded." />
      {says.map((one) => (
        <p key={one} className={one.startsWith('PRF') ? 'text-caution' : ''}>
          {one}
        </p>
      ))}
    </section>
  )
}
