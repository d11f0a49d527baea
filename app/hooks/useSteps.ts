import { useOfOutbox } from '../outbox/useOutbox'
import { usePost } from '../outbox/usePost'

/** Undo and redo on the revision that is on screen. The key and the button show the same: the last of them, wherever it came from. */
export function useSteps() {
  const { post } = usePost('step')
  const last = useOfOutbox(({ answers }) => answers.findLast(({ door }) => door === 'step')?.answer)
  const busy = useOfOutbox(({ parcels }) =>
    parcels.some(({ door, state }) => door === 'step' && state !== 'refused'),
  )
  return {
    busy,
    step: (way: 'undo' | 'redo') => post({ label: way === 'undo' ? 'Undo' : 'Redo', body: { way } }),
    problems: last && !last.ok ? last.problems : [],
  }
}
