import { build } from 'esbuild'

/** A worker as a script of its own, for tests in which its process ends. @returns the path of the script */
export async function bundledWorker(): Promise<string> {
  const { metafile } = await build({
    entryPoints: ['tests/server/killedWorker.ts'],
    outdir: 'node_modules/.cache/yare',
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    tsconfigRaw: { compilerOptions: { experimentalDecorators: true } },
    metafile: true,
  })
  return Object.keys(metafile.outputs)[0]!
}
