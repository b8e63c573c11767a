// Writes the JSON Schemas of what each route answers, made of the routes' types: for the API's description, and for the
// tests that hold recorded answers to them. With --check only says whether they are current.
import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join, relative } from 'node:path'
import ts from 'typescript'
import { build } from 'esbuild'
import { TypeSchemas } from './typeSchemas.mjs'

const FILE = 'server/http/answers.json'
const ROOT = process.cwd()
const LIST = join(ROOT, 'node_modules/.tmp-answers.ts')
/** Where the types stand in the API's description. */
const TYPES = '#/components/schemas/'

/** Reads files' names as the server does. */
async function loadOperations() {
  const outfile = join(ROOT, 'node_modules/.tmp-operation.mjs')
  await build({
    entryPoints: ['server/http/operation.ts'],
    bundle: true,
    format: 'esm',
    outfile,
    logLevel: 'error',
  })
  const { operationOf } = await import(outfile)
  rmSync(outfile)
  return operationOf
}

/** The routes that answer JSON, by name. */
async function routesWithJson() {
  const operationOf = await loadOperations()
  return readdirSync('server/api', { recursive: true })
    .map(String)
    .sort()
    .flatMap((file) => {
      const call = operationOf(file)
      const isJson = call && !/\bproduces:/.test(readFileSync(join('server/api', file), 'utf8'))
      return isJson ? [{ name: call.name, file: join(ROOT, 'server/api', file) }] : []
    })
}

/** What each route answers, in the compiler's eyes. */
function answersOf(routes) {
  const from = (file) => JSON.stringify(relative(join(ROOT, 'node_modules'), file).replace(/\.ts$/, ''))
  const lines = routes.map(
    ({ file }, at) => `import type r${at} from ${from(file)}\nexport type Answer${at} = Out<typeof r${at}>`,
  )
  writeFileSync(
    LIST,
    `type Out<R> = R extends (...event: never[]) => Promise<infer A> ? A : never\n${lines.join('\n')}\n`,
  )
  const { compilerOptions } = JSON.parse(readFileSync('tsconfig.tools.json', 'utf8'))
  const program = ts.createProgram([LIST], ts.convertCompilerOptionsFromJson(compilerOptions, ROOT).options)
  const checker = program.getTypeChecker()
  const aliases = program.getSourceFile(LIST).statements.filter(ts.isTypeAliasDeclaration).slice(1)
  rmSync(LIST)
  const schemas = new TypeSchemas(checker, `${TYPES}answer.`)
  const answers = aliases.map((alias, at) => {
    try {
      return [routes[at].name, schemas.of(checker.getTypeFromTypeNode(alias.type))]
    } catch (error) {
      throw new Error(`${routes[at].name}: ${error.message}`, { cause: error })
    }
  })
  return { answers: Object.fromEntries(answers), types: schemas.named }
}

const routes = await routesWithJson()
const { answers, types } = answersOf(routes)
const sorted = Object.fromEntries(
  Object.entries(types)
    .map(([name, schema]) => [`answer.${name}`, schema])
    .sort(([a], [b]) => (a < b ? -1 : 1)),
)
// A line each, so that a change shows which answers it changes.
const lines = (record) =>
  Object.entries(record)
    .map(([name, schema]) => `${JSON.stringify(name)}:${JSON.stringify(schema)}`)
    .join(',\n')
const text = `{"answers":{\n${lines(answers)}\n},\n"types":{\n${lines(sorted)}\n}}\n`
if (!process.argv.includes('--check')) writeFileSync(FILE, text)
else if (readFileSync(FILE, 'utf8') !== text) {
  console.error(`${FILE} is not current; run node scripts/answers.mjs`)
  process.exitCode = 1
}
