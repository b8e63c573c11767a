// Bundles the parts that run outside the web server: worker, stand-ins and the commands of ./yare. With --watch bundles
// anew whenever something changes, and says so to whoever started it.
import { build, context } from 'esbuild'

const [folder = '.output/cli', ...flags] = process.argv.slice(2)
const told = {
  name: 'told',
  setup: ({ onEnd }) =>
    onEnd(({ errors }) => void (errors.length || !process.connected || process.send('bundled'))),
}
const options = {
  entryPoints: {
    tasks: 'cli/tasks.ts',
    parser: 'server/parsing/thread.ts',
    benchTime: 'cli/benchTime.ts',
    benchDesign: 'cli/benchDesign.ts',
    benchTriage: 'cli/benchTriage.ts',
    benchWork: 'cli/benchWork.ts',
    benchPlan: 'cli/benchPlan.ts',
    benchDispatch: 'cli/benchDispatch.ts',
  },
  outdir: folder,
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  packages: 'external',
  sourcemap: true,
  // As everywhere: class-validator knows no other decorators.
  tsconfigRaw: { compilerOptions: { experimentalDecorators: true } },
  logLevel: 'warning',
}

if (flags.includes('--watch')) await (await context({ ...options, plugins: [told] })).watch()
else await build(options)
