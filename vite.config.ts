import { reactRouter } from '@react-router/dev/vite'
import tailwindcss from '@tailwindcss/vite'
import { defineConfig } from 'vite'

/** What every page of a site loads, in few files: a browser asks for six at a time. */
const ALWAYS =
  /node_modules\/(react|react-dom|scheduler|react-router|@radix-ui\/react-(?!slider|scroll-area|radio-group|menu|dropdown|switch|toggle|tabs|progress|collapsible)[^/]*|@floating-ui|lucide-react|aria-hidden|react-remove-scroll[^/]*|react-style-singleton|use-callback-ref|use-sidecar|tslib|get-nonce|fflate|nanoid)\//
const HOUSE = /\/(core\/(lib|plan)|app\/(components|forms|hooks|outbox|wire|screens\/frame))\//
/** Of these folders, what only some pages need stays with them. */
const SELDOM =
  /\/(chartTip|FigureView|SeenList|AcceptanceSheet|SubnetBar)|\.worker|\?worker|\.server|\.route\./

/** Stay packages of their own on the server: what is native, what both the server and the pages must have one of, and what few ask for. */
const APART = [
  'better-sqlite3',
  'joi',
  'react',
  'react-dom',
  'react-router',
  '@react-router/node',
  'pdfkit',
  'fontkit',
  'age-encryption',
  'i18n-iso-countries',
]

export default defineConfig(({ command }) => ({
  plugins: [tailwindcss(), reactRouter()],
  resolve: { tsconfigPaths: true },
  server: { host: '127.0.0.1', hmr: { host: '127.0.0.1' } },
  // Named here so that the development server prepares them before the first page asks.
  optimizeDeps: {
    exclude: ['better-sqlite3', 'joi'],
    include: ['get-nonce', 'radix-ui', 'lucide-react', 'date-fns', 'recharts', 'cmdk', 'nanoid', 'ipaddr.js'],
  },
  environments: {
    client: {
      build: {
        rolldownOptions: {
          output: {
            codeSplitting: {
              groups: [
                { name: 'always', test: ALWAYS, priority: 2 },
                {
                  name: 'house',
                  test: (id) => HOUSE.test(id) && !SELDOM.test(id),
                  minShareCount: 3,
                  priority: 1,
                },
              ],
            },
          },
        },
      },
    },
  },
  ssr: {
    external: APART,
    // All else is in the files of the build: loading a thousand small ones took half of the start.
    noExternal: command === 'build' ? true : [],
  },
}))
