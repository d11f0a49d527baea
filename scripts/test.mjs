/** From a bare clone to the totals of every test. Node built-ins only. */
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, openSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { bin, build, fail, install, root } from './setup.mjs'
import { provide, provideOptional } from './systemTools.mjs'

const results = join(root, 'test-results')

install()
provide({
  command: process.env.CHROMIUM ?? '/usr/bin/chromium',
  package: 'chromium',
  needed: 'the browser tests',
})
provide({ command: 'iperf3', package: 'iperf3', needed: 'the checks against the real iperf3' })
/** Programs that read what is exported, and those that stand in for parts of a network. */
provideOptional(
  [
    ['ip', 'iproute2'],
    ['dnsmasq', 'dnsmasq-base'],
    ['nft', 'nftables'],
    ['udhcpc', 'udhcpc'],
    ['ping', 'iputils-ping'],
    ['ifconfig', 'net-tools'],
    ['busybox', 'busybox'],
    ['ethtool', 'ethtool'],
    ['ovs-vswitchd', 'openvswitch-switch'],
    ['hostapd', 'hostapd'],
    ['wpa_supplicant', 'wpasupplicant'],
    ['freeradius', 'freeradius'],
    ['radclient', 'freeradius-utils'],
    ['eapol_test', 'eapoltest'],
    ['keepalived', 'keepalived'],
    ['openssl', 'openssl'],
    ['netplan', 'netplan.io'],
    ['ogr2ogr', 'gdal-bin'],
    ['xmllint', 'libxml2-utils'],
    ['pdftotext', 'poppler-utils'],
    ['qpdf', 'qpdf'],
    ['zbarimg', 'zbar-tools'],
    ['age', 'age'],
    ['unzip', 'unzip'],
    ['python3', 'python3'],
    ['/usr/lib/python3/dist-packages/ezdxf', 'python3-ezdxf'],
    ['/usr/lib/python3/dist-packages/geographiclib', 'python3-geographiclib'],
    ['/usr/lib/python3/dist-packages/jsonschema', 'python3-jsonschema'],
  ],
  'the checks against real parts',
)
build()
rmSync(results, { recursive: true, force: true })
mkdirSync(results, { recursive: true })

const LABS = 'tests/reference/labs.test.ts'
const jestArgs = (report) => ['--json', `--outputFile=${join(results, report)}`]
const jestCounts = (report) => ({
  passed: report.numPassedTests,
  failed: report.numFailedTests + report.numRuntimeErrorTestSuites,
  skipped: report.numPendingTests,
})

/**
 * The labs wait most of their time, so they go on beside everything up to the browser. Their runner ends when they have: alone, it would wait
 * for what a program that was ended has left open; beside others its worker is ended the same way.
 */
const labs = beside('labs', bin('jest'), [LABS, '--forceExit', ...jestArgs('labs.json')])

/** Each step counts as one test, so that a fault in lint or types shows in the total. */
const steps = [
  step('lint', bin('eslint'), ['.']),
  step('format', bin('prettier'), ['--check', '--log-level', 'warn', '.']),
  step('types', bin('react-router'), ['typegen']) && step('types', bin('tsc'), ['--noEmit']),
]
const others = counted(
  'unit and reference tests',
  step('unit and reference tests', bin('jest'), [
    ...jestArgs('unit.json'),
    ...['/node_modules/', '/build/', '/tests/e2e/', LABS].flatMap((path) => [
      '--testPathIgnorePatterns',
      path,
    ]),
  ]),
  'unit.json',
  jestCounts,
)
const inLabs = counted('labs', await labs, 'labs.json', jestCounts)
const jest = {
  passed: others.passed + inLabs.passed,
  failed: others.failed + inLabs.failed,
  skipped: others.skipped + inLabs.skipped,
}
const browser = counted(
  'browser tests',
  step('browser tests', bin('playwright'), ['test']),
  'e2e.json',
  ({ stats }) => ({
    passed: stats.expected + stats.flaky,
    failed: stats.unexpected,
    skipped: stats.skipped,
  }),
)

const checks = { passed: steps.filter(Boolean).length, failed: steps.filter((ok) => !ok).length, skipped: 0 }
const total = (key) => checks[key] + jest[key] + browser[key]
console.log(`\nchecks ${said(checks)}\nunit and reference ${said(jest)}\nbrowser ${said(browser)}\n`)
const skipped = total('skipped') > 0 ? `, ${total('skipped')} skipped` : ''
console.log(`${total('passed')} passed, ${total('failed')} failed${skipped}`)
process.exit(total('failed') > 0 ? 1 : 0)

function said({ passed, failed, skipped }) {
  return `${passed} passed, ${failed} failed, ${skipped} skipped`
}

function step(name, command, args) {
  console.log(`\n== ${name}`)
  return spawnSync(command, args, { cwd: root, stdio: 'inherit' }).status === 0
}

/** Begins a command that others go on beside; what it printed is shown when it has ended, and whether it went well is told. */
function beside(name, command, args) {
  const path = join(results, `${name}.log`)
  const child = spawn(command, args, { cwd: root, stdio: ['ignore', ...Array(2).fill(openSync(path, 'w'))] })
  return new Promise((resolve) => {
    child.on('error', () => resolve(false))
    child.on('exit', (code) => {
      console.log(`\n== ${name}\n${readFileSync(path, 'utf8')}`)
      resolve(code === 0)
    })
  })
}

/** Reads a runner's own report; one that left none has failed. */
function counted(name, ran, report, read) {
  const file = join(results, report)
  if (!existsSync(file)) return { passed: 0, failed: 1, skipped: 0 }
  const counts = read(JSON.parse(readFileSync(file, 'utf8')))
  if (counts.passed + counts.failed === 0) fail(`${name}: no test was run.`)
  return !ran && counts.failed === 0 ? { ...counts, failed: 1 } : counts
}
