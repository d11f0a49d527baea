import { MOST_CHANNEL_M, forbiddenOn, routeLength } from '~/core/network/cabling'
import type { Site } from '~/core/plan'
import { Traced } from '../../components/Traced'

/** The length of a drawn cable against what copper may have. */
export function RouteLength({ site, routeId }: { site: Site; routeId: string }) {
  const route = site.cableRoutes.find(({ id }) => id === routeId)
  if (!route) return null
  const length = routeLength(site, route)
  const over = length.value > MOST_CHANNEL_M
  const forbidden = forbiddenOn(site, route)
  return (
    <p className={`mb-2 ${over ? 'font-semibold text-caution' : ''}`}>
      <Traced number={length} digits={1} /> of {MOST_CHANNEL_M} m
      {over && ': too long for copper. Use fibre, or a switch on the way.'}
      {forbidden.length > 0 && (
        <span className="block font-semibold text-caution">
          It leads through {forbidden.join(' and ')}, where no cable can run.
        </span>
      )}
    </p>
  )
}
