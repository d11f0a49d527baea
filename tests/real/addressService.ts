import { spawn } from 'node:child_process'
import type { ChildProcess } from 'node:child_process'
import { join } from 'node:path'
import { readFileSync } from 'node:fs'
import { FileFolder } from '../kit/fileFolder'
import { must, ran } from './programs'

interface Lease {
  ip: string
  /** The name that the server gave with it. */
  host: string | null
  router: string
  /** Options 43 and 138 as they came, octets in hex; empty: they were not sent. */
  option43: string
  option138: string
}

const SCRIPT =
  '#!/bin/sh\n[ "$1" = bound ] || exit 0\nprintf "%s\\n%s\\n%s\\n%s\\n%s\\n" "$ip" "$hostname" "$router" "$opt43" "$opt138" > "$TOLD"\n'

/** Options that a client has to ask for by number. */
const WANTED = ['-O', '43', '-O', '138']

/** An exported address service in a namespace of its own, and a client in another that asks it over one cable. */
export class AddressService {
  private readonly folder = new FileFolder()
  private readonly server = `ys${process.pid % 10_000}`
  private readonly client = `yc${process.pid % 10_000}`

  /** `port`: the interface that the file serves. */
  constructor(private readonly port: string) {
    must('ip', ['netns', 'add', this.server])
    must('ip', ['netns', 'add', this.client])
    must('ip', [
      '-n',
      this.server,
      'link',
      'add',
      port,
      'type',
      'veth',
      'peer',
      'name',
      'eth0',
      'netns',
      this.client,
    ])
    for (const link of ['lo', port]) must('ip', ['-n', this.server, 'link', 'set', link, 'up'])
    must('ip', ['-n', this.server, 'addr', 'add', '172.27.24.1/24', 'dev', port])
    must('ip', ['-n', this.client, 'link', 'set', 'eth0', 'up'])
  }

  /** The lease that a client with that hardware address gets from an address service with those lines; null: none. */
  async lease(conf: string, mac: string): Promise<Lease | null> {
    const told = join(this.folder.path, 'told')
    ran('rm', ['-f', told, join(this.folder.path, 'leases')])
    must('ip', ['-n', this.client, 'link', 'set', 'dev', 'eth0', 'address', mac])
    const daemon = await this.serve(conf)
    try {
      const script = this.folder.put('lease.sh', SCRIPT)
      const ask = ['udhcpc', '-f', '-q', '-n', '-t', '4', '-T', '1', '-i', 'eth0', '-s', script, ...WANTED]
      ran('ip', ['netns', 'exec', this.client, 'env', `TOLD=${told}`, ...ask])
      const [ip = '', host = '', router = '', option43 = '', option138 = ''] = readFileSync(
        told,
        'utf8',
      ).split('\n')
      return { ip, host: host || null, router, option43, option138 }
    } catch {
      return null
    } finally {
      await ended(daemon)
    }
  }

  private async serve(conf: string): Promise<ChildProcess> {
    const log = this.folder.put('log', '')
    const daemon = spawn(
      'ip',
      [
        ...[
          'netns',
          'exec',
          this.server,
          'dnsmasq',
          '--keep-in-foreground',
          '--no-ping',
          '--no-resolv',
          '--no-hosts',
        ],
        ...['--user=root', '--group=root', '--pid-file=', `--log-facility=${log}`],
        `--conf-file=${this.folder.put('service.conf', conf)}`,
        `--dhcp-leasefile=${join(this.folder.path, 'leases')}`,
      ],
      { stdio: 'ignore' },
    )
    for (let tries = 0; tries < 100; tries++) {
      if (readFileSync(log, 'utf8').includes('started')) return daemon
      await new Promise((done) => setTimeout(done, 30))
    }
    throw new Error(`the address service did not start: ${readFileSync(log, 'utf8')}`)
  }

  stop(): void {
    for (const space of [this.server, this.client]) ran('ip', ['netns', 'del', space])
    this.folder.remove()
  }
}

/** Ends a program and waits until it has. */
function ended(daemon: ChildProcess): Promise<void> {
  return new Promise((done) => {
    daemon.once('exit', () => done())
    daemon.kill('SIGTERM')
  })
}
