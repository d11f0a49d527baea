import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** A folder of the test's own, and a file in it that nothing may make. */
export class FileFolder {
  readonly path = mkdtempSync(join(tmpdir(), 'yard-files-'))
  readonly canary = join(this.path, 'C')

  /** Writes a file, over what was there, and gives its path. */
  put(name: string, text: string): string {
    const path = join(this.path, name)
    writeFileSync(path, text, { mode: 0o755 })
    return path
  }

  isUntouched = (): boolean => !existsSync(this.canary)

  remove = (): void => rmSync(this.path, { recursive: true, force: true })
}
