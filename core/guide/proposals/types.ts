import type { Edit } from '../../plan'

/** What is proposed for one thing, and why. */
export interface Reason {
  /** The thing by name. */
  about: string
  says: string
}

/** A change of the plan that explains itself. Nothing is done until somebody takes it. */
export interface Proposal {
  label: string
  edits: Edit[]
  reasons: Reason[]
}
