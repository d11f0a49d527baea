import { wallLossDb } from '~/core/radio/coverage'
import { BAND_MHZ, materialOf, permittivity } from '~/core/radio/propagation'
import type { Band, Site } from '~/core/plan'
import { Traced } from '../../components/Traced'

/** What a wall costs on each band, and how that comes about. */
export function WallLoss({ site, wallId }: { site: Site; wallId: string }) {
  const wall = site.walls.find(({ id }) => id === wallId)
  if (!wall) return null
  const material = materialOf(wall.material)
  return (
    <dl className="mb-3 grid grid-cols-3 gap-2">
      {(['2.4', '5', '6'] as Band[]).map((band) => {
        const own = wall.ownLossDb?.[band]
        const [re, im] = permittivity(material, BAND_MHZ[band])
        return (
          <div key={band}>
            <dt className="caption">{band} GHz</dt>
            <dd>
              <Traced
                digits={1}
                number={{
                  value: wallLossDb(wall, band),
                  unit: 'dB',
                  formula: own === undefined ? '−10 log |T|², one slab, straight through' : 'your own figure',
                  inputs: [
                    { name: 'material', value: material.name },
                    { name: 'thickness', value: `${wall.thicknessMm} mm` },
                    { name: 'frequency', value: `${BAND_MHZ[band]} MHz` },
                    { name: 'η', value: `${re.toFixed(2)} − j ${(-im).toPrecision(2)}` },
                  ],
                  source:
                    own === undefined
                      ? 'ITU-R P.2040-3 eq. 43 and 44, table 3 (from memory); at most 60 dB'
                      : 'Typed in for this wall',
                }}
              />
            </dd>
          </div>
        )
      })}
    </dl>
  )
}
