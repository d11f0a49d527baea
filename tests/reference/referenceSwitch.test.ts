import { attachmentsOf, broadcasts, placeKey } from '~/core/network/layer2'
import type { Attachment, Tag } from '~/core/network/layer2'
import { seededRandom } from '~/core/lib/random'
import type { Site } from '~/core/plan'
import { startOpenVswitch } from '../real/openVswitch'
import type { OpenVswitch } from '../real/openVswitch'
import { ovsSite } from '../real/ovsSite'
import type { OvsSite } from '../real/ovsSite'
import { testWith } from '../real/programs'
import { randomSite } from './randomSite'

/**
 * The layer-2 walk against a reference switch: Open vSwitch in user space with made-up ports. Its `ofproto/trace`
 * follows one frame through all bridges and prints where it comes out, with which tag. Source of its VLAN rules:
 * ovs-vswitchd.conf.db(5), table Port, which follows IEEE 802.1Q.
 */
const SITES = 120
const testOvs = testWith(['ovs-vswitchd', 'ovsdb-server', 'ovs-vsctl', 'ovsdb-tool'])

let ovs: OpenVswitch

afterAll(() => ovs?.stop())

testOvs(
  `${SITES} random sites: every broadcast comes out where the reference switch lets it out`,
  async () => {
    ovs = await startOpenVswitch({ dummy: true })
    let broadcastsTried = 0
    for (let seed = 1; seed <= SITES; seed++) {
      const site = randomSite(seededRandom(seed))
      const made = ovsSite(site, 'dummy', () => true)
      ovs.configure(made.commands)
      const observed = await observe(site, made)
      const walked = broadcasts(site).map(({ attachmentId, sentTag, heard }) =>
        line(
          attachmentId,
          sentTag,
          heard.map((one) => heardText(one.attachmentId, one.tag)),
        ),
      )
      expect({ seed, reached: walked }).toEqual({ seed, reached: observed })
      broadcastsTried += walked.length
      ovs.configure(made.bridges.map((bridge) => ['del-br', bridge]))
    }
    expect(broadcastsTried).toBeGreaterThan(SITES * 10)
  },
  300_000,
)

const heardText = (id: string, tag: Tag): string => `${id} ${tag === null || tag === 0 ? '-' : tag}`
const line = (id: string, tag: Tag, heard: string[]): string => `${id} ${tag}: ${heard.sort().join(', ')}`

async function observe(site: Site, made: OvsSite): Promise<string[]> {
  const shown = await ovs.ask('dpif/show')
  const attachments = attachmentsOf(site)
  const byNumber = new Map(
    attachments.map((attachment) => [datapathNumber(shown, portName(made, attachment)), attachment.id]),
  )
  const sent = broadcasts(site).map(({ attachmentId, sentTag }) => ({ attachmentId, sentTag }))
  const seen: string[] = []
  for (const { attachmentId, sentTag } of sent) {
    const attachment = attachments.find(({ id }) => id === attachmentId)!
    const text = await ovs.ask(
      'ofproto/trace',
      made.bridgeOf.get(placeKey(attachment.place))!,
      `in_port=${portName(made, attachment)},dl_src=02:00:00:00:00:01,dl_dst=ff:ff:ff:ff:ff:ff,dl_type=0x0800${vlanMatch(sentTag)}`,
    )
    seen.push(line(attachmentId, sentTag, outputs(text, sentTag, byNumber)))
  }
  return seen
}

const portName = (made: OvsSite, { place }: Attachment): string => made.portNames.get(placeKey(place))!

/** A priority tag is a VLAN header with VID 0. */
const vlanMatch = (tag: Tag): string => (tag === null ? '' : `,vlan_tci=0x${(0x1000 + tag).toString(16)}`)

function datapathNumber(shown: string, name: string): number {
  const found = new RegExp(`^\\s+${name} \\d+/(\\d+):`, 'm').exec(shown)
  if (!found) throw new Error(`no ${name} in ${shown}`)
  return Number(found[1])
}

/** Reads "Datapath actions: push_vlan(vid=20,pcp=0),3,pop_vlan,4". The frame begins with the tag it was sent with. */
function outputs(trace: string, sentTag: Tag, byNumber: Map<number, string>): string[] {
  const actions = /^Datapath actions: (.*)$/m.exec(trace)?.[1] ?? ''
  let tag: Tag = sentTag
  const heard: string[] = []
  for (const [, action = ''] of actions.matchAll(/([a-z_]+\([^)]*\)|[a-z_]+|\d+)/g)) {
    const pushed = /^push_vlan\(vid=(\d+)/.exec(action)
    if (pushed) tag = Number(pushed[1])
    else if (action === 'pop_vlan') tag = null
    else if (/^\d+$/.test(action)) {
      const id = byNumber.get(Number(action))
      if (id) heard.push(heardText(id, tag))
    } else if (action !== 'drop') throw new Error(`unknown action ${action} in ${actions}`)
  }
  return heard
}
