/** Set-up shared by the demo and the tests: install and build only what is missing or stale. Node built-ins only. */
import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { buildKernel } from './kernel.mjs'
import { pack } from './packed.mjs'

export const root = join(dirname(fileURLToPath(import.meta.url)), '..')
const stamps = join(root, '.stamps')

/** What the built application is made from. */
const SOURCES = [
  'app',
  'core',
  'demo',
  'field',
  'kernel',
  'papers',
  'schema',
  'store',
  'public',
  'scripts/kernel.mjs',
  'scripts/packed.mjs',
  'package-lock.json',
  'vite.config.ts',
  'react-router.config.ts',
  'tsconfig.json',
]

/** Runs a command in the project with its output shown; stops the script when it fails. */
export function run(command, args, env = {}) {
  const result = spawnSync(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } })
  if (result.error?.code === 'ENOENT') fail(`“${command}” is not on this machine. Install it and try again.`)
  if (result.status !== 0) fail(`“${command} ${args.join(' ')}” did not work; what it printed stands above.`)
}

export function fail(message) {
  console.error(`\n${message}`)
  process.exit(1)
}

export const bin = (name) => join(root, 'node_modules', '.bin', name)

/**
 * Installs the locked packages when the lock file is not the one that is installed. Not `npm ci`: it wants every
 * platform's optional packages in the lock file, which registries that carry only some platforms cannot give.
 */
export function install() {
  if (Number(process.versions.node.split('.')[0]) < 20)
    fail(`Node 20.19 or newer is needed; this is ${process.version}.`)
  const wanted = hashOf(['package-lock.json', 'package.json'])
  if (fresh('install', wanted) && existsSync(join(root, 'node_modules'))) return
  console.log('Installing packages (the first time takes a few minutes: the database is compiled).')
  run('npm', ['install', '--no-save', '--no-audit', '--no-fund'], { PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1' })
  stamp('install', wanted)
}

/** Builds the application when a source has changed. */
export function build() {
  buildKernel()
  const wanted = hashOf(SOURCES)
  if (fresh('build', wanted) && existsSync(join(root, 'build', 'papers', 'worker.js'))) return
  console.log('Building the application.')
  run(bin('react-router'), ['build'])
  run(bin('vite'), ['build', '--config', 'papers/vite.config.ts'])
  pack()
  stamp('build', wanted)
}

function hashOf(names) {
  const hash = createHash('sha256')
  for (const name of names)
    for (const file of filesUnder(join(root, name)))
      hash.update(file.slice(root.length)).update(readFileSync(file))
  return hash.digest('hex')
}

function filesUnder(path) {
  if (!existsSync(path)) return []
  if (!statSync(path).isDirectory()) return [path]
  return readdirSync(path)
    .sort()
    .flatMap((name) => filesUnder(join(path, name)))
}

function fresh(name, wanted) {
  const file = join(stamps, name)
  return existsSync(file) && readFileSync(file, 'utf8') === wanted
}

function stamp(name, value) {
  mkdirSync(stamps, { recursive: true })
  writeFileSync(join(stamps, name), value)
}
