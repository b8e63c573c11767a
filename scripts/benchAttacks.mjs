// What strangers send to stop the desk: the longest time that server and worker stand still meanwhile, and what they
// hold in memory afterwards.
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { tmpdir } from 'node:os'
import { readFileSync, rmSync } from 'node:fs'
import autocannon from 'autocannon'
import ExcelJS from 'exceljs'
import nodemailer from 'nodemailer'
import { freePort } from '../cli/cluster.mjs'

const PAGES = 20_000
const MB = 1024 * 1024
const pause = (ms) => new Promise((done) => setTimeout(done, ms))

/** Starts a part so that it can be asked how long it stood still. */
function watched(file, args, env) {
  const child = spawn('node', ['--expose-gc', '--import', './scripts/pauses.mjs', file, ...args], {
    env: { ...process.env, LOG_LEVEL: 'silent', ...env },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  })
  const ask = () =>
    new Promise((done) => {
      child.once('message', done)
      child.send('pauses')
    })
  return { ask, stop: () => child.kill('SIGTERM') }
}

async function attackedDesk() {
  const [port, mail, gateway] = [await freePort(), await freePort(), await freePort()]
  const address = `http://127.0.0.1:${port}`
  const env = {
    ...{ NITRO_HOST: '127.0.0.1', NITRO_PORT: String(port), YARE_URL: address },
    ...{ MAILBOX_PORT: String(mail), GATEWAY_PORT: String(gateway) },
    ...{ SMTP_URL: `smtp://127.0.0.1:${mail}`, GATEWAY_URL: `http://127.0.0.1:${gateway}` },
  }
  const server = watched('.output/server/index.mjs', [], env)
  const worker = watched('.output/cli/tasks.mjs', ['worker'], env)
  const mailbox = watched('.output/cli/tasks.mjs', ['mailbox'], env)
  for (let tries = 0; tries < 200; tries++) {
    const up = await fetch(`${address}/api/health`).then(
      ({ ok }) => ok,
      () => false,
    )
    if (up) break
    await pause(100)
  }
  await pause(3000)
  return { address, mail, parts: { server, worker, mailbox } }
}

/** Asks for something, and gives the status, or why there is none. */
const ask = (address, path, { body, ...more } = {}) =>
  fetch(address + path, {
    method: 'POST',
    ...(body !== undefined && {
      body: typeof body === 'string' || body instanceof Uint8Array ? body : JSON.stringify(body),
    }),
    signal: AbortSignal.timeout(200_000),
    ...more,
    headers: { 'content-type': 'application/json', ...more.headers },
  }).then(
    async (answer) => (await answer.text(), answer.status),
    (error) => error.name,
  )

const counted = (statuses) => {
  const counts = new Map()
  for (const status of statuses) counts.set(status, (counts.get(status) ?? 0) + 1)
  return [...counts].map(([status, count]) => `${count} × ${status}`).join(', ')
}

async function workbook(rows) {
  const file = join(tmpdir(), `yare-bench-${process.pid}.xlsx`)
  const writer = new ExcelJS.stream.xlsx.WorkbookWriter({ filename: file })
  const sheet = writer.addWorksheet('rows')
  for (let row = 0; row < rows; row++)
    sheet.addRow(['gate-scanner', 'quay', 'p2', 'front-counter', row % 7]).commit()
  await writer.commit()
  const content = readFileSync(file)
  rmSync(file)
  return content
}

/** The ways into the desk that are tried. */
function waysIn({ address, mail, headers }) {
  const ticket = (summary) => ({
    item: 'something-else',
    requester: 'ines-varga',
    answers: { summary, details: 'words' },
  })
  const post = (path, body, more) => ask(address, path, { body, headers: { ...headers, ...more } })
  const write = async (subject, text) => {
    const transport = nodemailer.createTransport({ host: '127.0.0.1', port: mail })
    await transport.sendMail({
      ...{ from: 'ines-varga@merrow.sound.example', to: 'help@merrow.sound.example' },
      ...{ subject, text },
    })
    return 'taken'
  }
  const table = (as, body) =>
    ask(address, `/api/tables/routing/read?as=${as}`, {
      body,
      headers: { ...headers, 'content-type': 'application/octet-stream' },
    })
  const signIn = (index) =>
    ask(address, '/api/sign-in', {
      body: { mail: `somebody-${index % 20}@merrow.sound.example`, password: 'a wrong one' },
      headers: { origin: address },
    })
  return { address, headers, post, ticket, write, table, signIn }
}

