import type { Answer } from '../outbox/outbox'
import { useOutbox } from '../outbox/useOutbox'
import { usePost } from '../outbox/usePost'

/** Undo and redo on the revision that is on screen. The key and the button show the same: the last of them, wherever it came from. */
export function useSteps() {
  const { parcels, answers } = useOutbox()
  const { post } = usePost('step')
  const last: Answer | undefined = answers.findLast(({ door }) => door === 'step')?.answer
  return {
    step: (way: 'undo' | 'redo') => post({ label: way === 'undo' ? 'Undo' : 'Redo', body: { way } }),
    busy: parcels.some(({ door, state }) => door === 'step' && state !== 'refused'),
    problems: last && !last.ok ? last.problems : [],
  }
}
