import { buildSync } from 'esbuild'

/**
 * Ciphers and hashes are loops over calls from file to file. As modules of the test runner each call goes by a getter, which makes
 * them ten times as slow; in one file they run as they do in the program.
 */
export default {
  process(_source, path) {
    const { outputFiles } = buildSync({
      entryPoints: [path],
      bundle: true,
      write: false,
      format: 'cjs',
      platform: 'node',
      target: 'node20',
    })
    return { code: outputFiles[0].text }
  },
}