/** What an ordinary day has: each way in is used, in a size that is usual. */
async function ordinaryDay({ post, ticket, write, table, signIn }) {
  await Promise.all(Array.from({ length: 75 }, (_, index) => post('/api/tickets', ticket(`usual ${index}`))))
  for (let turn = 0; turn < 3; turn++) await write(`usual ${turn}`, 'It hums.')
  await table('xlsx', await workbook(2000))
  await table('csv', 'category,site,queue\n'.padEnd(20) + 'a,b,c\n'.repeat(2000))
  await table('dmn', '<definitions></definitions>')
  await Promise.all(Array.from({ length: 10 }, (_, index) => signIn(index)))
}

/** Publishes a pattern that takes for ever in engines that try all ways, as a lead may write it who knows no better. */
async function publishPattern({ address, headers }) {
  const send = async (path, method, body) => {
    const answer = await fetch(address + path, {
      method,
      headers: { ...headers, 'content-type': 'application/json' },
      ...(body && { body: JSON.stringify(body) }),
    })
    if (!answer.ok) throw new Error(`${path}: ${await answer.text()}`)
    return answer.json()
  }
  const { design } = await send('/api/draft', 'GET')
  const before = design.questions.find((one) => one.name === 'details')
  const after = { ...before, pattern: { like: '^(a+)+$', message: 'please write a’s only' } }
  const { version } = await send('/api/draft', 'PATCH', {
    changes: [{ list: 'questions', id: 'details', before, after }],
  })
  await send('/api/draft/publish', 'POST', { version, note: 'a pattern', openTickets: 'keep' })
}

/** The attacks by name; each gives in words what the desk said. */
function attacks({ address, headers, post, ticket, write, table, signIn }) {
  return {
    'half a surrogate pair among 75 good tickets': async () => {
      const good = Array.from({ length: 75 }, (_, index) => post('/api/tickets', ticket(`good ${index}`)))
      const bad = Array.from({ length: 5 }, () =>
        post('/api/tickets', JSON.stringify(ticket('x')).replace('"x"', '"\\ud800"')),
      )
      return counted(await Promise.all([...good, ...bad]))
    },
    'mails of a line of 6 000 and of 20 000 dashes, then letters': async () => {
      const said = [
        await write('dashes', `${'-'.repeat(6000)}a`),
        await write('more', `${'- '.repeat(10_000)}b\n${'>'.repeat(5000)}`),
      ]
      await pause(6000)
      return said.join(', ')
    },
    'a workbook of 300 000 rows': async () => String(await table('xlsx', await workbook(300_000))),
    'a CSV file of 500 000 rows': async () =>
      String(await table('csv', 'category,site,queue\n'.padEnd(20) + 'a,b,c\n'.repeat(500_000))),
    'a DMN file with 100 000 attributes': async () => {
      const many = Array.from({ length: 100_000 }, (_, index) => `a${index}="1"`).join(' ')
      return String(await table('dmn', `<definitions ${many}></definitions>`))
    },
    'a DMN file of 100 000 elements in each other': async () =>
      String(await table('dmn', `${'<a>'.repeat(100_000)}${'</a>'.repeat(100_000)}`)),
    'a body of 1 MB in 300 000 levels': async () =>
      String(await post('/api/tickets', `${'['.repeat(300_000)}${']'.repeat(300_000)}`)),
    '300 MB in pieces, from nobody': async () => {
      const piece = Buffer.alloc(MB, 'a')
      let sent = 0
      const body = new ReadableStream({
        pull: (stream) => (sent++ < 300 ? stream.enqueue(piece) : stream.close()),
      })
      return String(
        await fetch(`${address}/api/sign-in`, {
          ...{ method: 'POST', duplex: 'half', body },
          headers: { 'content-type': 'application/json', origin: address },
        }).then(
          ({ status }) => status,
          () => 'cut off',
        ),
      )
    },
    '200 wrong passwords at a moment': async () =>
      counted(await Promise.all(Array.from({ length: 200 }, (_, index) => signIn(index)))),
    '2 000 calls with names of Object': async () => {
      const statuses = []
      for (let turn = 0; turn < 2000; turn += 20)
        statuses.push(
          ...(await Promise.all(
            Array.from({ length: 20 }, (_, index) =>
              index % 2
                ? post('/api/tickets', { item: 'constructor', answers: { __proto__x: 1, toString: [] } })
                : fetch(
                    `${address}/api/tickets?where=%7B%22fact%22%3A%22constructor%22%2C%22op%22%3A%22toString%22%7D`,
                    {
                      headers,
                    },
                  ).then(async (answer) => (await answer.text(), answer.status)),
            ),
          )),
        )
      return counted(statuses)
    },
  }
}

