import { useId, useState } from 'react'
import type { Problem } from '~/core/lib/outcome'
import type { Level, Point } from '~/core/plan'
import { Problems } from '../../components/Problems'
import { newId } from '../../hooks/newId'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { useSite } from '../../hooks/useSite'

/** Larger pictures are made smaller here before they are sent. */
const MOST_PX = 4096
/** A floor plan is taken for this wide until it is scaled. */
const FIRST_WIDTH_M = 40

type Answer =
  | { ok: true; picture: { pictureId: string; widthPx: number; heightPx: number } }
  | { ok: false; problems: Problem[] }

const problem = (code: string, message: string): Problem[] => [{ path: ['picture'], code, message }]

/** A picture under the plan; its scale is set afterwards by two points and their distance. */
export function PictureImport({
  level,
  at,
  onDone,
}: {
  level: Level
  at: Point
  onDone: (underlayId: string) => void
}) {
  const { id: siteId } = useSite()
  const input = useId()
  const [underlayId] = useState(newId)
  const [said, setSaid] = useState('')
  const [unread, setUnread] = useState<Problem[]>([])
  const { edit, problems, busy } = usePlanEdit(() => onDone(underlayId))
  const take = async (file: File) => {
    setUnread([])
    const made = await smaller(file)
    if (!made) return setUnread(problem('picture.kind', `“${file.name}” is no picture that can be read.`))
    setSaid(made.says)
    const form = new FormData()
    form.set('picture', made.file)
    const response = await fetch(`/sites/${siteId}/pictures`, { method: 'POST', body: form })
    const answer = (await response.json()) as Answer
    if (!answer.ok) return setUnread(answer.problems)
    const { pictureId, widthPx, heightPx } = answer.picture
    edit('Lay a picture under the plan', [
      {
        op: 'put',
        collection: 'underlays',
        record: {
          id: underlayId,
          levelId: level.id,
          name: file.name.slice(0, 80),
          pictureId,
          widthPx,
          heightPx,
          at,
          metresPerPx: FIRST_WIDTH_M / widthPx,
          rotationDeg: 0,
          opacity: 0.5,
        },
      },
    ])
  }
  return (
    <section aria-label="Picture">
      <h3 className="font-semibold">A picture under the plan (PNG, JPEG)</h3>
      <p className="caption">
        A scan or photo of a floor plan. Afterwards scale it by two points you know the distance of.
      </p>
      <label htmlFor={input} className="text-[0.9rem] font-medium">
        Picture
      </label>
      <input
        id={input}
        type="file"
        accept="image/png,image/jpeg"
        className="field"
        disabled={busy}
        onChange={(event) => {
          const file = event.target.files?.[0]
          if (file)
            take(file).catch(() =>
              setUnread(
                problem('picture.sent', 'The picture could not be sent. Is the server still running?'),
              ),
            )
        }}
      />
      {said && <p className="caption">{said}</p>}
      <Problems problems={[...unread, ...problems]} title="Nothing was changed." />
    </section>
  )
}

/** The picture as it is, or drawn smaller where it is larger than a browser likes. */
async function smaller(file: File): Promise<{ file: File; says: string } | null> {
  let bitmap: ImageBitmap
  try {
    bitmap = await createImageBitmap(file)
  } catch {
    return null
  }
  const share = Math.min(1, MOST_PX / Math.max(bitmap.width, bitmap.height))
  if (share === 1) return { file, says: '' }
  const canvas = document.createElement('canvas')
  canvas.width = Math.round(bitmap.width * share)
  canvas.height = Math.round(bitmap.height * share)
  canvas.getContext('2d')?.drawImage(bitmap, 0, 0, canvas.width, canvas.height)
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/jpeg', 0.85))
  if (!blob) return null
  return {
    file: new File([blob], file.name, { type: 'image/jpeg' }),
    says: `${bitmap.width} × ${bitmap.height} pixels were made ${canvas.width} × ${canvas.height}.`,
  }
}
