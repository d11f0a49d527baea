import { armor, Decrypter, Encrypter } from 'age-encryption'
import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import { decodedText } from '~/core/formats'
import type { SealedPart } from '~/core/record'
import { readSealedPart } from '~/schema/sealed'

/** To whom something is sealed: a passphrase, or public keys of people. */
export type SealTo = { passphrase: string } | { recipients: readonly string[] }
export type OpenWith = { passphrase: string } | { identity: string }

/** Shorter ones are guessed by a machine that tries all night. Common practice, no source. */
export const LEAST_PASSPHRASE = 12
const MOST_RECIPIENTS = 20

/** Seals keys in the age format (age-encryption.org/v1), which other software opens. Refused rather than sealed badly. */
export async function sealed(part: SealedPart, to: SealTo): Promise<Outcome<Uint8Array>> {
  const encrypter = new Encrypter()
  if ('passphrase' in to) {
    if ([...to.passphrase].length < LEAST_PASSPHRASE)
      return bad({
        path: ['passphrase'],
        code: 'seal.short',
        message: `The passphrase has ${[...to.passphrase].length} characters; ${LEAST_PASSPHRASE} or more are accepted.`,
      })
    encrypter.setPassphrase(to.passphrase)
  } else {
    if (to.recipients.length === 0 || to.recipients.length > MOST_RECIPIENTS)
      return bad({
        path: ['recipients'],
        code: 'seal.recipients',
        message: `${to.recipients.length} recipients were given; 1 to ${MOST_RECIPIENTS} are accepted.`,
      })
    for (const [i, recipient] of to.recipients.entries()) {
      if (/^AGE-SECRET-KEY-/i.test(recipient))
        return bad({
          path: ['recipients', i],
          code: 'seal.recipient',
          message:
            'That is a secret key. Give the public one, which begins with age1; the secret one stays with its owner.',
        })
      try {
        encrypter.addRecipient(recipient)
      } catch {
        return bad({
          path: ['recipients', i],
          code: 'seal.recipient',
          message: `“${recipient.slice(0, 80)}” is no recipient. Accepted is a public key that begins with age1.`,
        })
      }
    }
  }
  return good(await encrypter.encrypt(`${JSON.stringify(part, null, 2)}\n`))
}

const ARMOUR = '-----BEGIN AGE ENCRYPTED FILE-----'

/** Sealed parts that went by mail are text. */
function bare(bytes: Uint8Array): Uint8Array {
  const text = bytes.length < 4_000_000 ? decodedText(bytes).trim() : ''
  return text.startsWith(ARMOUR) ? armor.decode(text) : bytes
}

/** The keys in a sealed part; or why it does not open. */
export async function opened(bytes: Uint8Array, by: OpenWith): Promise<Outcome<SealedPart>> {
  const decrypter = new Decrypter()
  const isPhrase = 'passphrase' in by
  try {
    if (isPhrase) decrypter.addPassphrase(by.passphrase)
    else decrypter.addIdentity(by.identity.trim())
  } catch {
    return bad({
      path: ['identity'],
      code: 'seal.identity',
      message: 'That is no identity. Accepted is a secret key that begins with AGE-SECRET-KEY-1.',
    })
  }
  try {
    return readSealedPart(decodedText(await decrypter.decrypt(bare(bytes))))
  } catch (error) {
    const said = error instanceof Error ? error.message : ''
    const isWrong = /no identity|incorrect|passphrase|identity matched/i.test(said)
    return bad({
      path: [isPhrase ? 'passphrase' : 'identity'],
      code: isWrong ? 'seal.wrong' : 'seal.broken',
      message: isWrong
        ? `It does not open with that ${isPhrase ? 'passphrase' : 'identity'}. Capitals and blanks count; it may be sealed to somebody else.`
        : 'It is no sealed part, or it was changed on the way: its own check does not hold.',
    })
  }
}
