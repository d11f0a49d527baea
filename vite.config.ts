import { reactRouter } from '@react-router/dev/vite'
import tailwindcss from '@tailwindcss/vite'
import { defineConfig } from 'vite'

export default defineConfig({
  plugins: [tailwindcss(), reactRouter()],
  resolve: { tsconfigPaths: true },
  server: { host: '127.0.0.1', hmr: { host: '127.0.0.1' } },
  // Named here so that the development server prepares them before the first page asks.
  optimizeDeps: {
    exclude: ['better-sqlite3', 'joi'],
    include: ['get-nonce', 'radix-ui', 'lucide-react', 'date-fns', 'recharts', 'cmdk', 'nanoid', 'ipaddr.js'],
  },
  ssr: { external: ['better-sqlite3', 'joi'] },
})
