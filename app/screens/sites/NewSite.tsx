import { useState } from 'react'
import { Form } from 'react-router'
import { Select } from '../../components/Select'
import type { DemoFacts } from '../../server/sites/demo.server'

const MOST_MB = 19

const DEMOS = [
  { version: 'mended', label: 'Mended' },
  { version: 'bakery', label: 'Bakery' },
  { version: 'campSite', label: 'Camp site' },
  { version: 'fleet', label: 'Harbour' },
]

/** Three ways to a new site: a name, a file, or the demo. */
interface Props {
  busy: boolean
  demo: DemoFacts
  /** Jobs that a site can begin with. */
  jobs: readonly { value: string; label: string }[]
}

export function NewSite({ busy, demo, jobs }: Props) {
  const [job, setJob] = useState<string | null>(null)
  return (
    <div className="mt-6 grid gap-3 md:grid-cols-3">
      <Form method="post" className="sheet flex flex-col gap-2 p-4">
        <h2>Begin a site</h2>
        <input type="hidden" name="intent" value="create" />
        <label className="flex flex-col gap-0.5">
          <span className="text-[0.9rem] font-medium">Name</span>
          <input className="field" name="name" maxLength={80} required autoComplete="off" />
        </label>
        <div className="flex flex-col gap-0.5">
          <label htmlFor="begin-with" className="text-[0.9rem] font-medium">
            What is to be done?
          </label>
          <Select
            id="begin-with"
            value={job}
            onChange={setJob}
            choices={jobs}
            none="nothing yet: an empty site"
          />
        </div>
        <input type="hidden" name="job" value={job ?? ''} />
        <button className="button button-main mt-auto" disabled={busy}>
          Begin
        </button>
      </Form>
      <ImportForm busy={busy} />
      <Form method="post" className="sheet flex flex-col gap-2 p-4">
        <h2>Demo sites</h2>
        <p>
          {demo.name}: {demo.networks} networks, {demo.devices} devices, and {demo.mistakes} planted mistakes.
          A bakery on two floors and a camp site, made by jobs. A harbour whose access points are run in every
          way.
        </p>
        <input type="hidden" name="intent" value="demo" />
        <div className="mt-auto grid grid-cols-2 gap-2">
          <button className="button col-span-2 justify-center" name="version" value="planted" disabled={busy}>
            Load the demo
          </button>
          {DEMOS.map(({ version, label }) => (
            <button
              key={version}
              className="button justify-center"
              name="version"
              value={version}
              disabled={busy}
            >
              {label}
            </button>
          ))}
        </div>
      </Form>
    </div>
  )
}

/** Too large a file is refused here already, before it travels. */
function ImportForm({ busy }: { busy: boolean }) {
  const [tooLarge, setTooLarge] = useState<string | null>(null)
  const [isBundle, setIsBundle] = useState(false)
  return (
    <Form method="post" encType="multipart/form-data" className="sheet flex flex-col gap-2 p-4">
      <h2>Open a site</h2>
      <input type="hidden" name="intent" value="import" />
      <label className="flex flex-col gap-0.5">
        <span className="text-[0.9rem] font-medium">Site file (.json) or bundle (.zip)</span>
        <input
          className="field text-[0.86rem]"
          type="file"
          name="file"
          accept="application/json,.json,application/zip,.zip"
          required
          onChange={(event) => {
            const file = event.target.files?.[0]
            setIsBundle(file?.name.toLowerCase().endsWith('.zip') ?? false)
            setTooLarge(
              file && file.size > MOST_MB * 1048576
                ? `${file.name} has ${Math.round(file.size / 1048576)} MB; at most ${MOST_MB} MB are taken.`
                : null,
            )
          }}
        />
      </label>
      {isBundle && (
        <label className="flex flex-col gap-0.5">
          <span className="text-[0.9rem] font-medium">Passphrase of its keys</span>
          <input className="field" type="password" name="passphrase" autoComplete="off" />
          <span className="caption">Empty: its keys stay sealed.</span>
        </label>
      )}
      {tooLarge && (
        <p role="alert" className="font-medium text-caution">
          {tooLarge}
        </p>
      )}
      <button className="button mt-auto" disabled={busy || tooLarge !== null}>
        Open
      </button>
    </Form>
  )
}
