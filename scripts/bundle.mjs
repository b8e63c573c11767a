// Bundles the parts that run outside the web server: worker, stand-ins and the commands of ./yare.
import { build } from 'esbuild'

await build({
  entryPoints: {
    tasks: 'cli/tasks.ts',
    parser: 'server/parsing/thread.ts',
    benchTime: 'cli/benchTime.ts',
    benchDesign: 'cli/benchDesign.ts',
    benchTriage: 'cli/benchTriage.ts',
    benchWork: 'cli/benchWork.ts',
  },
  outdir: '.output/cli',
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  packages: 'external',
  sourcemap: true,
  logLevel: 'warning',
})
