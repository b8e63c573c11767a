// JSON Schemas (2020-12) of types as the compiler sees them, whatever they are inferred from.
import ts from 'typescript'

const F = ts.TypeFlags
const SIMPLE = [
  [F.Any | F.Unknown, {}],
  [F.StringLike & ~F.StringLiteral, { type: 'string' }],
  [F.NumberLike & ~F.NumberLiteral, { type: 'number' }],
  [F.Boolean, { type: 'boolean' }],
  [F.Null, { type: 'null' }],
  [F.Never, { not: {} }],
]

/** One list of types for many schemas: what has a name stands there once, and is referred to. */
export class TypeSchemas {
  /** @param prefix of a reference, such as `#/components/schemas/answer.` */
  constructor(checker, prefix) {
    this.checker = checker
    this.prefix = prefix
  }
  /** By name, without the prefix. */
  named = {}
  #names = new Map()
  #open = new Set()

  /** @throws for what JSON cannot carry: functions, and objects of the language such as dates and maps */
  of(type) {
    const name = this.#nameOf(type)
    if (name === undefined) return this.#whole(type)
    if (!this.#names.has(type)) {
      this.#names.set(type, this.#free(name))
      const own = this.#names.get(type)
      this.named[own] = {}
      this.named[own] = { ...said(this.checker, type.aliasSymbol ?? type.symbol), ...this.#whole(type) }
    }
    return { $ref: this.prefix + this.#names.get(type) }
  }

  /** Aliases and interfaces have a name, where they are no pattern for others. */
  #nameOf(type) {
    if (!(type.flags & (F.Object | F.Union | F.Intersection)) || type.flags & F.Boolean) return undefined
    if (type.aliasSymbol) return type.aliasTypeArguments ? undefined : type.aliasSymbol.name
    const isInterface = type.objectFlags & ts.ObjectFlags.ClassOrInterface
    return isInterface && !type.typeParameters && !this.checker.isArrayType(type)
      ? type.symbol.name
      : undefined
  }

  /** Two types may be called the same. */
  #free(name) {
    const taken = new Set(this.#names.values())
    for (let number = 1; ; number++) {
      const own = number === 1 ? name : `${name}${number}`
      if (!taken.has(own)) return own
    }
  }

  #whole(type) {
    if (type.isLiteral()) return { const: type.value }
    if (type.flags & F.BooleanLiteral) return { const: this.checker.typeToString(type) === 'true' }
    const simple = SIMPLE.find(([flags]) => type.flags & flags)
    if (simple) return simple[1]
    if (type.isUnion()) return this.#union(type.types)
    // A text that is marked, such as `string & {}`, is a text.
    const plain = type.isIntersection() && type.types.find((one) => !(one.flags & F.Object))
    if (plain) return this.of(plain)
    if (this.#open.has(type))
      throw new Error(`${this.checker.typeToString(type)} holds itself and has no name`)
    this.#open.add(type)
    const schema =
      this.checker.isArrayType(type) || this.checker.isTupleType(type) ? this.#list(type) : this.#object(type)
    this.#open.delete(type)
    return schema
  }

  #hasUndefined = (type) => type.isUnion() && type.types.some((one) => one.flags & F.Undefined)
  /** The same union; it keeps its name where undefined was all that was added to it. */
  #withoutUndefined = (type) =>
    type.types.some((one) => one.flags & F.Null) ? type : this.checker.getNonNullableType(type)

  #union(types) {
    const there = types.filter((one) => !(one.flags & F.Undefined))
    // The compiler has them in the order in which it met each word anywhere, which any file may change.
    const literals = there
      .filter((one) => one.isLiteral())
      .map((one) => one.value)
      .toSorted()
    const booleans = there.filter((one) => one.flags & F.BooleanLiteral)
    const rest = there.filter(
      (one) => !one.isLiteral() && (booleans.length < 2 || !(one.flags & F.BooleanLiteral)),
    )
    const parts = [
      ...(literals.length ? [{ enum: literals }] : []),
      ...(booleans.length > 1 ? [{ type: 'boolean' }] : []),
      ...rest.map((one) => this.of(one)),
    ]
    return parts.length === 1 ? parts[0] : { anyOf: parts }
  }

  #list(type) {
    const parts = this.checker.getTypeArguments(type)
    if (!this.checker.isTupleType(type)) return { type: 'array', items: this.of(parts[0]) }
    const { minLength, fixedLength, combinedFlags } = type.target
    const rest = combinedFlags & ts.ElementFlags.Variable ? this.of(parts[fixedLength]) : false
    return {
      type: 'array',
      prefixItems: parts.slice(0, fixedLength).map((one) => this.of(one)),
      minItems: minLength,
      items: rest,
    }
  }

  /** What the language or its libraries make: it has no form in JSON that anybody stated. */
  #isForeign(type) {
    if (type.getCallSignatures().length || type.getConstructSignatures().length) return true
    if (!((type.symbol?.flags ?? 0) & (ts.SymbolFlags.Interface | ts.SymbolFlags.Class))) return false
    return type.symbol.declarations.some((one) =>
      /node_modules\/(typescript|@types)\//.test(one.getSourceFile().fileName),
    )
  }

  #object(type) {
    if (this.#isForeign(type))
      throw new Error(
        `${this.checker.typeToString(type)} cannot be sent as JSON; send what JSON can carry as it is`,
      )
    const properties = {}
    const required = []
    for (const property of this.checker.getPropertiesOfType(type)) {
      const whole = this.checker.getTypeOfSymbol(property)
      const mayLack = Boolean(property.flags & ts.SymbolFlags.Optional) || this.#hasUndefined(whole)
      const of = this.#hasUndefined(whole) ? this.#withoutUndefined(whole) : whole
      // JSON leaves out what stands under a symbol, and a function; one that may be missing is no loss.
      if (String(property.escapedName).startsWith('__@')) continue
      if (of.flags & F.Undefined || (mayLack && of.getCallSignatures().length)) continue
      if (!mayLack) required.push(property.name)
      properties[property.name] = { ...said(this.checker, property), ...this.of(of) }
    }
    const index = this.checker.getIndexInfosOfType(type).find(({ keyType }) => keyType.flags & F.StringLike)
    return {
      type: 'object',
      ...(Object.keys(properties).length && { properties }),
      ...(required.length && { required }),
      ...(index && { additionalProperties: this.of(index.type) }),
    }
  }
}

function said(checker, symbol) {
  const description = ts
    .displayPartsToString(symbol?.getDocumentationComment(checker))
    .replace(/\s+/g, ' ')
    .trim()
  return description ? { description } : {}
}
