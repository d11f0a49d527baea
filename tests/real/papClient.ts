import { createHash, createHmac, randomBytes } from 'node:crypto'
import { createSocket } from 'node:dgram'

/** Access-Request, its attributes, and what answers it. Source: RFC 2865 sections 3 and 5, RFC 3579 section 3.2. */
const ACCESS_REQUEST = 1
const ACCESS_ACCEPT = 2
const USER_NAME = 1
const USER_PASSWORD = 2
const MESSAGE_AUTHENTICATOR = 80

const md5 = (...parts: Buffer[]): Buffer => createHash('md5').update(Buffer.concat(parts)).digest()

/** A password hidden in the secret. Source: RFC 2865 section 5.2. */
function hidden(password: Buffer, secret: Buffer, authenticator: Buffer): Buffer {
  const padded = Buffer.alloc(Math.max(16, Math.ceil(password.length / 16) * 16))
  password.copy(padded)
  let last = authenticator
  const blocks: Buffer[] = []
  for (let i = 0; i < padded.length; i += 16) {
    const mask = md5(secret, last)
    last = Buffer.from(padded.subarray(i, i + 16).map((octet, j) => octet ^ mask[j]!))
    blocks.push(last)
  }
  return Buffer.concat(blocks)
}

const attribute = (type: number, value: Buffer): Buffer =>
  Buffer.concat([Buffer.from([type, value.length + 2]), value])

/** One login by PAP from an address of loopback, each value as its octets: true, false, or null without an answer. */
export function papLogin(
  from: string,
  port: number,
  login: { secret: string; user: string; password: string },
): Promise<boolean | null> {
  const [secret, user, password] = [login.secret, login.user, login.password].map((text) =>
    Buffer.from(text),
  ) as [Buffer, Buffer, Buffer]
  const authenticator = randomBytes(16)
  const attributes = Buffer.concat([
    attribute(USER_NAME, user),
    attribute(USER_PASSWORD, hidden(password, secret, authenticator)),
    attribute(MESSAGE_AUTHENTICATOR, Buffer.alloc(16)),
  ])
  const head = Buffer.from([ACCESS_REQUEST, randomBytes(1)[0]!, 0, 0])
  head.writeUInt16BE(20 + attributes.length, 2)
  const packet = Buffer.concat([head, authenticator, attributes])
  createHmac('md5', secret)
    .update(packet)
    .digest()
    .copy(packet, packet.length - 16)
  return new Promise((resolve) => {
    const socket = createSocket('udp4')
    const end = (answer: boolean | null) => {
      clearTimeout(timer)
      socket.close()
      resolve(answer)
    }
    const timer = setTimeout(() => end(null), 1000)
    socket.on('message', (answer) => end(answer[0] === ACCESS_ACCEPT))
    socket.bind(0, from, () => socket.send(packet, port, '127.0.0.1'))
  })
}
