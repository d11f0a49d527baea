import { readFileSync, statSync, writeFileSync } from 'node:fs'
import { decodedText } from '~/core/formats'
import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'

const MOST_BYTES = 20 * 1024 * 1024

/** The text of a file named on the command line, or a sentence about it. */
export function readText(file: string): Outcome<string> {
  const bytes = readBytes(file)
  return bytes.ok ? good(decodedText(bytes.value)) : bytes
}

/** The bytes of a file named on the command line, or a sentence about it. */
export function readBytes(file: string): Outcome<Uint8Array> {
  const refuse = (message: string) => bad({ path: [], code: 'file', message })
  try {
    const { size } = statSync(file)
    if (size > MOST_BYTES)
      return refuse(
        `${file} has ${Math.ceil(size / 1048576)} MB; at most ${MOST_BYTES / 1048576} MB are read.`,
      )
    return good(new Uint8Array(readFileSync(file)))
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code
    return refuse(code === 'ENOENT' ? `There is no file ${file}.` : `${file} cannot be read (${code}).`)
  }
}

/** Writes a file that a command was asked for, or says why it cannot. `isSecret`: for its owner's eyes alone. */
export function writeOut(file: string, content: Uint8Array | string, isSecret = false): Outcome<true> {
  try {
    writeFileSync(file, content, isSecret ? { mode: 0o600 } : {})
    return good(true)
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code
    return bad({ path: [], code: 'file', message: `${file} cannot be written (${code}).` })
  }
}
