import { areaReports, sigmaDbOf } from '~/core/radio/coverage'
import { oneFile } from './options'
import { badInput } from './output'
import type { Output } from './output'
import { readSite } from './siteInput'

/** `coverage FILE`: for every drawn area, how much of it gets what it needs. Exit 1 when one falls short of its share. */
export const coverageCommand = (files: string[]): Output =>
  oneFile(files, (file) => {
    const site = readSite(file)
    if (!site.ok) return badInput(site.problems)
    const reports = areaReports(site.value)
    if (reports.length === 0)
      return badInput([
        {
          path: ['areas'],
          code: 'areas.notDrawn',
          message: 'No area of this site has an outline on a level.',
        },
      ])
    const percent = (share: number) => Math.round(share * 1000) / 10
    const rows = reports.map(({ area, share }) => ({
      area: area.name,
      band: area.band,
      needDbm: area.leastSignalDbm,
      areaM2: Math.round(share.areaM2),
      medianDbm: share.medianDbm === null ? null : Math.round(share.medianDbm * 10) / 10,
      onAveragePercent: percent(share.onAverage),
      surePercent: percent(share.withConfidence),
      fastEnoughPercent: percent(share.fastEnough),
      servedBy: share.servedBy,
    }))
    const { confidencePercent } = site.value.ground
    const sigmaDb = sigmaDbOf(site.value.ground)
    return {
      exitCode: rows.every(({ surePercent }) => surePercent >= confidencePercent) ? 0 : 1,
      json: { site: site.value.name, confidencePercent, sigmaDb, areas: rows },
      text: rows
        .map(
          (row) =>
            `${row.area}: ${row.surePercent} % has ${row.needDbm} dBm at ${row.band} GHz with ${confidencePercent} % confidence (${row.onAveragePercent} % on average), median ${row.medianDbm ?? '–'} dBm, by ${row.servedBy.join(', ') || 'nobody'}`,
        )
        .join('\n'),
    }
  })
