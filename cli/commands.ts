import { badInput } from './output'
import type { Output } from './output'
import { coverageCommand } from './coverage'
import { airtimeCommand } from './airtime'
import { backhaulCommand } from './backhaul'
import { checkCommand } from './check'
import { proofCommand } from './proof'
import { exportCommand } from './export'
import { l2Command } from './l2'
import { reachCommand, traceCommand } from './reach'

export interface Options {
  from?: string | undefined
  to?: string | undefined
  medium?: string | undefined
  'link-rate'?: string | undefined
  baseline?: string | undefined
  way?: string | undefined
  as?: string | undefined
  keys?: boolean | undefined
}
export type Command = (files: string[], options: Options) => Output | Promise<Output>

export const COMMANDS: Record<string, Command | undefined> = {
  check: checkCommand,
  reach: reachCommand,
  trace: traceCommand,
  l2: l2Command,
  coverage: coverageCommand,
  backhaul: backhaulCommand,
  airtime: airtimeCommand,
  export: exportCommand,
  proof: proofCommand,
}

export const oneFile = <T extends Output | Promise<Output>>(
  files: string[],
  then: (file: string) => T,
): T | Output =>
  files.length === 1 && files[0] !== undefined
    ? then(files[0])
    : badInput([{ path: [], code: 'usage', message: `One file is needed; ${files.length} were given.` }])
