// Writes the JSON Schemas that are made of types: of a design file, and of what each kind of entry holds. With --check
// only says whether they are current.
import { readFileSync, writeFileSync } from 'node:fs'
import {
  createFormatter,
  createParser,
  createProgram,
  DEFAULT_CONFIG,
  LiteralType,
  SchemaGenerator,
  UnionType,
} from 'ts-json-schema-generator'
import ts from 'typescript'

const SCHEMAS = [
  ['core/design/designFile.schema.json', 'core/design/design.ts', 'Design', 'Yare Ledger design file'],
  ['core/ticket/entries.schema.json', 'core/ticket/entry.ts', 'EntryBody', 'What entries hold'],
]

/** Names of a list of descriptors: all of them (`keyof typeof LIST`), or those with a mark (`Marked<'isField'>`). */
class NamesOfList {
  constructor(checker) {
    this.checker = checker
  }
  supportsNode(node) {
    if (ts.isTypeOperatorNode(node)) return ts.isTypeQueryNode(node.type)
    return ts.isTypeReferenceNode(node) && node.typeName.getText() === 'Marked'
  }
  createType(node) {
    const names = this.checker.getTypeFromTypeNode(node).types.map((one) => one.value)
    const order = this.namesInList(node)
    names.sort((a, b) => order.indexOf(a) - order.indexOf(b))
    return new UnionType(names.map((name) => new LiteralType(name)))
  }
  /** In the order of the list (`ALL`), for the compiler has none of its own. */
  namesInList(node) {
    const name = ts.isTypeOperatorNode(node) ? node.type.exprName : node.typeName
    const file = this.checker.getSymbolAtLocation(name).declarations[0].getSourceFile()
    const lists = file.statements.flatMap((one) => one.declarationList?.declarations ?? [])
    const list = lists.find((one) => one.name.getText() === 'ALL')
    return list.initializer.properties.map((one) => one.name.getText())
  }
}

function schemaOf(path, type, title) {
  const config = { ...DEFAULT_CONFIG, path, tsconfig: 'tsconfig.tools.json', type, skipTypeCheck: true }
  const program = createProgram(config)
  const parser = createParser(program, config, (all) =>
    all.addNodeParser(new NamesOfList(program.getTypeChecker())),
  )
  const generator = new SchemaGenerator(program, parser, createFormatter(config), config)
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
