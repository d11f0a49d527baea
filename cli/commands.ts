import { coverageCommand } from './coverage'
import { bundleCommand, openCommand, sealCommand } from './handOver'
import { cardsCommand, labelsCommand } from './sheets'
import { partsCommand, recordCommand } from './record'
import { airtimeCommand } from './airtime'
import { backhaulCommand } from './backhaul'
import { checkCommand } from './check'
import { proofCommand } from './proof'
import { proveCommand } from './prove'
import { exportCommand } from './export'
import { hereCommand } from './here'
import { jobsCommand, makeCommand } from './jobs'
import { l2Command } from './l2'
import { reachCommand, traceCommand } from './reach'
import { runbookCommand } from './runbook'
import { stageCommand } from './stage'
import { walkCommand } from './walk'
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
  here: hereCommand,
  prove: proveCommand,
  jobs: jobsCommand,
  make: makeCommand,
  walk: walkCommand,
  record: recordCommand,
  parts: partsCommand,
  labels: labelsCommand,
  cards: cardsCommand,
  seal: sealCommand,
  bundle: bundleCommand,
  open: openCommand,
}
