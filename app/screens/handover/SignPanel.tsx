import { useEffect, useRef, useState } from 'react'
import { useRevalidator } from 'react-router'
import SignaturePad from 'signature_pad'
import type { Problem } from '~/core/lib/outcome'
import { FormProblems } from '../../components/Field'
import { TextInput } from '../../components/inputs'
import { Problems } from '../../components/Problems'
import { useSite } from '../../hooks/useSite'
import { useWho } from '../../hooks/useWho'

type Strokes = [number, number][][]
interface Signer {
  role: string
  name: string
  strokes: Strokes
}

/** Fixes the record of now under two names, typed and, if wished, drawn. */
export function SignPanel({ roles }: { roles: readonly string[] }) {
  const { id, revision } = useSite()
  const [who] = useWho()
  const [signers, setSigners] = useState<Signer[]>(roles.map((role) => ({ role, name: '', strokes: [] })))
  const [problems, setProblems] = useState<Problem[]>([])
  const [busy, setBusy] = useState(false)
  const { revalidate } = useRevalidator()
  const set = (role: string, part: Partial<Signer>) =>
    setSigners((now) => now.map((one) => (one.role === role ? { ...one, ...part } : one)))
  const given = signers.filter(({ name }) => name.trim() !== '')
  const send = async () => {
    setBusy(true)
    setProblems([])
    try {
      const answer = await fetch(`/sites/${id}/record/sign`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ revision, who: who ?? '', signatures: given }),
      })
      const said = (await answer.json()) as { ok: boolean; problems?: Problem[] }
      if (!said.ok) return setProblems(said.problems ?? [])
      setSigners(roles.map((role) => ({ role, name: '', strokes: [] })))
      await revalidate()
    } catch {
      setProblems([{ path: [], code: 'offline', message: 'The server does not answer. Nothing was signed.' }])
    } finally {
      setBusy(false)
    }
  }
  return (
    <section
      className="sheet no-print mx-auto mt-5 max-w-5xl px-8 py-4 max-md:px-3"
      aria-label="Sign the record"
    >
      <h2>Sign the record</h2>
      <p className="caption mb-2">
        It is fixed as it stands now, at revision {revision}, with its SHA-256. What changes later is a record
        of its own. It ends the work.
      </p>
      <FormProblems value={problems}>
        <form
          className="space-y-3"
          onSubmit={(event) => {
            event.preventDefault()
            void send()
          }}
        >
          <div className="grid gap-6 md:grid-cols-2">
            {signers.map(({ role, name, strokes }, i) => (
              <div key={role} className="space-y-2">
                <TextInput
                  label={role}
                  path={`signatures.${i}.name`}
                  value={name}
                  onChange={(next) => set(role, { name: next })}
                  placeholder="name"
                />
                <DrawnSignature
                  label={`Signature, ${role}`}
                  strokes={strokes}
                  onDrawn={(next) => set(role, { strokes: next })}
                />
              </div>
            ))}
          </div>
          <Problems problems={problems} title="Not signed. What you typed is still here." />
          <button className="button button-main min-h-11" disabled={busy || given.length === 0}>
            {busy ? 'Writing the record' : 'Sign'}
          </button>
        </form>
      </FormProblems>
    </section>
  )
}

interface DrawnProps {
  label: string
  strokes: Strokes
  onDrawn: (strokes: Strokes) => void
}

/** A box to sign in with a finger, a pen or the mouse. A typed name is enough: nobody has to draw. */
function DrawnSignature({ label, strokes, onDrawn }: DrawnProps) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const pad = useRef<SignaturePad | null>(null)
  const drawn = useRef(onDrawn)
  useEffect(() => {
    drawn.current = onDrawn
  })
  useEffect(() => {
    const board = canvas.current
    if (!board) return
    const { width, height } = board.getBoundingClientRect()
    board.width = width
    board.height = height
    const made = new SignaturePad(board, { penColor: getComputedStyle(board).color })
    made.addEventListener('endStroke', () =>
      drawn.current(
        made
          .toData()
          .map(({ points }) =>
            points.map(({ x, y }): [number, number] => [
              Math.round((x / width) * 1e4) / 1e4,
              Math.round((y / width) * 1e4) / 1e4,
            ]),
          ),
      ),
    )
    pad.current = made
    return () => made.off()
  }, [])
  useEffect(() => {
    if (strokes.length === 0) pad.current?.clear()
  }, [strokes])
  return (
    <div>
      <canvas
        ref={canvas}
        aria-label={label}
        role="img"
        className="aspect-[5/2] w-full touch-none border border-dashed border-ink bg-sheet text-ink"
      />
      <button
        type="button"
        className="button button-quiet"
        onClick={() => onDrawn([])}
        disabled={strokes.length === 0}
      >
        Clear
      </button>
    </div>
  )
}
