import { useId } from 'react'
import { decodedText } from '~/core/formats/read/decodedText'

interface Props {
  label: string
  accept: string
  onBytes: (bytes: Uint8Array, name: string) => void
}

/** A file of text, which its reader decodes. */
export function TextPick({
  onText,
  ...rest
}: Omit<Props, 'onBytes'> & { onText: (text: string, name: string) => void }) {
  return <FilePick {...rest} onBytes={(bytes, name) => onText(decodedText(bytes), name)} />
}

/** A file from the disk. */
export function FilePick({ label, accept, onBytes }: Props) {
  const id = useId()
  return (
    <div>
      <label htmlFor={id} className="text-[0.9rem] font-medium">
        {label}
      </label>
      <input
        id={id}
        type="file"
        accept={accept}
        className="field"
        onChange={(event) => {
          const file = event.target.files?.[0]
          if (file) void file.arrayBuffer().then((buffer) => onBytes(new Uint8Array(buffer), file.name))
        }}
      />
    </div>
  )
}
