import { spawn } from 'node:child_process'
import type { ChildProcess } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { FileFolder } from '../kit/fileFolder'
import { ran } from './programs'

const NOTHING_MORE = { modules: '', authorize: '', authenticate: '', servers: '' }

/** The exported file of methods, and the server inside their tunnels as the program's own example has it. */
const BY_METHODS = {
  modules: '$INCLUDE ${raddbdir}/eap.conf',
  authorize: '    eap',
  authenticate: '    eap',
  servers: `server inner-tunnel {
  authorize {
    mschap
    eap
    files
    pap
  }
  authenticate {
    Auth-Type PAP {
      pap
    }
    Auth-Type MS-CHAP {
      mschap
    }
    eap
  }
}`,
}

/** A FreeRADIUS of the test's own in its own folder, with the exported files and nothing else of the machine's. */
export class FreeRadius {
  readonly folder = new FileFolder()
  private server: ChildProcess | null = null

  constructor(
    readonly port: number,
    private readonly more = NOTHING_MORE,
  ) {}

  /** Whether it starts with these files; what it says when it does not. */
  async start(clients: string, users: string, eap?: string): Promise<{ ready: boolean; out: string }> {
    await this.stop()
    if (eap !== undefined) this.folder.put('eap.conf', eap)
    this.folder.put('clients.conf', clients)
    this.folder.put('users', users)
    this.folder.put('radius.log', '')
    this.folder.put('radiusd.conf', this.conf(eap === undefined ? this.more : BY_METHODS))
    const server = spawn('freeradius', ['-f', '-d', this.folder.path], { stdio: 'ignore' })
    this.server = server
    for (let tries = 0; tries < 100 && server.exitCode === null; tries++) {
      if (this.log().includes('Ready to process requests')) return { ready: true, out: '' }
      await new Promise((done) => setTimeout(done, 50))
    }
    return { ready: false, out: this.log() }
  }

  log = (): string => readFileSync(join(this.folder.path, 'radius.log'), 'utf8')

  /** A login by MS-CHAP, by FreeRADIUS's own client; it has a grammar of its own for backslashes, so none may be in it. */
  msChapLogin(from: string, secret: string, user: string, password: string): boolean {
    const octal = (text: string) =>
      [...Buffer.from(text)].map((octet) => `\\${octet.toString(8).padStart(3, '0')}`).join('')
    const input = `Packet-Src-IP-Address = ${from}, User-Name = "${octal(user)}", MS-CHAP-Password = "${octal(password)}"\n`
    return ran('radclient', ['-t', '1', '-r', '1', '--', `127.0.0.1:${this.port}`, 'auth', secret], {
      input,
    }).out.includes('Received Access-Accept')
  }

  async stop(): Promise<void> {
    const { server } = this
    this.server = null
    if (!server || server.exitCode !== null) return
    const ended = new Promise((done) => server.once('exit', done))
    server.kill('SIGKILL')
    await ended
  }

  /** The modules that check passwords, and no others. */
  private conf(more: typeof NOTHING_MORE): string {
    const { path } = this.folder
    return `prefix = /usr
libdir = /usr/lib/freeradius
raddbdir = ${path}
logdir = ${path}
run_dir = ${path}
certdir = ${path}
cadir = ${path}
max_requests = 65536
log {
  destination = files
  file = ${path}/radius.log
  auth = yes
}
security {
  reject_delay = 0
}
modules {
  files {
    filename = ${path}/users
  }
  pap {
  }
  mschap {
  }
  exec {
    wait = yes
  }
${more.modules}
}
$INCLUDE ${path}/clients.conf
server default {
  listen {
    type = auth
    ipaddr = 127.0.0.1
    port = ${this.port}
  }
  authorize {
    mschap
${more.authorize}
    files
    pap
  }
  authenticate {
    Auth-Type PAP {
      pap
    }
    Auth-Type MS-CHAP {
      mschap
    }
${more.authenticate}
  }
}
${more.servers}
`
  }
}
