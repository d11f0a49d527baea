/** From a bare clone to the totals of every test. Node built-ins only. */
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
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

/** Each step counts as one test, so that a fault in lint or types shows in the total. */
const steps = [
  step('lint', bin('eslint'), ['.']),
  step('format', bin('prettier'), ['--check', '--log-level', 'warn', '.']),
  step('types', bin('react-router'), ['typegen']) && step('types', bin('tsc'), ['--noEmit']),
]
const jest = counted(
  'unit and reference tests',
  bin('jest'),
  ['--json', `--outputFile=${join(results, 'unit.json')}`],
  'unit.json',
  (report) => ({
    passed: report.numPassedTests,
    failed: report.numFailedTests + report.numRuntimeErrorTestSuites,
    skipped: report.numPendingTests,
  }),
)
const browser = counted('browser tests', bin('playwright'), ['test'], 'e2e.json', ({ stats }) => ({
  passed: stats.expected + stats.flaky,
  failed: stats.unexpected,
  skipped: stats.skipped,
}))

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

/** Runs a test runner and reads its own report; a runner that leaves none has failed. */
function counted(name, command, args, report, read) {
  const ran = step(name, command, args)
  const file = join(results, report)
  if (!existsSync(file)) return { passed: 0, failed: 1, skipped: 0 }
  const counts = read(JSON.parse(readFileSync(file, 'utf8')))
  if (counts.passed + counts.failed === 0) fail(`${name}: no test was run.`)
  return !ran && counts.failed === 0 ? { ...counts, failed: 1 } : counts
}
