import { pathText } from '~/core/lib/outcome'
import type { Problem } from '~/core/lib/outcome'

export interface Output {
  exitCode: 0 | 1 | 2
  json: unknown
  text: string
}

/** Bad input: exit 2, every problem with its path and sentence, and the usage where that helps. */
export function badInput(problems: Problem[], usage = ''): Output {
  const lines = problems.map(({ path, message }) => {
    const where = pathText(path)
    return where && !message.startsWith(where) ? `${where}: ${message}` : message
  })
  const named = problems.map((problem) => ({ ...problem, at: pathText(problem.path) }))
  return {
    exitCode: 2,
    json: { ok: false, problems: named, ...(usage && { usage }) },
    text: [...lines, ...(usage && ['', usage])].join('\n'),
  }
}

export function print(output: Output, asText: boolean): void {
  const body = asText ? output.text : JSON.stringify(output.json, null, 2)
  process.stdout.write(`${body.trimEnd()}\n`)
}

export const USAGE_ERROR = (message: string): Problem => ({ path: [], code: 'usage', message })

/** A file was written. */
export const written = (file: string, bytes: number, says: string): Output => ({
  exitCode: 0,
  json: { ok: true, file, bytes },
  text: `${file}: ${says}.`,
})
