import { reactRouter } from '@react-router/dev/vite'
import tailwindcss from '@tailwindcss/vite'
import { defineConfig } from 'vite'

export default defineConfig({
  plugins: [tailwindcss(), reactRouter()],
  resolve: { tsconfigPaths: true },
  server: { host: '127.0.0.1', hmr: { host: '127.0.0.1' } },
  ssr: { external: ['better-sqlite3', 'joi'] },
})
