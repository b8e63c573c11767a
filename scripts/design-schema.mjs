// Writes docs/design-file.schema.json from the types of core/design; with --check only says whether it is current.
import { readFileSync, writeFileSync } from 'node:fs'
import { createGenerator } from 'ts-json-schema-generator'

const FILE = 'docs/design-file.schema.json'
const made = createGenerator({
  path: 'core/design/design.ts',
  tsconfig: 'tsconfig.tools.json',
  type: 'Design',
  skipTypeCheck: true,
}).createSchema('Design')
const { definitions, ...rest } = made
const text = JSON.stringify(
  {
    ...rest,
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Yare Ledger design file',
    $defs: definitions,
  },
  null,
  2,
).replaceAll('#/definitions/', '#/$defs/')

if (process.argv.includes('--check')) {
  if (readFileSync(FILE, 'utf8').trim() !== text) {
    console.error(`${FILE} is not current; run node scripts/design-schema.mjs`)
    process.exit(1)
  }
} else writeFileSync(FILE, `${text}\n`)
