import { BANDS_OF, widthsOf } from '~/core/radio/propagation'
import type { Problem } from '~/core/lib/outcome'
import type { DeviceType } from '~/core/plan'

/** What a form refuses in a device type though a file may carry it: a label that two ports share, a radio that no standard has. */
export const typeProblems = (type: DeviceType): Problem[] => [...labelProblems(type), ...radioProblems(type)]

function labelProblems({ ports }: DeviceType): Problem[] {
  const first = new Map<string, number>()
  return ports.flatMap(({ label, number }, i): Problem[] => {
    const other = first.get(label)
    if (other === undefined) {
      first.set(label, number)
      return []
    }
    return [
      {
        path: ['ports', i, 'label'],
        code: 'port.label',
        message: `“${label}” is printed on port ${other} already, and was given for port ${number} too. Accepted: a label of its own, as it stands on the case.`,
      },
    ]
  })
}

const radioProblems = ({ radios }: DeviceType): Problem[] =>
  radios.flatMap(({ band, generation, maxWidthMhz }, i): Problem[] => {
    const bands = BANDS_OF[generation]
    const widest = Math.max(...widthsOf(generation))
    return [
      ...(bands.includes(band)
        ? []
        : [
            {
              path: ['radios', i, 'generation'],
              code: 'radio.band',
              message: `802.11${generation} was given for ${band} GHz. Accepted there: ${generationsAt(band)}.`,
            },
          ]),
      ...(maxWidthMhz > widest
        ? [
            {
              path: ['radios', i, 'maxWidthMhz'],
              code: 'radio.width',
              message: `${maxWidthMhz} MHz was given for 802.11${generation}. Accepted: at most ${widest}.`,
            },
          ]
        : []),
    ]
  })

const generationsAt = (band: string): string =>
  Object.entries(BANDS_OF)
    .filter(([, bands]) => bands.includes(band))
    .map(([generation]) => generation)
    .join(', ')
