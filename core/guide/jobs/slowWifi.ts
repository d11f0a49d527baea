import { radioTcpGoodputMbps, wiredTcpGoodputMbps } from '../../radio/airtime'
import { signalPercent } from '../../radio/propagation'
import { isOnAir, ssidsOn } from '../../plan'
import type { Site } from '../../plan'
import { countOf, textOf } from './answers'
import type { Answers } from './answers'
import type { Job } from './job'
import { choice, count } from './questions'

/** In use, with others on the air, TCP gets about half of a link's rate. Common practice, no source. */
const SHARED = 0.5
/** So close to what a 1 G path can give counts as healthy. Common practice, no source. */
const HEALTHY = 0.95
const GIGABIT_MBPS = 1000
const WEAK_DBM = -67
const FLOOR_DBM = -75

export const slowWifi: Job = {
  name: '“The Wi-Fi is slow”',
  says: 'Which measurements, where, both ways, against which baseline. No plan is needed for it.',
  asks: () => [
    choice('where', 'Where is it slow?', [
      { value: 'one', label: 'At one place' },
      { value: 'everywhere', label: 'Everywhere' },
      { value: 'device', label: 'On one device, wherever it is' },
    ]),
    choice('when', 'When?', [
      { value: 'always', label: 'Always' },
      { value: 'busy', label: 'At busy hours' },
      { value: 'moving', label: 'After walking about' },
    ]),
    count('levelDbm', 'Which level does the device show there?', -70, [-100, -20], {
      unit: 'dBm',
      hint: 'From percent: half of it, less 100. 47 % is about −76 dBm.',
    }),
    count('wiredMbps', 'What does a cable give, measured inside?', 940, [1, 100_000], {
      unit: 'Mbit/s',
      hint: 'A server on the wired side, the laptop on a cable. Not the tariff, not the number on the box.',
    }),
    count('linkMbps', 'Which link rate does the device show?', 300, [1, 50_000], { unit: 'Mbit/s' }),
    count('gotMbps', 'And what does it get, measured inside?', 90, [0, 50_000], { unit: 'Mbit/s' }),
  ],
  make: (draft, answers) => {
    const linkMbps = countOf(answers, 'linkMbps')
    const [low, high] = [linkMbps * SHARED, radioTcpGoodputMbps(linkMbps)].map(Math.round)
    const fair = Math.min(low ?? 0, countOf(answers, 'wiredMbps'))
    const got = countOf(answers, 'gotMbps')
    draft.reasons.push(
      {
        about: 'What is fair',
        says: `A link of ${linkMbps} Mbit/s gives TCP ${low} with others on the air, ${high} alone, and never more than the cable's ${countOf(answers, 'wiredMbps')}. You get ${got}: ${got >= fair ? 'the radio does what it can' : `${Math.round((100 * got) / Math.max(1, fair))} % of the least that is fair`}.`,
      },
      { about: 'Baseline', says: baselineWords(countOf(answers, 'wiredMbps')) },
      { about: 'Level', says: levelWords(countOf(answers, 'levelDbm')) },
      ...causes(answers, got >= fair).map((says, i) => ({ about: `Look first, ${i + 1}`, says })),
    )
    draft.steps.push(...measurements(draft.site, answers))
    draft.tests.push(...measurements(draft.site, answers).slice(0, 3))
  },
}

const baselineWords = (wiredMbps: number): string =>
  wiredMbps >= HEALTHY * wiredTcpGoodputMbps(GIGABIT_MBPS) && wiredMbps <= GIGABIT_MBPS
    ? `That is a healthy 1 G path: ${wiredTcpGoodputMbps(GIGABIT_MBPS).toFixed(0)} Mbit/s is all that TCP gets out of it.`
    : wiredMbps < 100
      ? 'That is below 100 Mbit/s: a cable with two pairs, a fixed 10/100 port, or a bad plug. Mend it first: no radio is faster than its cable.'
      : 'Compare with the slowest port on the way: everything behind it is capped there.'

const levelWords = (dbm: number): string => {
  const words = `${dbm} dBm is about ${signalPercent(dbm)} %.`
  if (dbm >= WEAK_DBM) return `${words} Strong enough: the cause is elsewhere.`
  return dbm >= FLOOR_DBM
    ? `${words} Below ${WEAK_DBM} dBm rates fall: fine for mail, not for much at once.`
    : `${words} Too weak: another access point should take over before that.`
}

/** What each pair of answers points at. Common practice, no source. */
function causes(answers: Answers, isFair: boolean): string[] {
  const [where, when] = [textOf(answers, 'where'), textOf(answers, 'when')]
  const weak = countOf(answers, 'levelDbm') < WEAK_DBM
  return [
    ...(isFair
      ? ['The link carries what it can. Ask what is behind it: the feed, the server, the tariff.']
      : []),
    ...(when === 'moving'
      ? [
          'The device holds on to the far access point. Wait 30 to 60 s, or leave and join again; same SSID and key everywhere (PRF-2, SSI-1).',
        ]
      : []),
    ...(when === 'busy'
      ? [
          'Airtime: neighbours on the same channel, 40 MHz at 2.4 GHz, too many SSIDs, a slow client (RAD-2, SSI-5).',
        ]
      : []),
    ...(where === 'everywhere'
      ? [
          'The wire before the radio: a 1 G or 100 M port in the path, an old cable, the modem (CAB-2, CAB-1).',
        ]
      : []),
    ...(where === 'one' && weak
      ? ['Walls and metal between: move the access point, or one more (RAD-4, BKH-2).']
      : []),
    ...(where === 'device'
      ? [
          'Its radio: generation, number of streams, driver, power saving. Try another device in the same place.',
        ]
      : []),
    ...(where === 'one' && !weak
      ? ['A radio hop: what feeds that access point? Each hop on a shared radio halves (BKH-2, BKH-4).']
      : []),
  ]
}

function measurements(site: Site, answers: Answers): string[] {
  const onAir = site.devices.filter((device) => isOnAir(device) && ssidsOn(site, device).length > 0)
  const spots =
    onAir.length > 0
      ? onAir.slice(0, 8).map(({ name }) => `Within 3 m of ${name}: level, link rate, throughput both ways.`)
      : ['Within 3 m of the access point: level, link rate, throughput both ways.']
  return [
    'A server on the wired side, the laptop on a cable: throughput both ways. That is the baseline.',
    ...spots,
    ...(textOf(answers, 'where') === 'everywhere'
      ? []
      : ['At the slow place: the same. Then two steps aside, and again after joining anew.']),
    ...(textOf(answers, 'when') === 'busy'
      ? ['Once at a busy hour and once at night: the difference is airtime.']
      : []),
    ...(textOf(answers, 'where') === 'device' ? ['The same place with another device.'] : []),
    'Each figure written down with place, way and hour; both closing totals, sender and receiver.',
  ]
}
