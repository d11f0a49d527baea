import { decodedText } from '~/core/formats'
import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'

/** The text of an uploaded file, UTF-8 or UTF-16, or a sentence about what is missing or too large. */
export async function uploadedText(
  form: FormData,
  field: string,
  mostBytes: number,
): Promise<Outcome<string>> {
  const bytes = await uploadedBytes(form, field, mostBytes)
  return bytes.ok ? good(decodedText(bytes.value)) : bytes
}

/** The bytes of an uploaded file, or a sentence about what is missing or too large. */
export async function uploadedBytes(
  form: FormData,
  field: string,
  mostBytes: number,
): Promise<Outcome<Uint8Array>> {
  const file = form.get(field)
  if (!(file instanceof File) || (file.name === '' && file.size === 0))
    return bad({ path: [field], code: 'file.missing', message: 'Choose a file first.' })
  if (file.size > mostBytes)
    return bad({
      path: [field],
      code: 'file.large',
      message: `“${file.name}” has ${(file.size / 1048576).toFixed(1)} MB; at most ${mostBytes / 1048576} MB are taken. Nothing was changed.`,
    })
  return good(new Uint8Array(await file.arrayBuffer()))
}
