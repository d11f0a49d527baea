import { readFileSync } from 'node:fs'
import { readWalkCsv } from '~/core/formats'
import { claimWords, USUAL_CLAIM, walkClaims } from '~/core/judge/proof'
import { bad } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import { calibrate, nextSpots, predictWalk } from '~/core/radio/calibration'
import type { Calibration, LearnedTerm, WalkReading } from '~/core/radio/calibration'
import type { Options } from './options'
import { badInput } from './output'
import type { Output } from './output'
import { readSite } from './siteInput'

/** `walk FILE WALK.csv [--calibrate]`: what may be claimed of each area from the levels read there, and what they teach of the site's radio. */
export function walkCommand(files: string[], options: Options): Output {
  const [siteFile, walkFile, ...more] = files
  if (siteFile === undefined || walkFile === undefined || more.length > 0)
    return badInput([
      { path: [], code: 'usage', message: `A site and a walk are needed; ${files.length} were given.` },
    ])
  const site = readSite(siteFile)
  if (!site.ok) return badInput(site.problems)
  const walk = readWalk(walkFile)
  if (!walk.ok) return badInput(walk.problems)
  const { predicted, unknown } = predictWalk(site.value, walk.value)
  if (predicted.length === 0)
    return badInput([
      {
        path: ['file', 'radio'],
        code: 'walk.unknown',
        message: `No reading is of a radio that the plan has on the chart; not known: ${unknown.join('; ') || 'all'}.`,
      },
    ])
  const told = calibrate(site.value, walk.value)
  const learned = options.calibrate === true ? told : null
  if (options.calibrate === true && learned === null)
    return badInput([
      {
        path: ['file'],
        code: 'walk.few',
        message: 'Fewer than two levels were read: that teaches nothing. Walk on.',
      },
    ])
  const alarms = options.right === true ? [] : (told?.alarms ?? [])
  if (alarms.length > 0)
    return badInput(
      alarms.map(({ code, says }) => ({
        path: ['file'],
        code: `walk.${code}`,
        message: `${says} Nothing is claimed or learned from it. Mend it, or answer with --right that it is right.`,
      })),
    )
  const next = learned ? nextSpots(site.value, learned) : []
  const claims = walkClaims(site.value, walk.value)
  return {
    exitCode: claims.some(({ verdict }) => verdict.is === 'fail') ? 1 : 0,
    json: { readings: predicted.length, unknown, claims, calibration: learned && without(learned), next },
    text: [
      `${predicted.length} readings.${unknown.length > 0 ? ` Left out, since the plan does not know them: ${unknown.join('; ')}.` : ''}`,
      ...claims.map((claim) => `${claim.name}: ${claimWords(claim, USUAL_CLAIM)}`),
      ...(learned ? calibrationLines(learned) : []),
      ...next.map(
        ({ at, areaId, settles }, i) =>
          `${i === 0 ? 'Read next:' : '          '} ${at.map((m) => m.toFixed(1)).join(', ')} in ${site.value.areas.find(({ id }) => id === areaId)?.name ?? ''}: tells of ${settles}`,
      ),
    ].join('\n'),
  }
}

/** The covariance is for the next spots; nobody reads it. */
const without = ({ covariance: _covariance, ...told }: Calibration) => told

function readWalk(file: string): Outcome<WalkReading[]> {
  try {
    return readWalkCsv(readFileSync(file, 'utf8'))
  } catch {
    return bad({ path: ['file'], code: 'file.missing', message: `“${file}” cannot be read.` })
  }
}

function calibrationLines({
  terms,
  sigmaDb,
  errorBeforeDb,
  errorAfterDb,
  heard,
  notHeard,
  odd,
  together,
}: Calibration): string[] {
  return [
    '',
    `Learned from ${heard} levels${notHeard > 0 ? ` and ${notHeard} that were not heard` : ''}: error ${errorBeforeDb.toFixed(1)} dB before, ${errorAfterDb.toFixed(1)} dB after with each spot left out; spread ${sigmaDb.toFixed(1)} dB.`,
    ...terms.map(termLine),
    ...together.map(
      ([one, other]) => `Always met together, so that only their sum is known: ${one}; ${other}.`,
    ),
    ...odd.map(
      ({ reading, predictedDbm }) =>
        `Odd: ${reading.radio} at ${reading.at.join(', ')}: ${reading.rssiDbm} dBm, where ${predictedDbm.toFixed(0)} is planned. Wrong place, an open door, another radio?`,
    ),
  ]
}

function termLine({ name, planned, unit, value, standardError, saysNothing }: LearnedTerm): string {
  if (saysNothing) return `  ${name}: the walk says nothing of it.`
  const is = planned === null ? signed(value) : Math.max(0, planned + value).toFixed(1)
  const was = planned === null ? '' : `, planned ${planned.toFixed(1)}`
  return `  ${name}: ${is} ± ${standardError.toFixed(1)} ${unit === 'per decade / 10' ? 'on the slope' : unit}${was}`
}

const signed = (value: number): string => `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(2)}`
