import type { Twin } from '../../network/layer3'
import type { Edit, Id, Site } from '../../plan'
import type { Code, Severity, Stage } from './catalogue'

/** Where on screen a finding belongs. */
export type Where =
  | { kind: 'network' | 'ssid' | 'profile' | 'device'; id: Id; label: string }
  | { kind: 'port'; id: Id; port: number; label: string }

/** Edits that take the mistake away, with what will happen said before it does. */
export interface Mend {
  label: string
  edits: Edit[]
}

/** What a rule saw: this one case of its mistake, in words with the plan's own names. */
export interface Sighting {
  says: string
  where: Where[]
  severity?: Severity
  mend?: Mend
}

export interface PlanView {
  site: Site
  /** With everything powered and every radio link up: settings are judged by it, so that no mistake hides another. */
  twin: Twin
  /** As it would stand if it were built: what is asked for is judged by it. */
  built: Twin
}

export interface Rule {
  code: Code
  check: (plan: PlanView) => Sighting[]
}

export interface Finding {
  /** Stable while the mistake stays where it is. */
  id: string
  code: Code
  severity: Severity
  stage: Stage
  mistake: string
  says: string
  why: string
  todo: string
  where: Where[]
  mend: Mend | null
}
