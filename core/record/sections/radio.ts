import { walkOf } from '../../judge/proof'
import { deviceOf } from '../../plan'
import type { Site } from '../../plan'
import { DEPTH_LEVELS, plannedRadio } from '../../radio/coverage'
import type { Block, Cell, Section } from '../doc'
import type { RecordFacts } from '../facts'
import type { LevelCoverage } from '../figure/coverage'
import { groundFigure } from '../figure/ground'
import { known, soft, table } from './cells'

/** Channel, width and power of every radio, and what leaves its antenna. */
export function radioSection(site: Site): Section {
  const rows = site.devices.flatMap((device) =>
    device.radios.map((radio): Cell[] => {
      const planned =
        device.position && radio.enabled ? plannedRadio(site, device, device.position, radio) : null
      const antenna = site.antennas.find(({ id }) => id === device.position?.antennaId)
      return [
        { text: device.name, tone: 'strong' },
        `${radio.band} GHz`,
        radio.enabled ? 'on' : soft('off'),
        radio.enabled ? (radio.channel === null ? 'by itself' : String(radio.channel)) : '',
        radio.enabled ? `${radio.widthMhz} MHz` : '',
        planned ? `${planned.powerDbm.toFixed(1)} dBm` : '',
        planned ? `${planned.eirpDbm.toFixed(1)} dBm` : '',
        device.position
          ? `${device.position.heightM} m up${antenna ? `, ${antenna.name}, facing ${device.position.azimuthDeg}°` : ''}`
          : soft('not placed'),
      ]
    }),
  )
  return {
    id: 'radio',
    title: 'Radio plan',
    blocks: [
      {
        kind: 'text',
        text:
          site.country === null
            ? 'No country is set: channels and powers are not those of any law.'
            : `Country setting ${site.country}. Power is at the antenna’s socket, after the country’s limit; EIRP is with the antenna.`,
        tone: site.country === null ? 'caution' : undefined,
      },
      table(
        [
          { title: 'Device', share: 2 },
          { title: 'Band', share: 0.9 },
          { title: 'Radio', share: 0.6 },
          { title: 'Channel', share: 0.9, align: 'right' },
          { title: 'Width', share: 0.9, align: 'right' },
          { title: 'Power', share: 1, align: 'right' },
          { title: 'EIRP', share: 1, align: 'right' },
          { title: 'Mounted', share: 3.6 },
        ],
        rows,
        'No radio in the plan.',
      ),
    ],
  }
}

const DEPTHS = DEPTH_LEVELS.signal.map((dbm) => String(dbm).replace('-', '−')).join(', ')

/** What was read on the walk, on the chart that the plan forecasts. Forecast and reading are told apart in every line. */
export function coverageSection(
  { site, observations, sheet }: RecordFacts,
  coverage: readonly LevelCoverage[] | null,
): Section {
  const walk = walkOf(site, observations)
  const claims = sheet.filter(({ about }) => about === 'coverage')
  const figures = site.levels.flatMap((level): Block[] => {
    const forecast = coverage?.find(({ levelId }) => levelId === level.id)
    const points = walk
      .filter(({ floor }) => floor === level.name)
      .map(({ at, rssiDbm }) => ({ at, rssiDbm }))
    if (!forecast && points.length === 0) return []
    const figure = groundFigure({ site, level, isolines: forecast?.isolines ?? [], points })
    const read =
      points.length > 0
        ? `Circles: ${points.length} levels read there, dBm.`
        : 'Nothing was read on a walk here.'
    return figure
      ? [
          {
            kind: 'figure',
            title: `${level.name}${forecast ? `, ${forecast.band} GHz. Depths: the plan’s forecast at ${DEPTHS} dBm, no measurement` : ''}. ${read}`,
            figure,
          },
        ]
      : []
  })
  return {
    id: 'coverage',
    title: 'Coverage',
    blocks: [
      table(
        [
          { title: 'Area', share: 2 },
          { title: 'Asked for', share: 1.8 },
          { title: 'Read on site', share: 3.6 },
          { title: 'Forecast of the plan', share: 2.4 },
        ],
        site.areas.map((area): Cell[] => {
          const claim = claims.find(({ id }) => id === `coverage ${area.id}`)
          const share = coverage
            ?.flatMap(({ areas }) => areas)
            .find(({ area: { id } }) => id === area.id)?.share
          const by = share?.servedBy.map((id) => deviceOf(site, id)?.name ?? '').filter(Boolean)
          return [
            { text: area.name, tone: 'strong' },
            `${area.leastSignalDbm} dBm on ${area.band} GHz`,
            claim?.shown || soft('not measured'),
            share
              ? soft(
                  `${Math.floor(share.withConfidence * 100)} % of it, ${site.ground.confidencePercent} % sure; by ${by?.slice(0, 3).join(', ') ?? ''}`,
                )
              : known(null),
          ]
        }),
        'No area is asked for.',
      ),
      ...figures,
    ],
  }
}
