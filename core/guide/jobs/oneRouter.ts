import { isOnAir, NEW_ROUTER } from '../../plan'
import type { Device } from '../../plan'
import { textOf } from './answers'
import { base, baseQuestions, offerAt } from './draft/base'
import { change, now, put, say } from './draft/draft'
import type { Draft } from './draft/draft'
import { addAccessPoints } from './draft/fleet'
import { giveChannels } from './draft/wireless'
import type { Job } from './job'
import { address } from './questions'

/** The doors of the router as they should stand, whatever they were. */
function shutDoors(draft: Draft, gateway: Device): Device {
  const { router } = now(draft, gateway)
  const { firewall, upnp, wps, remoteAdmin } = NEW_ROUTER
  return change(draft, gateway, { router: router && { ...router, firewall, upnp, wps, remoteAdmin } })
}

/** The basic set-up, in the order that leaves no door open meanwhile. Common practice, no source. */
export const oneRouter: Job = {
  name: 'One router, wireless network and guests',
  says: 'A household router straight behind the modem, your own network, and one for guests that is on when wanted.',
  asks: (ask) => [
    ...baseQuestions(ask, { expected: 15 }),
    address(
      'nameServer',
      'Which name server shall it hand out?',
      '',
      'Empty: the router passes on what its feed has. Set on purpose, either way.',
      true,
    ),
  ],
  make: (draft, answers) => {
    const made = base(draft, answers, { typeId: 't-router', gear: false })
    const { gateway, gear, people, guests } = made
    const server = textOf(answers, 'nameServer')
    if (server !== '')
      for (const network of [people, guests])
        if (network) put(draft, 'networks', { ...network, nameServers: [server] })
    const router = shutDoors(draft, gateway)
    const aps = isOnAir(router)
      ? [giveChannels(draft, router)]
      : addAccessPoints(draft, {
          count: 1,
          gear,
          clients: people,
          lengthM: 15,
          addressing: 'dhcp',
        })
    offerAt(draft, answers, made, aps)
    say(draft, router.name, 'Firewall on; UPnP, WPS and remote administration off.')
    say(draft, 'Name servers', server || `${router.name} passes on those of its feed.`)
    draft.steps.push(
      'Power only, no cable to the feed. Laptop by cable.',
      'New admin name and password, before anything else.',
      'Firmware of today.',
      'Country, SSID, WPA2 and WPA3 with the key. Not the maker’s name.',
      'WPS off, UPnP off, firewall on, its page closed to the outside.',
      'Guests: SSID and key of their own, apart from yours, off until wanted.',
      'Name servers as planned. Save, and wait until it is back.',
      'Only now the feed: modem straight into the WAN socket.',
    )
    if (guests) draft.tests.push(`Switch ${guests.name} off when nobody needs it, and see that it is gone.`)
  },
}
