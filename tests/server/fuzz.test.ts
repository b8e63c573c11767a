import { afterAll, beforeAll, expect, it } from 'vitest'
import { Chance } from '../../demo/chance'
import { startMailbox, type Mailbox } from '../../server/standins/mailbox'
import { serveRoutes } from './routes'
import { setting } from './world'

type Served = Awaited<ReturnType<typeof serveRoutes>>
let served: Served
let mailbox: Mailbox
beforeAll(async () => {
  served = await serveRoutes('fuzz', 40)
  mailbox = await startMailbox(0)
  setting('MAILBOX_PORT', String(mailbox.port))
}, 120_000)
afterAll(async () => {
  await mailbox.stop()
  await served.close()
})

interface Schema {
  $ref?: string
  type?: string
  format?: string
  enum?: unknown[]
  items?: Schema
  properties?: Record<string, Schema>
  required?: string[]
}

const CALLS = 20_000
/** Where a stranger's text has broken something somewhere: names of every object, no characters, numbers too large. */
const TEXTS = [
  ...[
    '',
    ' ',
    'constructor',
    '__proto__',
    'prototype',
    'toString',
    'hasOwnProperty',
    'valueOf',
    'null',
    'undefined',
  ],
  ...[
    '\0',
    'a\0b',
    '\ud800',
    'x\udc00',
    '\uffff',
    '🚢',
    'a'.repeat(3000),
    '%',
    '_',
    '\\',
    "'",
    '"',
    ';--',
    '../../etc',
  ],
  ...[
    '0',
    '-1',
    '1e309',
    '9223372036854775808',
    '99999999999999999999',
    '1_2',
    'NaN',
    '2026-02-30',
    'P1D',
    '-P1D',
  ],
  ...[
    '2026-11-18T10:00:00Z',
    '0000-01-01',
    'solved',
    'merrow',
    'tora-aas',
    'p1',
    'gate-scanner',
    'in-hand',
    'merrow_1',
  ],
  ...['{', '[', '(', '(a+)+$', 'a,b', 'tickets.', '*', 'de', 'application/json', 'true'],
]
const NUMBERS = [0, -1, 1, 2, 1.5, 1e21, 2 ** 31, 2 ** 40, 2 ** 53, 2 ** 63, -(2 ** 63), 1e308, 40, 7, 99]
const ODD = [null, true, false, [], {}, [[]], { constructor: 1 }, ['a'], JSON.parse('{"__proto__":{"x":1}}')]

/** A whole number from 0 up to `count`. */
const below = (random: Chance, count: number) => random.whole(0, count - 1)

function anything(random: Chance, depth = 0): unknown {
  const roll = below(random, 10)
  if (roll < 5) return random.pick(TEXTS)
  if (roll < 7) return random.pick(NUMBERS)
  if (roll < 9 || depth > 2) return random.pick(ODD)
  if (below(random, 2)) return Array.from({ length: below(random, 3) }, () => anything(random, depth + 1))
  return Object.fromEntries(
    Array.from({ length: below(random, 3) }, () => [random.pick(TEXTS), anything(random, depth + 1)]),
  )
}

/** A value that mostly looks as the schema says, so that calls come in deep, and sometimes does not. */
function shaped(schema: Schema, random: Chance, depth = 0): unknown {
  const { schemas } = served.api.components as unknown as { schemas: Record<string, Schema> }
  if (schema.$ref) return shaped(schemas[schema.$ref.split('/').at(-1)!] ?? {}, random, depth)
  if (depth > 4 || below(random, 8) === 0) return anything(random, depth)
  if (schema.enum) return random.pick(schema.enum)
  switch (schema.type) {
    case 'string':
      return schema.format === 'email' ? 'tora-aas@commons.sound.example' : random.pick(TEXTS)
    case 'number':
    case 'integer':
      return random.pick(NUMBERS)
    case 'boolean':
      return below(random, 2) === 0
    case 'array':
      return Array.from({ length: below(random, 3) }, () => shaped(schema.items ?? {}, random, depth + 1))
    case 'object':
      return shapedObject(schema, random, depth)
    default:
      return anything(random, depth)
  }
}

