import { isOnAir, networkOf } from '../../plan'
import { countOf, textOf } from './answers'
import { mustReachOutside } from './draft/apart'
import { base, baseQuestions, offerAt } from './draft/base'
import { now } from './draft/draft'
import { newNetwork } from './draft/networks'
import { secondQuestions, secondRouter } from './draft/secondRouter'
import { giveChannels, offer } from './draft/wireless'
import type { Job } from './job'
import { clients, key, ssid, ssidFrom } from './questions'

/** LAN to WAN: a network inside the first, that reaches out and is not reached. */
export const innerRouter: Job = {
  name: 'A router behind the router',
  says: 'Cabled LAN to WAN: an inner network of its own, that the outer one does not reach.',
  asks: (ask) => [
    ...baseQuestions(ask, { expected: 15, guests: false }),
    ssid('innerSsid', 'What is the inner wireless network called?', ssidFrom(ask.site, '-Inner')),
    key('innerKey', 'The inner key?', ask),
    clients('innerClients', 'How many devices in the inner network?', 10),
    ...secondQuestions(ask),
  ],
  make: (draft, answers) => {
    const made = base(draft, answers, { typeId: 't-router', gear: false })
    const first = now(draft, made.gateway)
    offerAt(draft, answers, made, isOnAir(first) ? [giveChannels(draft, first)] : [])
    const router = secondRouter(draft, answers, made, 'lanToWan', (one) => {
      if (draft.site.networks.some(({ routedBy }) => routedBy === one.id)) return
      newNetwork(draft, {
        purpose: 'other',
        name: 'Inner',
        clients: countOf(answers, 'innerClients'),
        router: one,
        asked: 'innerClients',
      })
    })
    const inner = router && draft.site.networks.find(({ routedBy }) => routedBy === router.id)
    if (!router || !inner) return
    offer(draft, {
      name: textOf(answers, 'innerSsid'),
      network: inner,
      key: textOf(answers, 'innerKey'),
      on: [giveChannels(draft, router)],
    })
    mustReachOutside(draft, inner)
    draft.cautions.push(
      'Addresses are translated twice for whoever is inside: what comes from outside finds no way in, and printers on the other side are not seen.',
    )
    draft.tests.push(
      `From ${inner.name}, ping ${router.name}, then ${networkOf(draft.site, made.people.id)?.gateway ?? 'the outer gateway'}, then outside.`,
      `From ${made.people.name}, ping a device of ${inner.name}: it must fail.`,
    )
  },
}
