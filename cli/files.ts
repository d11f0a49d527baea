import { readFileSync, statSync } from 'node:fs'
import { decodedText } from '~/core/formats'
import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'

const MOST_BYTES = 20 * 1024 * 1024

/** The text of a file named on the command line, or a sentence about it. */
export function readText(file: string): Outcome<string> {
  const refuse = (message: string) => bad({ path: [], code: 'file', message })
  try {
    const { size } = statSync(file)
    if (size > MOST_BYTES)
      return refuse(
        `${file} has ${Math.ceil(size / 1048576)} MB; at most ${MOST_BYTES / 1048576} MB are read.`,
      )
    return good(decodedText(readFileSync(file)))
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code
    return refuse(code === 'ENOENT' ? `There is no file ${file}.` : `${file} cannot be read (${code}).`)
  }
}
