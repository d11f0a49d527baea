import { Printer } from 'lucide-react'
import { StageHead } from '../../components/StageHead'
import { filesOf } from '../../server/files.server'
import { observationsOf } from '../../server/observations.server'
import { proofsOf } from '../../server/proof.server'
import { store } from '../../server/store.server'
import { Addresses } from '../../stages/handover/Addresses'
import { Cautions } from '../../stages/handover/Cautions'
import { DeviceFiles } from '../../stages/handover/DeviceFiles'
import { LogList } from '../../stages/handover/LogList'
import { OpenFindings } from '../../stages/handover/OpenFindings'
import { PortMap } from '../../stages/handover/PortMap'
import { Signatures } from '../../stages/handover/Signatures'
import { SignedForm } from '../../stages/handover/SignedForm'
import { SsidTable } from '../../stages/handover/SsidTable'
import { TestResults } from '../../stages/handover/TestResults'
import { TitleBlock } from '../../stages/handover/TitleBlock'
import type { Route } from './+types/handover'

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
          <a className="button" href="../export">
            Save the site file
          </a>
          <a
            className="button"
            href="../export?keys=included"
            title="The file will hold every key in clear. Keep it where you keep keys."
          >
            With keys
          </a>
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
