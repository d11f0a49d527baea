import { coverageCommand } from './coverage'
import { airtimeCommand } from './airtime'
import { backhaulCommand } from './backhaul'
import { checkCommand } from './check'
import { proofCommand } from './proof'
import { exportCommand } from './export'
import { l2Command } from './l2'
import { reachCommand, traceCommand } from './reach'
import { runbookCommand } from './runbook'
import { stageCommand } from './stage'
import type { Command } from './options'

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
  stage: stageCommand,
  runbook: runbookCommand,
}
