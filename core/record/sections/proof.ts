import { ACCEPTANCE_WORDS, OUTCOME_WORDS, SOURCE_WORDS, verdictOn } from '../../judge/proof'
import type { AcceptanceRow } from '../../judge/proof'
import { plural } from '../../lib/plural'
import type { Block, Cell, Section } from '../doc'
import type { RecordFacts } from '../facts'
import { when } from '../when'
import { caution, soft, strong, table } from './cells'

const verdictCell = ({ verdict }: AcceptanceRow): Cell =>
  verdict === 'passed'
    ? strong(ACCEPTANCE_WORDS[verdict])
    : verdict === 'open'
      ? soft(ACCEPTANCE_WORDS[verdict])
      : caution(ACCEPTANCE_WORDS[verdict])

/** Everything that was promised, each with what shows it, by whom and when; and what was not measured, by name. */
export function acceptanceSection({ sheet, timeZone }: RecordFacts): Section {
  const passed = sheet.filter(({ verdict }) => verdict === 'passed')
  const byHand = passed.filter(({ source }) => source === 'typed').length
  const open = sheet.filter(
    ({ verdict }) => verdict === 'open' || verdict === 'unsure' || verdict === 'again',
  )
  return {
    id: 'acceptance',
    title: 'Acceptance',
    blocks: [
      {
        kind: 'text',
        text: `${passed.length} of ${sheet.length} passed${byHand > 0 ? `, ${byHand} of them only said by hand` : ''}.`,
      },
      table(
        [
          { title: 'Promised', share: 3 },
          { title: 'Verdict', share: 1.2 },
          { title: 'Shown by', share: 3.2 },
          { title: 'How, who and when', share: 2.4 },
        ],
        sheet.map((row) => [
          row.promise,
          verdictCell(row),
          row.shown,
          row.source && row.at
            ? soft(`${SOURCE_WORDS[row.source]}, ${row.who || 'somebody'}, ${when(row.at, timeZone)}`)
            : '',
        ]),
        'Nothing was asked for: there is nothing to accept.',
      ),
      ...notMeasured(open),
    ],
  }
}

const notMeasured = (open: readonly AcceptanceRow[]): Block[] =>
  open.length === 0
    ? []
    : [
        { kind: 'text', text: 'What was not shown by a measurement of this plan:', tone: 'strong' },
        {
          kind: 'list',
          items: open.map(({ promise, verdict }) => `${promise}: ${ACCEPTANCE_WORDS[verdict]}`),
        },
      ]

/** Throughput tests and everything that was seen, judged against the plan as it is. */
export function measuredSection({ site, tests, observations, timeZone }: RecordFacts): Section {
  return {
    id: 'measured',
    title: 'Measured and seen',
    blocks: [
      table(
        [
          { title: 'Throughput at', share: 2 },
          { title: 'When', share: 1.6 },
          { title: 'Over', share: 1.3 },
          { title: 'Way', share: 0.7 },
          { title: 'Mbit/s', share: 0.9, align: 'right' },
          { title: 'Expected', share: 1.2, align: 'right' },
          { title: 'Verdict', share: 1.5 },
          { title: 'How', share: 1.6 },
        ],
        tests.flatMap(({ place, at, link, isMeasured, who, judged }) =>
          judged.judgements.map(({ direction, measuredMbps }) => [
            place,
            when(at, timeZone),
            link,
            direction,
            measuredMbps.toFixed(1),
            `${Math.round(judged.expected.lowMbps)} – ${Math.round(judged.expected.highMbps)}`,
            judged.outcome === 'fail' ? caution(OUTCOME_WORDS.fail) : OUTCOME_WORDS[judged.outcome],
            soft(`${SOURCE_WORDS[isMeasured ? 'measured' : 'imported']}${who ? `, ${who}` : ''}`),
          ]),
        ),
        'Throughput was not tested.',
        'Throughput',
      ),
      table(
        [
          { title: 'Seen', share: 3.4 },
          { title: 'Against the plan', share: 1.4 },
          { title: 'Where', share: 1.4 },
          { title: 'How', share: 1.2 },
          { title: 'Who', share: 1 },
          { title: 'When', share: 1.5 },
          { title: 'Revision', share: 0.8, align: 'right' },
        ],
        observations.map((one) => {
          const { says, ok } = verdictOn(site, one)
          return [
            says,
            ok === null ? soft('nothing asked') : ok ? 'as it must be' : caution('not as it must be'),
            one.place || '–',
            SOURCE_WORDS[one.source],
            one.who || '–',
            when(one.at, timeZone),
            String(one.revision),
          ]
        }),
        'Nothing was read or seen on the site.',
        'Read and seen',
      ),
    ],
  }
}

/** Runbooks as they were carried out, step by step with its time. */
export function runbookSection({ runbooks, timeZone }: RecordFacts): Section {
  return {
    id: 'runbook',
    title: 'Runbook as done',
    blocks:
      runbooks.length === 0
        ? [{ kind: 'text', text: 'No runbook was carried out to its end.', tone: 'soft' }]
        : runbooks.map(({ at, fromRevision, toRevision, steps }) =>
            table(
              [
                { title: 'Step', share: 0.5, align: 'right' },
                { title: 'What was done', share: 3 },
                { title: 'Set', share: 4.5 },
                { title: 'When', share: 1.5 },
                { title: 'Who', share: 1 },
              ],
              steps.map((step, i) => [
                String(i + 1),
                step.title,
                step.sets.join('; '),
                when(step.at, timeZone),
                step.who || '–',
              ]),
              'It has no steps.',
              `From revision ${fromRevision} to revision ${toRevision}, ${plural(steps.length, 'step')}, ended ${when(at, timeZone)}`,
            ),
          ),
  }
}
