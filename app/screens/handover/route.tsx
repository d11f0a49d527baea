import { FileText } from 'lucide-react'
import { Suspense, useState } from 'react'
import { Await, Link, useSearchParams } from 'react-router'
import { SIGNING_ROLES } from '~/core/record/signing'
import { Menu } from '../../components/Menu'
import { StageHead } from '../../components/StageHead'
import { filesOf } from '../../server/files/files.server'
import { copyIn, recordOf } from '../../server/record/papers.server'
import { unpacked } from '../../wire/packed'
import { packed } from '../../wire/packed.server'
import { signedOf } from '../../server/record/sign.server'
import { DeviceFiles } from './DeviceFiles'
import { KeysDialog } from './out/KeysDialog'
import { PdfDialog } from './out/PdfDialog'
import { SheetsDialog } from './out/SheetsDialog'
import { RecordView } from './record/RecordView'
import { SignedList } from './SignedList'
import { SignPanel } from './SignPanel'
import type { Route } from './+types/route'

export const loader = ({ params, request }: Route.LoaderArgs) => {
  const copy = copyIn(new URL(request.url).searchParams)
  return {
    copy,
    record: recordOf(params.siteId, copy).then(packed),
    signed: signedOf(params.siteId),
    files: filesOf(params.siteId),
  }
}

type Out = 'pdf' | 'sheets' | 'keys' | 'bundle'

export default function Handover({ loaderData }: Route.ComponentProps) {
  const { copy, record, signed, files } = loaderData
  const [out, setOut] = useState<Out | null>(null)
  const close = () => setOut(null)
  return (
    <>
      <div className="no-print">
        <StageHead
          title="Handover"
          says="The record that the customer keeps. Keys are not in it: they are sealed, or on the join cards."
        >
          <button className="button button-main" onClick={() => setOut('pdf')}>
            <FileText size={16} aria-hidden /> PDF
          </button>
          <button className="button" onClick={() => setOut('sheets')}>
            Labels and cards
          </button>
          <Menu
            label="Hand over"
            items={[
              {
                label: 'Everything in one file',
                says: 'To keep, and to go on with elsewhere.',
                onChoose: () => setOut('bundle'),
              },
              { label: 'Keys, sealed', says: 'For those who may have them.', onChoose: () => setOut('keys') },
              { label: 'Site file without keys', href: '../export', says: 'The plan alone.' },
              {
                label: 'Site file with keys',
                href: '../export?keys=included',
                says: 'Holds every key in clear. Keep it where you keep keys.',
              },
            ]}
          />
        </StageHead>
        <CopyChoice copy={copy} />
      </div>
      <Suspense fallback={<Writing />}>
        <Await resolve={record} errorElement={<NotWritten />}>
          {(made) => <RecordView record={unpacked(made)} />}
        </Await>
      </Suspense>
      <SignedList signed={signed} />
      <SignPanel roles={SIGNING_ROLES} />
      <DeviceFiles files={files} />
      <PdfDialog open={out === 'pdf'} onClose={close} />
      <SheetsDialog open={out === 'sheets'} onClose={close} />
      {out === 'keys' && <KeysDialog what="keys" open onClose={close} />}
      {out === 'bundle' && <KeysDialog what="bundle" open onClose={close} />}
    </>
  )
}

function CopyChoice({ copy }: { copy: 'installer' | 'customer' }) {
  const [search] = useSearchParams()
  const to = (value: string) => {
    const next = new URLSearchParams(search)
    next.set('copy', value)
    return `?${next}`
  }
  return (
    <p className="mx-auto mb-3 flex max-w-5xl gap-4">
      <span className="text-soft">Copy for</span>
      {(['installer', 'customer'] as const).map((value) => (
        <Link
          key={value}
          to={to(value)}
          preventScrollReset
          aria-current={value === copy ? 'true' : undefined}
          className={value === copy ? 'font-semibold' : 'underline underline-offset-4'}
        >
          the {value}
        </Link>
      ))}
    </p>
  )
}

const Writing = () => (
  <p role="status" className="sheet mx-auto max-w-5xl px-8 py-10 text-soft">
    The record is being written, with its chart. A large site takes some seconds.
  </p>
)

const NotWritten = () => (
  <p role="alert" className="sheet mx-auto max-w-5xl px-8 py-10 font-medium text-caution">
    The record was not written: the program that does it stopped. Open this page again.
  </p>
)