function shapedObject({ properties = {}, required = [] }: Schema, random: Chance, depth: number): unknown {
  const names = Object.keys(properties).filter((name) => required.includes(name) || below(random, 2))
  const more = Object.keys(properties).length ? [] : [random.pick(TEXTS)]
  return Object.fromEntries(
    [...names, ...more].map((name) => [name, shaped(properties[name] ?? {}, random, depth + 1)]),
  )
}

interface Operation {
  parameters: { name: string; in: string; schema: Schema }[]
  requestBody?: { content: Record<string, { schema: Schema }> }
}

/** A lone surrogate has no bytes of its own; what nothing can send is sent as U+FFFD. */
const encoded = (text: string) => encodeURIComponent(Buffer.from(text).toString())

const written = (value: unknown) => (typeof value === 'string' ? value : JSON.stringify(value ?? null))

/** A signal of a monitor, which no schema describes: CloudEvents 1.0. */
function eventOf(random: Chance) {
  const event = {
    specversion: '1.0',
    id: 'a',
    source: '/harbour',
    type: 'link.down',
    subject: 'gate',
    data: {},
  }
  const name = random.pick([...Object.keys(event), 'organisation', 'time', ...TEXTS])
  return JSON.stringify({ ...event, [name]: anything(random) })
}

function callOf(path: string, { parameters, requestBody }: Operation, random: Chance) {
  const query = new URLSearchParams()
  let address = path
  for (const one of parameters) {
    const value = written(below(random, 3) ? shaped(one.schema, random) : random.pick(TEXTS))
    if (one.in === 'path') {
      const known = below(random, 3)
        ? value
        : random.pick(['1', '2', '3', 'merrow', 'gate-scanner', 'tora-aas'])
      address = address.replace(`{${one.name}}`, encoded(known) || 'x')
    } else if (one.in === 'query' && below(random, 2)) query.append(one.name, value)
  }
  const schema = requestBody?.content['application/json']?.schema
  const body = schema && (below(random, 12) ? shaped(schema, random) : anything(random))
  return {
    address: query.size ? `${address}?${query}` : address,
    ...(schema && { body: JSON.stringify(body) }),
  }
}

it(`answers ${CALLS} malformed calls of every route without a fault of its own`, async () => {
  const random = new Chance(4203)
  const tokens = await Promise.all(['ada-thorne', 'olin-brandt', 'tora-aas', 'ines-varga'].map(served.token))
  const operations = Object.entries(served.api.paths).flatMap(([path, methods]) =>
    Object.entries(methods as Record<string, Operation>).map(([method, one]) => ({ path, method, one })),
  )
  // The stream never ends, and whoever signs out or sets the desk up ends the test.
  const asked = operations.filter(
    ({ path }) => !['/api/stream', '/api/sign-out', '/api/clock/forward'].includes(path),
  )
  const faults = new Map<string, string>()
  const call = async () => {
    const { path, method, one } = random.pick(asked)
    const isSignal = path === '/api/signals' && method === 'post'
    const { address, body } = isSignal ? { address: path, body: eventOf(random) } : callOf(path, one, random)
    const response = await fetch(served.url + address, {
      method: method.toUpperCase(),
      headers: {
        authorization: `Bearer ${random.pick(tokens)}`,
        'content-type': isSignal
          ? 'application/cloudevents+json'
          : below(random, 40)
            ? 'application/json'
            : 'text/plain',
        'idempotency-key': random.pick(['', 'a', 'constructor']),
      },
      ...(body !== undefined && { body }),
    })
    await response.arrayBuffer()
    if (response.status >= 500) faults.set(`${method} ${path}`, `${address} ${body ?? ''}`.slice(0, 400))
  }
  for (let done = 0; done < CALLS; done += 8) await Promise.all(Array.from({ length: 8 }, call))
  expect(Object.fromEntries(faults)).toEqual({})
}, 300_000)
