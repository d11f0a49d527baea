import { WhoInput } from '../../components/WhoInput'
import { useState } from 'react'
import { Form, useActionData, useNavigation } from 'react-router'
import { expectedRange } from '~/core/judge/proof'
import type { Problem } from '~/core/lib/outcome'
import { accessPoints, feedText } from '~/core/plan'
import { Sourced } from '../../components/Sourced'
import { Traced } from '../../components/Traced'
import { useSite } from '../../hooks/useSite'
import { FormProblems } from '../../components/Field'
import { NumberInput, SelectInput, TextInput } from '../../components/inputs'
import { FileField } from './FileField'

type Answer = { ok: true } | { ok: false; problems: Problem[] }

/** Takes in a result of iperf3 -J, with what it went over. The expected range is shown before the file is chosen. */
export function ThroughputForm() {
  const { site } = useSite()
  const feed = feedText({ ...site.feed, words: '' })
  const answer = useActionData<Answer>()
  const busy = useNavigation().state !== 'idle'
  const [deviceId, setDevice] = useState<string | null>(accessPoints(site)[0]?.id ?? null)
  const [medium, setMedium] = useState<'radio' | 'wired'>('radio')
  const [link, setLink] = useState<number | null>(null)
  const [baseline, setBaseline] = useState<number | null>(null)
  const [place, setPlace] = useState('')
  const [way, setWay] = useState<string | null>(null)
  const range = link && link > 0 ? expectedRange({ medium, linkMbps: link, baselineMbps: baseline }) : null
  return (
    <FormProblems value={answer && !answer.ok ? answer.problems : []}>
      <Form method="post" encType="multipart/form-data" className="sheet space-y-3 p-4">
        <p className="caption max-w-4xl">
          Run the server on the wired side of this site, the client where you measure:{' '}
          <code className="figures not-italic">iperf3 -c SERVER -J</code> for up, and once more with{' '}
          <code className="figures not-italic">-R</code> for down. Not across the internet: the tariff plays
          no part{feed ? ` (the feed: ${feed})` : ''}.
        </p>
        <div className="grid gap-3 sm:grid-cols-4">
          <SelectInput
            label="At"
            path="deviceId"
            value={deviceId}
            none="a switch port"
            choices={accessPoints(site).map(({ id, name }) => ({ value: id, label: name }))}
            onChange={setDevice}
          />
          <TextInput
            label="Where you stood"
            path="place"
            value={place}
            onChange={setPlace}
            placeholder="at the counter, 6 m"
          />
          <SelectInput
            label="Over"
            path="medium"
            value={medium}
            choices={[
              { value: 'radio', label: 'radio' },
              { value: 'wired', label: 'wire' },
            ]}
            onChange={(value) => setMedium(value === 'wired' ? 'wired' : 'radio')}
          />
          <NumberInput
            label="Link rate, Mbit/s"
            path="linkMbps"
            value={link}
            min={1}
            onChange={setLink}
            hint={
              medium === 'radio' ? 'as the client shows it while it is busy' : 'negotiated speed of the port'
            }
          />
        </div>
        <div className="grid items-start gap-3 sm:grid-cols-[1fr_1fr_2fr_auto]">
          <NumberInput
            label="Wired baseline, Mbit/s"
            path="baselineMbps"
            value={baseline}
            min={1}
            onChange={setBaseline}
            hint="the same test over the wire, if you made it"
          />
          <WaySelect way={way} onChange={setWay} />
          <FileField label="Result file" />
          <button className="button button-main mt-5" name="intent" value="throughput" disabled={busy}>
            Take it in
          </button>
        </div>
        <WhoInput />
        <input type="hidden" name="deviceId" value={deviceId ?? ''} />
        <input type="hidden" name="place" value={place} />
        <input type="hidden" name="way" value={way ?? ''} />
        <input type="hidden" name="medium" value={medium} />
        <input type="hidden" name="linkMbps" value={link ?? ''} />
        <input type="hidden" name="baselineMbps" value={baseline ?? ''} />
        {range && (
          <p>
            This link should carry{' '}
            <Sourced {...range.bounds} className="figures">
              {Math.round(range.lowMbps)} to {Math.round(range.highMbps)} Mbit/s
            </Sourced>
            , most likely <Traced number={range.likely} />.
          </p>
        )}
      </Form>
    </FormProblems>
  )
}

/** Files of early versions do not say which way the data went. */
export function WaySelect({ way, onChange }: { way: string | null; onChange: (way: string | null) => void }) {
  return (
    <SelectInput
      label="Which way"
      path="way"
      value={way}
      none="as the file says"
      choices={[
        { value: 'up', label: 'up, from the client' },
        { value: 'down', label: 'down, -R' },
      ]}
      onChange={onChange}
      hint="needed for iperf3 before 3.1"
    />
  )
}
