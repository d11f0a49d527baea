import type { Id, Ip, Requirement, Site } from '../../../plan'

/** A way that was tried: between networks, from a place where that is known. */
export interface Tried {
  fromNetworkId: Id
  to: Requirement['to']
  attachmentId?: string | undefined
  ip?: Ip | undefined
}

export interface SeenVerdict {
  /** What was seen, in words. */
  says: string
  /** Whether it is as the plan and its requirements have it; null: they say nothing of it. */
  ok: boolean | null
}

/** All that is known of one kind of observation; its shape from outside stands in schema/observations. */
export interface TestKind<S> {
  /** Held against the plan as it is now. */
  verdict: (site: Site, seen: S, who: string) => SeenVerdict
  /** The field that names what the plan has not, and what it should be; null: all that it names is there. */
  lacks: (site: Site, seen: S) => { field: string; noun: string } | null
  /** What it counts for: a device seen running, a requirement tried, the work signed. */
  counts: {
    running?: (seen: S) => Id
    requirement?: (seen: S, requirement: Pick<Requirement, 'fromNetworkId' | 'to'>) => boolean
    signature?: true
    /** The host that was asked; undefined: it is not said. */
    host?: (seen: S) => Ip | undefined
    /** A host that answered somebody. */
    alive?: (seen: S) => Ip | undefined
    /** What of the plan it rests on. */
    tried?: (seen: S) => Tried
  }
}
