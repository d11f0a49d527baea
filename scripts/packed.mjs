/** Packs what the browser loads, so that it need not be packed each time. Run after the build. Node built-ins only. */
import { existsSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'

const client = join(dirname(fileURLToPath(import.meta.url)), '..', 'build', 'client')
/** What is packed already gains nothing. */
const KINDS = /\.(js|css|svg|wasm|json)$/

const QUALITY = constants.BROTLI_PARAM_QUALITY
/** The best takes seconds for a file of several MB. */
const qualityFor = ({ length }) => (length > 1_000_000 ? 8 : 11)

export function pack(directory = client) {
  if (!existsSync(directory)) return
  for (const name of readdirSync(directory)) {
    const path = join(directory, name)
    if (statSync(path).isDirectory()) pack(path)
    else if (KINDS.test(name)) {
      const bytes = readFileSync(path)
      writeFileSync(`${path}.gz`, gzipSync(bytes, { level: 9 }))
      writeFileSync(`${path}.br`, brotliCompressSync(bytes, { params: { [QUALITY]: qualityFor(bytes) } }))
    }
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) pack()
