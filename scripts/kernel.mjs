/** Compiles the coverage kernel to WebAssembly where it is missing or older than its source. Node built-ins only. */
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, statSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

const root = join(dirname(fileURLToPath(import.meta.url)), '..')
const OUT = join(root, 'kernel', 'built', 'coverage.wasm')
const OPTIONS = ['-O3', '--noAssert', '--runtime', 'stub', '--enable', 'simd', '--initialMemory', '16']
/** Values of four floats stay within the module. */
const QUIET = ['--disableWarning', '112']

export function buildKernel() {
  const folder = join(root, 'kernel')
  const sources = [
    ...readdirSync(folder)
      .filter((name) => name.endsWith('.ts'))
      .map((name) => join(folder, name)),
    join(root, 'core', 'radio', 'coverage', 'kernelHead.ts'),
    fileURLToPath(import.meta.url),
  ]
  const changedAt = Math.max(...sources.map((file) => statSync(file).mtimeMs))
  if (existsSync(OUT) && statSync(OUT).mtimeMs > changedAt) return OUT
  mkdirSync(dirname(OUT), { recursive: true })
  const asc = join(root, 'node_modules', '.bin', 'asc')
  const { status, error } = spawnSync(asc, ['kernel/index.ts', '-o', OUT, ...OPTIONS, ...QUIET], {
    cwd: root,
    stdio: 'inherit',
  })
  if (error ?? status !== 0)
    throw new Error('The coverage kernel did not compile; what was printed stands above.')
  return OUT
}

if (process.argv[1] === fileURLToPath(import.meta.url)) buildKernel()
