import { chmodSync } from 'node:fs'
import { elect } from '~/core/world'
import type { Voter } from '~/core/world'
import { FileFolder } from '../kit/fileFolder'
import { noNamespaces, testWith } from '../real/programs'
import { pause, Spaces } from '../real/spaces'

/**
 * The election of a cluster's master against VRRP (RFC 9568) as keepalived runs it in namespaces of their own: with priorities that
 * differ the same member is master, and the shared address moves to the next when it is killed.
 */
const testReal = testWith(['ip', 'keepalived'], noNamespaces)

const SHARED = '10.77.0.99'
const PRIORITIES = { a: 150, b: 200, c: 100 }

const voters: Voter[] = Object.entries(PRIORITIES).map(([id, priority]) => ({
  id,
  name: 'Quay',
  passphrase: 'p',
  priority,
  mac: null,
  sharedIp: SHARED,
}))

const CONF = (priority: number) => `global_defs {
  vrrp_version 3
}
vrrp_instance quay {
  state BACKUP
  interface eth0
  virtual_router_id 7
  priority ${priority}
  advert_int 0.2
  virtual_ipaddress {
    ${SHARED}/24
  }
}
`

testReal(
  'with other priorities the same one is master; killed, the next takes the shared address',
  async () => {
    const spaces = new Spaces()
    const files = new FileFolder()
    try {
      const middle = spaces.add('m')
      spaces.must(middle, 'ip', 'link', 'add', 'br0', 'type', 'bridge')
      spaces.must(middle, 'ip', 'link', 'set', 'br0', 'up')
      const member = new Map(
        Object.entries(PRIORITIES).map(([id, priority], i) => {
          const space = spaces.add(id)
          spaces.cable([space, 'eth0', `10.77.0.${i + 1}/24`], [middle, `to-${id}`, null])
          spaces.must(middle, 'ip', 'link', 'set', `to-${id}`, 'master', 'br0')
          const conf = files.put(`${id}.conf`, CONF(priority))
          // It refuses a configuration that could be run.
          chmodSync(conf, 0o644)
          const [pid, vrrp] = ['pid', 'vrrp'].map((name) => `${files.path}/${id}.${name}`)
          const child = spaces.start(
            space,
            'keepalived',
            '-n',
            '-l',
            '-P',
            '-R',
            '-f',
            conf,
            '-p',
            pid ?? '',
            '-r',
            vrrp ?? '',
          )
          return [id, { space, child }] as const
        }),
      )
      const holders = (ids: string[]) =>
        ids.filter((id) =>
          spaces.must(member.get(id)!.space, 'ip', '-o', 'addr', 'show', 'dev', 'eth0').includes(SHARED),
        )
      /** Waits until just one of them has the shared address. */
      const master = async (ids: string[]): Promise<string> => {
        for (let tries = 0; tries < 60; tries++) {
          const found = holders(ids)
          if (found.length === 1 && tries > 5) return found[0]!
          await pause(200)
        }
        return `several or none: ${holders(ids).join(', ')}`
      }
      const alive = Object.keys(PRIORITIES)
      while (alive.length > 0) {
        const expected = elect(voters.filter(({ id }) => alive.includes(id)))[0]?.masterId
        const real = await master(alive)
        expect([alive.join(' '), real]).toEqual([alive.join(' '), expected])
        Spaces.kill(member.get(real)!.child)
        // A killed program leaves its address where it was; the machine would be off.
        spaces.try(member.get(real)!.space, 'ip', 'link', 'set', 'eth0', 'down')
        alive.splice(alive.indexOf(real), 1)
      }
    } finally {
      spaces.down()
      files.remove()
    }
  },
  60_000,
)
