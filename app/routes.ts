import { index, route } from '@react-router/dev/routes'
import type { RouteConfig } from '@react-router/dev/routes'

/** The site map. */
export default [
  index('routes/sites.tsx'),
  route('theme', 'routes/theme.ts'),
  route('sites/:siteId', 'routes/site/frame.tsx', [
    index('routes/site/index.ts'),
    route('brief', 'routes/site/brief.tsx'),
    route('networks', 'routes/site/networks.tsx'),
    route('ground', 'routes/site/ground.tsx'),
    route('backhaul', 'routes/site/backhaul.tsx'),
    route('ports', 'routes/site/ports.tsx'),
    route('staging', 'routes/site/staging.tsx'),
    route('proof', 'routes/site/proof.tsx'),
    route('handover', 'routes/site/handover.tsx'),
  ]),
  route('sites/:siteId/edit', 'routes/site/edit.ts'),
  route('sites/:siteId/step', 'routes/site/step.ts'),
  route('sites/:siteId/log', 'routes/site/log.ts'),
  route('sites/:siteId/observe', 'routes/site/observe.ts'),
  route('sites/:siteId/propose', 'routes/site/propose.ts'),
  route('sites/:siteId/csv', 'routes/site/csv.ts'),
  route('sites/:siteId/files/:fileId', 'routes/site/file.ts'),
  route('sites/:siteId/pictures', 'routes/site/pictures.ts'),
  route('sites/:siteId/pictures/:pictureId', 'routes/site/picture.ts'),
  route('sites/:siteId/geojson', 'routes/site/geojson.ts'),
  route('sites/:siteId/export', 'routes/site/export.ts'),
  route('sites/:siteId/keys/:profileId', 'routes/site/key.ts'),
  route('sites/:siteId/bench', 'routes/site/bench.ts'),
  route('sites/:siteId/bench/stream', 'routes/site/benchStream.ts'),
  route('*', 'routes/missing.tsx'),
] satisfies RouteConfig
