import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { accessPoints } from '~/core/plan'
import type { Band } from '~/core/plan'
import type { Problem } from '~/core/lib/outcome'
import { FormProblems } from '../../components/Field'
import { Problems } from '../../components/Problems'
import { Progress } from '../../components/Progress'
import { NumberInput, SelectInput, TextInput } from '../../components/inputs'
import type { LaptopAnswer } from '../../hooks/askLaptop'
import { askLaptop } from '../../hooks/askLaptop'
import { useSite } from '../../hooks/useSite'
import { useWho } from '../../hooks/useWho'

const WIRE = 'wire'
const SECONDS = 10

/** iperf3 run by this laptop, both ways, against a server on the wired side of the site. */
export function MeasureForm() {
  const { id, site } = useSite()
  const { revalidate } = useRevalidator()
  const [who] = useWho()
  const [at, setAt] = useState<string | null>(null)
  const [place, setPlace] = useState('')
  const [ip, setIp] = useState('')
  const [port, setPort] = useState<number | null>(5201)
  const [linkMbps, setLink] = useState<number | null>(null)
  const [udpMbps, setUdp] = useState<number | null>(null)
  const [problems, setProblems] = useState<Problem[]>([])
  const [done, setDone] = useState<number | null>(null)
  const radios = accessPoints(site).flatMap(({ id: deviceId, name, radios: all }) =>
    all.map(({ band }) => ({ value: `${deviceId} ${band}`, label: `${name}, ${band} GHz` })),
  )
  const measure = async () => {
    const [deviceId = null, band = null] = at === null || at === WIRE ? [] : at.split(' ')
    const wish = {
      kind: 'throughput',
      who: who ?? '',
      interfaceName: null,
      deviceId,
      band: band as Band | null,
      place,
      ip: ip.trim(),
      port: port ?? 5201,
      seconds: SECONDS,
      udpMbps,
      linkMbps,
    }
    setProblems([])
    let joins: string | null = null
    for (const [i, direction] of (['up', 'down'] as const).entries()) {
      setDone(i)
      const answer: LaptopAnswer<{ testId: string }> = await askLaptop<{ testId: string }>(id, {
        ...wish,
        direction,
        joins,
      })
      if (!answer.ok) {
        setProblems(answer.problems)
        break
      }
      joins = answer.testId
    }
    setDone(null)
    void revalidate()
  }
  return (
    <FormProblems value={problems}>
      <form
        className="sheet space-y-3 p-4"
        aria-label="Measure from this laptop"
        onSubmit={(event) => {
          event.preventDefault()
          void measure()
        }}
      >
        <p className="caption max-w-4xl">
          On a machine on the wired side of the site, run{' '}
          <code className="figures not-italic">iperf3 -s -p {port ?? 5201}</code>. This laptop then measures
          up and down, {SECONDS} s each. Measure once over the wire first: that is the baseline.
        </p>
        <div className="grid gap-3 sm:grid-cols-2 @4xl:grid-cols-4">
          <SelectInput
            label="The laptop is joined to"
            path="deviceId"
            value={at}
            none="choose"
            choices={[{ value: WIRE, label: 'the wire: a switch port' }, ...radios]}
            onChange={setAt}
          />
          <TextInput
            label="Where you stand"
            path="place"
            value={place}
            onChange={setPlace}
            placeholder="at the counter, 6 m"
          />
          <TextInput
            mono
            label="Server’s address"
            path="ip"
            value={ip}
            onChange={setIp}
            placeholder="172.27.24.20"
          />
          <NumberInput label="Its port" path="port" value={port} min={1} max={65535} onChange={setPort} />
          <NumberInput
            label="Rate of the link, Mbit/s"
            path="linkMbps"
            value={linkMbps}
            min={1}
            onChange={setLink}
            hint="empty: as the laptop reads it"
          />
          <NumberInput
            label="As UDP, Mbit/s offered"
            path="udpMbps"
            value={udpMbps}
            min={1}
            onChange={setUdp}
            hint="empty: TCP, as much as goes"
          />
        </div>
        <Problems problems={problems} title="Not measured." />
        <div className="flex items-center gap-3">
          <button className="button button-main" disabled={done !== null || at === null || ip.trim() === ''}>
            Measure both ways
          </button>
          {done !== null && (
            <>
              <Progress label={done === 0 ? 'Measuring up' : 'Measuring down'} share={done / 2} />
              <span role="status">{done === 0 ? 'Up: the laptop sends.' : 'Down: the server sends.'}</span>
            </>
          )}
        </div>
      </form>
    </FormProblems>
  )
}
