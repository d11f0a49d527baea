import { index, route } from '@react-router/dev/routes'
import type { RouteConfig } from '@react-router/dev/routes'

/** The site map. */
export default [
  index('screens/sites/route.tsx'),
  route('theme', 'theme/theme.route.ts'),
  route('sites/:siteId', 'screens/frame/route.tsx', [
    index('screens/frame/index.route.ts'),
    route('brief', 'screens/brief/route.tsx'),
    route('networks', 'screens/networks/route.tsx'),
    route('ground', 'screens/ground/route.tsx'),
    route('backhaul', 'screens/backhaul/route.tsx'),
    route('ports', 'screens/ports/route.tsx'),
    route('staging', 'screens/staging/route.tsx'),
    route('proof', 'screens/proof/route.tsx'),
    route('handover', 'screens/handover/route.tsx'),
  ]),
  route('sites/:siteId/edit', 'screens/frame/edit.route.ts'),
  route('sites/:siteId/step', 'screens/frame/step.route.ts'),
  route('sites/:siteId/log', 'screens/frame/log.route.ts'),
  route('sites/:siteId/observe', 'screens/proof/observe.route.ts'),
  route('sites/:siteId/propose', 'screens/frame/propose.route.ts'),
  route('sites/:siteId/csv', 'screens/ports/csv.route.ts'),
  route('sites/:siteId/library', 'screens/ports/library.route.ts'),
  route('sites/:siteId/library.csv', 'screens/ports/libraryCsv.route.ts'),
  route('sites/:siteId/files/:fileId', 'screens/proof/file.route.ts'),
  route('sites/:siteId/pictures', 'screens/ground/pictures.route.ts'),
  route('sites/:siteId/pictures/:pictureId', 'screens/ground/picture.route.ts'),
  route('sites/:siteId/geojson', 'screens/ground/geojson.route.ts'),
  route('sites/:siteId/export', 'screens/handover/export.route.ts'),
  route('sites/:siteId/keys/:profileId', 'screens/networks/key.route.ts'),
  route('sites/:siteId/bench', 'screens/staging/bench.route.ts'),
  route('sites/:siteId/bench/stream', 'screens/staging/benchStream.route.ts'),
  route('sites/:siteId/bench/past', 'screens/staging/benchPast.route.ts'),
  route('sites/:siteId/bench/devices/:deviceId', 'screens/staging/benchDevice.route.ts'),
  route('*', 'screens/missing.route.tsx'),
] satisfies RouteConfig
