import { existsSync, readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'

const arrows = JSON.parse(readFileSync('scripts/arrows.json', 'utf8')) as Record<string, string[]>

function* sources(folder: string): Generator<string> {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name)
    if (entry.isDirectory()) yield* sources(path)
    else if (/\.tsx?$/.test(entry.name) && !/\.test\.tsx?$/.test(entry.name)) yield path
  }
}

const imports = (file: string): string[] =>
  [...readFileSync(file, 'utf8').matchAll(/from '([^']+)'/g)].map(([, name]) => name ?? '')

/** The folder of ours that an import leads to from a file, or null for packages. */
function target(file: string, name: string): string | null {
  if (name.startsWith('~/')) return name.split('/')[1] ?? null
  if (!name.startsWith('.')) return null
  return join(file, '..', name).split('/')[0] ?? null
}

test.each(Object.keys(arrows))('%s imports only what its arrows allow', (folder) => {
  const strays = [...sources(folder)].flatMap((file) =>
    imports(file)
      .map((name) => target(file, name))
      .filter(
        (other) => other !== null && other in arrows && other !== folder && !arrows[folder]?.includes(other),
      )
      .map((other) => `${file} → ${other}`),
  )
  expect(strays).toEqual([])
})

const wings = JSON.parse(readFileSync('scripts/wings.json', 'utf8')) as Record<string, string[]>

/** The wing of the core that an import leads to, or null for what is not of the core. */
function wingOf(file: string, name: string): string | null {
  const path = name.startsWith('~/') ? name.slice(2) : name.startsWith('.') ? join(file, '..', name) : ''
  return path.startsWith('core/') ? (path.split('/')[1] ?? null) : null
}

test('every folder of the core is a wing', () => {
  expect(readdirSync('core').sort()).toEqual(Object.keys(wings).sort())
})

test.each(Object.keys(wings))('in the core, %s imports only what its arrows allow', (wing) => {
  const strays = [...sources(join('core', wing))].flatMap((file) =>
    imports(file)
      .map((name) => wingOf(file, name))
      .filter((other) => other !== null && other !== wing && !wings[wing]?.includes(other))
      .map((other) => `${file} → ${other}`),
  )
  expect(strays).toEqual([])
})

test('the core imports no platform and reads no clock', () => {
  for (const file of sources('core')) {
    expect(imports(file).filter((name) => /^(node:|react|joi|better-sqlite3)/.test(name))).toEqual([])
    expect(readFileSync(file, 'utf8')).not.toMatch(/Math\.random|Date\.now|new Date\(/)
  }
})

/** The file that an import leads to, or null for packages and what is generated. */
function fileOf(file: string, name: string): string | null {
  const path = name.startsWith('~/') ? name.slice(2) : name.startsWith('.') ? join(file, '..', name) : null
  const tries = path === null ? [] : [path, `${path}.ts`, `${path}.tsx`, join(path, 'index.ts')]
  return tries.find((one) => /\.tsx?$/.test(one) && existsSync(one)) ?? null
}

test('no file imports itself by a roundabout way, not even a type', () => {
  const files = Object.keys(arrows).flatMap((folder) => [...sources(folder)])
  const to = new Map(files.map((file) => [file, imports(file).flatMap((name) => fileOf(file, name) ?? [])]))
  const done = new Set<string>()
  const circles: string[] = []
  const follow = (file: string, way: string[]): void => {
    if (way.includes(file)) return void circles.push([...way.slice(way.indexOf(file)), file].join(' → '))
    if (done.has(file)) return
    for (const next of to.get(file) ?? []) follow(next, [...way, file])
    done.add(file)
  }
  for (const file of files) follow(file, [])
  expect(circles).toEqual([])
})
