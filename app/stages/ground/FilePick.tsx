import { useId } from 'react'

interface Props {
  label: string
  accept: string
  onText: (text: string, name: string) => void
}

/** A text file from the disk. */
export function FilePick({ label, accept, onText }: Props) {
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
          if (file) void file.text().then((text) => onText(text, file.name))
        }}
      />
    </div>
  )
}
