import { readTypesCsv } from '~/core/formats'
import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import { cartonProblems } from '~/core/plan'
import type { DeviceType } from '~/core/plan'
import { readDeviceTypes } from '~/schema/deviceTypes'
import { readSiteFile } from '~/schema/siteFile'
import { siteOr404 } from '../derived/siteState.server'
import { uploadedText } from '../files/upload.server'
import { store } from '../sites/store.server'

const MOST_BYTES = 20 * 1024 * 1024

/** Keeps types of a site for every site, takes them in from a file, or lets one go. */
export async function doLibrary(siteId: string, form: FormData): Promise<Outcome<number>> {
  switch (form.get('intent')) {
    case 'keep': {
      const { site } = siteOr404(siteId)
      const type = site.deviceTypes.find(({ id }) => id === form.get('typeId'))
      return type
        ? kept([type])
        : bad({ path: ['typeId'], code: 'type.unknown', message: 'The site has no such device type.' })
    }
    case 'forget':
      store().ownTypes.remove(String(form.get('typeId')))
      return good(0)
    case 'import':
      return taken(form)
    default:
      return bad({ path: ['intent'], code: 'intent', message: 'Accepted: keep, forget, import.' })
  }
}

/** A CSV of types, or a site file whose types are taken. Whole, or not at all. */
async function taken(form: FormData): Promise<Outcome<number>> {
  const source = await uploadedText(form, 'file', MOST_BYTES)
  if (!source.ok) return source
  const isJson = source.value.trimStart().startsWith('{')
  const read: Outcome<DeviceType[]> = isJson ? ofSiteFile(source.value) : readTypesCsv(source.value)
  if (!read.ok) return read
  const checked = readDeviceTypes(read.value)
  return checked.ok ? kept(checked.value) : checked
}

function ofSiteFile(text: string): Outcome<DeviceType[]> {
  const site = readSiteFile(text)
  return site.ok ? good(site.value.deviceTypes) : site
}

function kept(types: DeviceType[]): Outcome<number> {
  const problems = cartonProblems({ deviceTypes: types })
  if (problems.length > 0) return { ok: false, problems }
  store().ownTypes.keep(types)
  return good(types.length)
}
