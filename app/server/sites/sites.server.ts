import { decodedText } from '~/core/formats'
import type { Problem } from '~/core/lib/outcome'
import { freshSite } from '~/core/plan'
import { isJobId } from '~/core/guide/jobs'
import { isZip } from '~/papers/bundle/zip'
import { readSiteFile } from '~/schema/siteFile'
import { demoSite, isDemoVersion } from './demo.server'
import { store } from './store.server'
import { restoreBundle } from '../record/bundle.server'
import { uploadedBytes } from '../files/upload.server'

export type SitesResult =
  | { kind: 'open'; siteId: string; page?: string }
  | { kind: 'removed'; removed: { id: string; name: string } }
  | { kind: 'done' }
  | { kind: 'problems'; problems: Problem[] }

/** A site file of 5000 records per list is well below it; a bundle with its pictures may come near. */
const MOST_UPLOAD_BYTES = 19 * 1024 * 1024
const MOST_NAME = 80

/** What can be done on the list of sites. */
export async function doWithSites(form: FormData): Promise<SitesResult> {
  const { sites } = store()
  const siteId = String(form.get('siteId') ?? '')
  switch (form.get('intent')) {
    case 'create':
      return create(String(form.get('name') ?? '').trim(), String(form.get('job') ?? ''))
    case 'import':
      return importFile(form)
    case 'demo': {
      const version = form.get('version')
      return {
        kind: 'open',
        siteId: sites.create(demoSite(isDemoVersion(version) ? version : 'planted')),
      }
    }
    case 'duplicate':
      return sites.duplicate(siteId) ? { kind: 'done' } : gone()
    case 'remove': {
      const name = sites.read(siteId)?.site.name
      return name !== undefined && sites.remove(siteId)
        ? { kind: 'removed', removed: { id: siteId, name } }
        : gone()
    }
    case 'restore':
      return sites.restore(siteId) ? { kind: 'done' } : gone()
    default:
      return problem([], 'intent', 'That cannot be done here.')
  }
}

/** An empty site, opened at its brief or at the job that it begins with. */
function create(name: string, job: string): SitesResult {
  if (name === '') return problem(['name'], 'name.empty', 'The site needs a name.')
  if (name.length > MOST_NAME)
    return problem(
      ['name'],
      'name.long',
      `The name has ${name.length} characters; at most ${MOST_NAME} are accepted.`,
    )
  const page = job === '' ? 'brief' : isJobId(job) ? `jobs/${job}` : 'jobs'
  return { kind: 'open', siteId: store().sites.create(freshSite(name)), page }
}

/** A site file, or a bundle with all that it brings along. */
async function importFile(form: FormData): Promise<SitesResult> {
  const source = await uploadedBytes(form, 'file', MOST_UPLOAD_BYTES)
  if (!source.ok) return { kind: 'problems', problems: source.problems }
  if (isZip(source.value)) {
    const restored = await restoreBundle(source.value, String(form.get('passphrase') ?? ''))
    return restored.ok
      ? { kind: 'open', siteId: restored.value.siteId, page: 'handover' }
      : { kind: 'problems', problems: restored.problems }
  }
  const site = readSiteFile(decodedText(source.value))
  if (!site.ok) return { kind: 'problems', problems: site.problems }
  return { kind: 'open', siteId: store().sites.create(site.value) }
}

const problem = (path: string[], code: string, message: string): SitesResult => ({
  kind: 'problems',
  problems: [{ path, code, message }],
})
const gone = (): SitesResult => problem([], 'gone', 'That site is not here any more.')
