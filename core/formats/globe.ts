import proj4 from 'proj4'
import type { GroundSettings, Point } from '../plan'

export type Origin = NonNullable<GroundSettings['origin']>
export type Position = [longitude: number, latitude: number]

/** Nine decimals of a degree are a tenth of a millimetre. */
const degrees = (value: number): number => Math.round(value * 1e9) / 1e9
/** Never a negative zero. */
const millimetres = (m: number): number => Math.round(m * 1000) / 1000 + 0

/**
 * The plan's plane on the ellipsoid: transverse Mercator of WGS 84 (EPSG:4326) through the plan's zero, true to scale there.
 * Within 5 km of it lengths are right to 1 part in 3 million. Source: PROJ's tmerc, by proj4.
 */
const planeAt = ({ latitudeDeg, longitudeDeg }: Origin) =>
  proj4(
    `+proj=tmerc +lat_0=${latitudeDeg} +lon_0=${longitudeDeg} +k=1 +x_0=0 +y_0=0 +ellps=WGS84 +units=m +no_defs`,
  )

export interface Globe {
  /** Metres east and north of the plan's zero to longitude and latitude in degrees, to nine decimals. */
  toGlobe: (point: Point) => Position
  /** Back again, to the millimetre; on either side of the date line. */
  fromGlobe: (position: Position) => Point
}

export function globeAt(origin: Origin): Globe {
  const plane = planeAt(origin)
  const turn = (origin.bearingDeg * Math.PI) / 180
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
  return {
    toGlobe: ([x, y]) => {
      const [lon = 0, lat = 0] = plane.inverse([x * cos + y * sin, y * cos - x * sin])
      return [degrees(lon), degrees(lat)]
    },
    fromGlobe: (position) => {
      const [east = 0, north = 0] = plane.forward(position)
      return [millimetres(east * cos - north * sin), millimetres(east * sin + north * cos)]
    },
  }
}
