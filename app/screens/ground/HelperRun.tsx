import { Progress } from '../../components/Progress'
import type { ReactNode } from 'react'

interface Props {
  progress: number | null
  fault: string | null
  onGiveUp: () => void
  children?: ReactNode
}

/** A helper at work: how far it is, a way to stop it, and what went wrong. */
export function HelperRun({ progress, fault, onGiveUp, children }: Props) {
  return (
    <div aria-live="polite">
      {progress !== null && (
        <p className="mt-3 flex items-center gap-3">
          <Progress label="Weighing the choices" share={progress > 0 ? progress : null} />
          Weighing the choices…
          <button className="button" onClick={onGiveUp}>
            Give up
          </button>
        </p>
      )}
      {fault && (
        <p role="alert" className="mt-3 border-l-4 border-caution bg-caution-wash px-3 py-1.5">
          It could not be worked out: {fault}. Nothing was changed.
        </p>
      )}
      {children}
    </div>
  )
}
