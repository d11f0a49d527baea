import type { Config } from '@react-router/dev/config'

export default {
  appDirectory: 'app',
  ssr: true,
  // The site map is small: one look at it with the page, and not one for every page that a link leads to.
  routeDiscovery: { mode: 'initial' },
  future: { v8_middleware: true },
} satisfies Config
