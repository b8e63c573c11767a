// Writes the JSON Schemas that are made of types: of a design file, and of what each kind of entry holds. With --check
// only says whether they are current.
import { readFileSync, writeFileSync } from 'node:fs'
import { createGenerator } from 'ts-json-schema-generator'

const SCHEMAS = [
  ['docs/design-file.schema.json', 'core/design/design.ts', 'Design', 'Yare Ledger design file'],
  ['core/ticket/entries.schema.json', 'core/ticket/entry.ts', 'EntryBody', 'What entries hold'],
]

function schemaOf(path, type, title) {
  const generator = createGenerator({ path, tsconfig: 'tsconfig.tools.json', type, skipTypeCheck: true })
  const { definitions, ...rest } = generator.createSchema(type)
  const $schema = 'https://json-schema.org/draft/2020-12/schema'
  const text = JSON.stringify({ ...rest, $schema, title, $defs: definitions }, null, 2)
  return `${text.replaceAll('#/definitions/', '#/$defs/')}\n`
}

for (const [file, path, type, title] of SCHEMAS) {
  const text = schemaOf(path, type, title)
  if (!process.argv.includes('--check')) writeFileSync(file, text)
  else if (readFileSync(file, 'utf8') !== text) {
    console.error(`${file} is not current; run node scripts/schemas.mjs`)
    process.exitCode = 1
  }
}
