import { deviceOf } from '../../plan'
import type { BuiltWhat } from '../../guide/runbook'
import type { Cell, Section } from '../doc'
import type { RecordFacts } from '../facts'
import { when } from '../when'
import { known, soft, strong, table } from './cells'

const BUILT: Record<BuiltWhat, (revision: number) => string> = {
  revision: (revision) => `revision ${revision} of the plan`,
  cartons: () => 'everything in its cartons',
  staged: () => 'what a rehearsal on the bench had set up',
  file: () => 'what a site file said',
}

/** What stands there beside what is meant, setting by setting. */
export function builtSection({ built, revision, timeZone }: RecordFacts): Section {
  const title = 'As planned, as built'
  if (!built)
    return {
      id: 'built',
      title,
      blocks: [
        {
          kind: 'text',
          text: 'Nobody has marked what is built. This record says what is meant, and what was measured; whether each setting is made it does not say.',
          tone: 'caution',
        },
      ],
    }
  return {
    id: 'built',
    title,
    blocks: [
      {
        kind: 'text',
        text: `Built is ${BUILT[built.what](built.revision)}, marked by ${built.who || 'somebody'} on ${when(built.at, timeZone)}. The plan is at revision ${revision}.`,
      },
      table(
        [
          { title: 'Device', share: 2 },
          { title: 'Setting', share: 2.6 },
          { title: 'As planned', share: 3 },
          { title: 'As built', share: 3 },
        ],
        built.differences.map(({ device, setting, planned, built: there }): Cell[] => [
          strong(device),
          setting,
          planned,
          there,
        ]),
        'Nothing differs: it is built as it is planned.',
      ),
    ],
  }
}

/** How the plan came about, in words, the latest first. */
export const revisionSection = ({ revisions, timeZone }: RecordFacts): Section => ({
  id: 'revisions',
  title: 'Revisions',
  blocks: [
    table(
      [
        { title: 'Revision', share: 0.8, align: 'right' },
        { title: 'What changed', share: 5 },
        { title: 'Who', share: 1.2 },
        { title: 'When', share: 1.6 },
      ],
      revisions.map(({ revision, label, who, at }) => [
        String(revision),
        label,
        known(who),
        when(at, timeZone),
      ]),
      'The plan is as it was first made.',
    ),
  ],
})

/** What people wrote down, in the order in which they did. */
export const logSection = ({ site, log, timeZone }: RecordFacts): Section => ({
  id: 'log',
  title: 'Log',
  blocks: [
    table(
      [
        { title: 'When', share: 1.6 },
        { title: 'About', share: 1.6 },
        { title: 'What', share: 5 },
        { title: 'Who', share: 1.2 },
      ],
      [...log]
        .sort((a, b) => a.at.localeCompare(b.at))
        .map(({ at, stage, deviceId, text, who }) => [
          when(at, timeZone),
          soft(deviceOf(site, deviceId)?.name ?? stage),
          text,
          known(who),
        ]),
      'Nothing was written down.',
    ),
  ],
})

/** What the plan still gets wrong, by this program's rules. */
export const findingSection = ({ findings }: RecordFacts): Section => ({
  id: 'findings',
  title: 'Open findings',
  blocks: [
    table(
      [
        { title: 'Weight', share: 0.8 },
        { title: 'Code', share: 0.9, isCode: true },
        { title: 'What it says', share: 6 },
      ],
      findings.map(({ severity, code, says }) => [
        severity === 'stop' ? { text: severity, tone: 'caution' as const } : severity,
        code,
        says,
      ]),
      'None: the plan shows no mistake that this program knows.',
    ),
  ],
})
