import { Menu } from '../../components/Menu'
import { Printer } from 'lucide-react'
import { StageHead } from '../../components/StageHead'
import { filesOf } from '../../server/files/files.server'
import { observationsOf } from '../../server/proof/observations.server'
import { proofsOf } from '../../server/proof/proof.server'
import { store } from '../../server/sites/store.server'
import { Addresses } from './Addresses'
import { Cautions } from './Cautions'
import { DeviceFiles } from './DeviceFiles'
import { LogList } from './LogList'
import { OpenFindings } from './OpenFindings'
import { PortMap } from './PortMap'
import { Signatures } from './Signatures'
import { SignedForm } from './SignedForm'
import { SsidTable } from './SsidTable'
import { TestResults } from './TestResults'
import { TitleBlock } from './TitleBlock'
import type { Route } from './+types/route'

export const loader = ({ params }: Route.LoaderArgs) => ({
  proofs: proofsOf(params.siteId),
  observed: observationsOf(params.siteId),
  files: filesOf(params.siteId),
  log: store().log.ofSite(params.siteId),
  writtenAt: new Date().toISOString(),
})

export default function Handover({ loaderData }: Route.ComponentProps) {
  const { proofs, observed, files, log, writtenAt } = loaderData
  return (
    <>
      <div className="no-print">
        <StageHead
          title="Handover"
          says="The record of the site as built, to print or save as a PDF. Keys are not in it."
        >
          <button className="button button-main" onClick={() => window.print()}>
            <Printer size={16} aria-hidden /> Print
          </button>
          <Menu
            label="Save the site file"
            items={[
              { label: 'Without keys', href: '../export', says: 'To pass on.' },
              {
                label: 'With keys',
                href: '../export?keys=included',
                says: 'Holds every key in clear. Keep it where you keep keys.',
              },
            ]}
          />
        </StageHead>
      </div>
      <article className="sheet mx-auto max-w-5xl space-y-6 px-8 py-6 print:max-w-none print:border-0 print:p-0">
        <TitleBlock writtenAt={writtenAt} />
        <PortMap />
        <Addresses />
        <SsidTable />
        <TestResults proofs={proofs} observed={observed} />
        <OpenFindings />
        <LogList lines={log} />
        <Cautions />
        <Signatures />
      </article>
      <SignedForm />
      <DeviceFiles files={files} />
    </>
  )
}
