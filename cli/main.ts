import { parseArgs } from 'node:util'
import { COMMANDS } from './commands'
import type { Output } from './output'
import { badInput, print } from './output'
import { USAGE } from './usage'

/**
 * The command line: the same core, without a server. Exit codes: 0 all well, 1 stop findings, a way that fails or a
 * failed verdict, 2 bad input.
 */
async function main(argv: string[]): Promise<Output> {
  const [command = '', ...rest] = argv
  if (['help', '--help', '-h'].includes(command)) return { exitCode: 0, json: { usage: USAGE }, text: USAGE }
  const known = COMMANDS[command]
  if (!known) {
    const message = command ? `There is no command “${command}”.` : 'A command is needed.'
    return badInput([{ path: [], code: 'usage', message }], USAGE)
  }
  try {
    const { values, positionals } = parseArgs({
      args: rest,
      allowPositionals: true,
      options: {
        text: { type: 'boolean', default: false },
        help: { type: 'boolean', short: 'h', default: false },
        from: { type: 'string' },
        to: { type: 'string' },
        medium: { type: 'string' },
        'link-rate': { type: 'string' },
        baseline: { type: 'string' },
        way: { type: 'string' },
        as: { type: 'string' },
        keys: { type: 'boolean' },
        script: { type: 'string' },
        until: { type: 'string' },
        seed: { type: 'string' },
        carton: { type: 'boolean' },
        laptop: { type: 'string' },
        crew: { type: 'string' },
        start: { type: 'string' },
        ics: { type: 'string' },
        quiet: { type: 'string' },
        plan: { type: 'string' },
        calibrate: { type: 'boolean' },
        right: { type: 'boolean' },
        at: { type: 'string' },
        outside: { type: 'string' },
        name: { type: 'string' },
        host: { type: 'string', multiple: true },
        interface: { type: 'string' },
        on: { type: 'string' },
        copy: { type: 'string' },
        paper: { type: 'string' },
        pdf: { type: 'string' },
        svg: { type: 'string' },
        csv: { type: 'string' },
        zip: { type: 'string' },
        kind: { type: 'string' },
        sheet: { type: 'string' },
        first: { type: 'string' },
        pages: { type: 'boolean' },
        out: { type: 'string' },
        'passphrase-file': { type: 'string' },
        identity: { type: 'string' },
        recipient: { type: 'string', multiple: true },
      },
    })
    if (values.help) return { exitCode: 0, json: { usage: USAGE }, text: USAGE }
    const run = await known()
    return await run(positionals, values)
  } catch (error) {
    return badInput(
      [{ path: [], code: 'usage', message: error instanceof Error ? error.message : String(error) }],
      USAGE,
    )
  }
}

const argv = process.argv.slice(2)
const output = await main(argv)
print(output, argv.includes('--text'))
process.exitCode = output.exitCode