/** Threads that read files are ended when they have had nothing to do for a while. */
const AT_REST = 30_000

const size = (bytes) => `${Math.round(bytes / MB)} MB`
const change = (before, after) => `${size(before)} → ${size(after)}`

/** Each attack once, on a desk of its own that is watched. */
export async function attack({ note, token }) {
  const desk = await attackedDesk()
  const headers = { authorization: `Bearer ${token}` }
  const measure = async () =>
    Object.fromEntries(
      await Promise.all(Object.entries(desk.parts).map(async ([name, part]) => [name, await part.ask()])),
    )
  const ways = waysIn({ ...desk, headers })
  const works = attacks(ways)
  // What is loaded with its first use is neither a pause of an attack nor kept by one.
  await ordinaryDay(ways)
  await pause(AT_REST)
  const before = await measure()
  for (const [name, work] of Object.entries(works)) {
    await measure()
    await pause(200)
    const began = performance.now()
    const said = await work()
    const seconds = ((performance.now() - began) / 1000).toFixed(1)
    const pauses = Object.entries(await measure()).map(
      ([part, { longest }]) => `${part} ${longest.toFixed(0)} ms`,
    )
    note(name, `${said} in ${seconds} s; longest pause ${pauses.join(', ')}`)
  }
  await pause(AT_REST)
  const after = await measure()
  note(
    'memory before all that and half a minute after it',
    Object.keys(after)
      .map((part) => `${part} ${change(before[part].rss, after[part].rss)}`)
      .join(', '),
  )
  await publishPattern(ways)
  await pause(1000)
  await measure()
  await pause(200)
  const tickets = (end) =>
    Array.from({ length: 20 }, () => {
      const answers = { summary: 'letters', details: 'a'.repeat(10_000) + end }
      return ways.post('/api/tickets', { ...ways.ticket('letters'), answers })
    })
  const said = counted(await Promise.all([...tickets('!'), ...tickets('')]))
  const { server, worker } = await measure()
  note(
    'a lead’s pattern (a+)+ against forty answers of 10 000 letters',
    `${said}; longest pause server ${server.longest.toFixed(0)} ms, worker ${worker.longest.toFixed(0)} ms`,
  )
  for (const part of Object.values(desk.parts)) part.stop()
}

/** Twenty thousand pages drawn on the server, with the collector run before and after. */
export async function pages({ note }) {
  const desk = await attackedDesk()
  const draw = (amount) =>
    autocannon({ url: `${desk.address}/portal/merrow/sign-in`, connections: 8, amount })
  await draw(500)
  const before = await desk.parts.server.ask()
  const result = await draw(PAGES)
  await pause(500)
  const after = await desk.parts.server.ask()
  note(
    `${PAGES} pages of a portal’s sign-in, with the collector run`,
    `heap ${(before.heapUsed / MB).toFixed(1)} → ${(after.heapUsed / MB).toFixed(1)} MB, memory ${change(before.rss, after.rss)}, ` +
      `${result.non2xx + result.errors} failed, longest pause ${after.longest.toFixed(0)} ms`,
  )
  for (const part of Object.values(desk.parts)) part.stop()
}
