import { imageSize } from 'image-size'
import { nanoid } from 'nanoid'
import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import { siteOr404 } from '../derived/siteState.server'
import { store } from '../sites/store.server'

/** Browsers draw no larger pictures everywhere; the page makes larger ones smaller before it sends them. */
const MOST_PX = 8192
const MOST_BYTES = 15 * 1024 * 1024
const MIME: Record<string, 'image/png' | 'image/jpeg'> = { png: 'image/png', jpg: 'image/jpeg' }

export interface TakenPicture {
  pictureId: string
  widthPx: number
  heightPx: number
}

/** Keeps an uploaded picture, or says what is wrong with it. What it is is read from its bytes, not from its name. */
export async function takePicture(siteId: string, form: FormData): Promise<Outcome<TakenPicture>> {
  siteOr404(siteId)
  const file = form.get('picture')
  const refuse = (code: string, message: string) => bad({ path: ['picture'], code, message })
  if (!(file instanceof File) || file.size === 0)
    return refuse('picture.missing', 'Choose a PNG or JPEG picture first.')
  if (file.size > MOST_BYTES)
    return refuse(
      'picture.heavy',
      `“${file.name}” has ${(file.size / 1048576).toFixed(1)} MB; at most ${MOST_BYTES / 1048576} MB are taken. Nothing was changed.`,
    )
  const bytes = Buffer.from(await file.arrayBuffer())
  const read = measured(bytes)
  const mime = read && MIME[read.type]
  if (!read || !mime)
    return refuse('picture.kind', `“${file.name}” is no PNG or JPEG picture that can be read.`)
  if (read.widthPx > MOST_PX || read.heightPx > MOST_PX)
    return refuse(
      'picture.large',
      `“${file.name}” is ${read.widthPx} × ${read.heightPx} pixels; at most ${MOST_PX} each way are taken. Make it smaller and try again.`,
    )
  const pictureId = nanoid(12)
  store().pictures.add(siteId, pictureId, { mime, bytes })
  return good({ pictureId, widthPx: read.widthPx, heightPx: read.heightPx })
}

/** Kind and size, turned the way the camera held it. */
function measured(bytes: Buffer): { type: string; widthPx: number; heightPx: number } | null {
  try {
    const { type, width, height, orientation } = imageSize(bytes)
    const turned = (orientation ?? 1) > 4
    return { type: type ?? '', widthPx: turned ? height : width, heightPx: turned ? width : height }
  } catch {
    return null
  }
}
