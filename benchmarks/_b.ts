import { readFileSync } from 'node:fs'
import { readSiteFile } from '~/schema/siteFile'
import { benchChart } from './browser/chart'
const demo = readSiteFile(readFileSync('demo/tern-quay.json', 'utf8'))
if (!demo.ok) throw 1
await benchChart((...c) => console.log(c.join(' | ')), (demo.value as any).site ?? demo.value)
