import type { Site } from '../../plan'

/** A plan as somebody's hands carry it out who slip once, and what the slip was. */
export interface Slip {
  site: Site
  says: string
}

/** One mistake of the catalogue as something that hands do: every way in which it can be done at a site. */
export interface Fault {
  code: string
  slips: (site: Site) => Slip[]
}
