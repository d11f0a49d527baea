import { plural } from '../lib/plural'
import type { Site } from '../plan'
import type { Copy, RecordDoc, Section } from './doc'
import type { RecordFacts } from './facts'
import type { LevelCoverage } from './figure/coverage'
import { levelCoverage } from './figure/coverage'
import { groundFigure } from './figure/ground'
import { builtSection, findingSection, logSection, revisionSection } from './sections/history'
import { addressSection, gearSection, portSection, ssidSection, topologySection } from './sections/network'
import { acceptanceSection, measuredSection, runbookSection } from './sections/proof'
import { coverageSection, radioSection } from './sections/radio'
import {
  cautionSection,
  contactSection,
  joinSection,
  lightSection,
  partsSection,
  placeSection,
  signatureSection,
} from './sections/people'
import { dayOf, when } from './when'

/** The forecasts that the chart of a record shows: the dear part, one level at a time. `onDone` is told how many are through. */
export function coverageFor(
  site: Site,
  onDone: (done: number, of: number) => void = () => undefined,
): LevelCoverage[] {
  return site.levels.flatMap((level, i) => {
    const made = levelCoverage(site, level)
    onDone(i + 1, site.levels.length)
    return made ? [made] : []
  })
}

/** The record of a site. Without `coverage` its charts show what was read, and no forecast. */
export function composeRecord(
  facts: RecordFacts,
  copy: Copy,
  coverage: readonly LevelCoverage[] | null = null,
): RecordDoc {
  const { site, revision, writtenAt, timeZone, built, sheet } = facts
  const [level] = [...site.levels].sort((a, b) => gearOn(site, b.id) - gearOn(site, a.id))
  const forecast = coverage?.find(({ levelId }) => levelId === level?.id)
  const chart = level ? groundFigure({ site, level, isolines: forecast?.isolines ?? [] }) : null
  const passed = sheet.filter(({ verdict }) => verdict === 'passed').length
  return {
    copy,
    siteName: site.name,
    place: site.place,
    revision,
    written: when(writtenAt, timeZone),
    facts: [
      ['Record of revision', String(revision)],
      ['Written', when(writtenAt, timeZone)],
      ['Copy for', copy === 'customer' ? 'the customer' : 'the installer'],
      ['Country setting', site.country ?? 'not set'],
      ['Built', built ? `marked on ${dayOf(built.at, timeZone)}` : 'not marked'],
      ['Promises kept', sheet.length === 0 ? 'none made' : `${passed} of ${sheet.length}`],
      ['Gear', plural(site.devices.length, 'device')],
      ['Clock', timeZone],
    ],
    chart,
    chartSays:
      chart && level
        ? `${level.name}.${forecast ? ` Depths: the plan’s forecast on ${forecast.band} GHz, no measurement.` : ''}`
        : '',
    sections: copy === 'customer' ? customerSections(facts) : installerSections(facts, coverage),
  }
}

const gearOn = (site: Site, levelId: string): number =>
  site.devices.filter(({ position }) => position?.levelId === levelId).length

const customerSections = (facts: RecordFacts): Section[] => [
  joinSection(facts.site),
  contactSection(facts.site),
  lightSection(facts.site),
  placeSection(facts.site),
  acceptanceSection(facts),
  cautionSection(facts.site),
  signatureSection(facts.signatures),
]

const installerSections = (facts: RecordFacts, coverage: readonly LevelCoverage[] | null): Section[] => [
  topologySection(facts.site),
  addressSection(facts.site),
  portSection(facts.site),
  ssidSection(facts.site),
  radioSection(facts.site),
  coverageSection(facts, coverage),
  acceptanceSection(facts),
  measuredSection(facts),
  builtSection(facts),
  runbookSection(facts),
  gearSection(facts.site),
  partsSection(facts),
  cautionSection(facts.site),
  findingSection(facts),
  revisionSection(facts),
  logSection(facts),
  signatureSection(facts.signatures),
]
