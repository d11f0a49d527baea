import { useState } from 'react'

interface Props {
  label: string
  value: number | null
  disabled: boolean
  onDone: (value: number | null) => void
}

/** A figure in a cell: taken when one goes on, put back where it is no number. */
export function SmallNumber({ label, value, disabled, onDone }: Props) {
  const [typed, setTyped] = useState<string | null>(null)
  const text = value === null || value === 0 ? '' : String(value)
  const done = () => {
    if (typed === null) return
    const number = typed.trim() === '' ? null : Number(typed.replace(',', '.'))
    setTyped(null)
    if (number !== null && !(number >= 0 && number <= 100_000)) return
    if (number !== value && !(number === null && text === '')) onDone(number)
  }
  return (
    <input
      aria-label={label}
      className="field figures w-16 !px-1.5 !py-0.5 text-right print:w-11 print:!border-0 print:!p-0"
      inputMode="decimal"
      disabled={disabled}
      value={typed ?? text}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={done}
      onKeyDown={(event) => {
        if (event.key === 'Enter') done()
        if (event.key === 'Escape') setTyped(null)
      }}
    />
  )
}
