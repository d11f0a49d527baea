import { defineConfig } from 'vite'

/** The thread that writes papers, beside the server's own bundle. */
export default defineConfig({
  resolve: { tsconfigPaths: true },
  build: {
    ssr: 'papers/worker.ts',
    outDir: 'build/papers',
    emptyOutDir: true,
    rollupOptions: { output: { entryFileNames: 'worker.js' } },
  },
})
