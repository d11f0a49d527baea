import { textOf } from './answers'
import { base, baseQuestions, offerAt } from './draft/base'
import { now } from './draft/draft'
import { secondQuestions, secondRouter } from './draft/secondRouter'
import { giveChannels, offer } from './draft/wireless'
import { isOnAir } from '../../plan'
import type { Job } from './job'
import { choice, key, ssid, ssidFrom } from './questions'

/** LAN to LAN: the second case serves no addresses and is one more access point of the first network. */
export const oldRouter: Job = {
  name: 'The old router as an access point',
  says: 'Cabled LAN to LAN: one network, its address server off, its own page outside the pool.',
  asks: (ask) => [
    ...baseQuestions(ask, { expected: 15, guests: false }),
    ...secondQuestions(ask),
    choice('name', 'What does it call its network?', [
      {
        value: 'same',
        label: 'The same, with the same key',
        gives: 'Devices move from one to the other by themselves.',
        costs: 'You do not see at which one a device is.',
      },
      {
        value: 'second',
        label: 'A second name, on purpose',
        gives: 'You choose at which one a device is.',
        costs: 'Devices hold on to the far one until somebody changes over.',
      },
    ]),
    ...(ask.given.name === 'second'
      ? [
          ssid('secondSsid', 'Its second name?', ssidFrom(ask.site, '-2')),
          key('secondKey', 'The second name’s key?', ask),
        ]
      : []),
  ],
  make: (draft, answers) => {
    const made = base(draft, answers, { typeId: 't-router', gear: false })
    const first = now(draft, made.gateway)
    offerAt(draft, answers, made, isOnAir(first) ? [giveChannels(draft, first)] : [])
    const router = secondRouter(draft, answers, made, 'lanToLan')
    if (!router) return
    const second = giveChannels(draft, router)
    if (textOf(answers, 'name') === 'second')
      offer(draft, {
        name: textOf(answers, 'secondSsid'),
        network: made.people,
        key: textOf(answers, 'secondKey'),
        on: [second],
      })
    else offerAt(draft, answers, { ...made, guests: null }, [second])
    draft.tests.push(
      `Open the page of ${second.name} at ${second.management.ip ?? 'its address'} from a device of ${made.people.name}.`,
      `Join at ${second.name}, and read the gateway: ${made.people.gateway ?? 'that of the first'}.`,
    )
  },
}
