import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { audit } from '../../server/queries/audit'
import { keepFile } from '../../server/commands/attachments'
import { repair } from '../../server/commands/repair'
import { SCANNER } from './world'
import { serveRoutes } from './routes'

let served: Awaited<ReturnType<typeof serveRoutes>>
const tokens: Record<string, string> = {}
beforeAll(async () => {
  served = await serveRoutes('checklists')
  for (const one of ['tora-aas', 'olin-brandt', 'ove-stern', 'una-frost', 'ines-varga'])
    tokens[one] = await served.token(one)
}, 60_000)
afterAll(() => served.close())

interface Answer {
  code?: string
  detail?: string
  number: number
  tasks: {
    id: string
    text: string
    due?: number
    done?: object
    notNeeded?: object
    teamName: string | null
  }[]
  checklists: { id: string; name: string; tasks: number }[]
  kept: { number: number; list: { name: string } }[]
  lists: Record<string, Record<string, { came: number; ticked: number; left: number; took: number | null }>>
}
async function call(method: string, path: string, as: string, body?: unknown) {
  const response = await fetch(served.url + path, {
    method,
    headers: {
      authorization: `Bearer ${tokens[as]!}`,
      ...(body !== undefined && { 'content-type': 'application/json' }),
    },
    ...(body !== undefined && { body: JSON.stringify(body) }),
  })
  return { status: response.status, answer: (await response.json()) as Answer }
}
async function logged(): Promise<string> {
  const { state } = await served.desk.log(SCANNER, { person: 'ines-varga' })
  return `/api/tickets/${state.reference}`
}
const rows = (path: string) =>
  served.db
    .selectFrom('ticket_task')
    .selectAll()
    .where('reference', '=', Number(path.split('/').pop()))
    .orderBy('task')
    .execute()
const tasksOf = async (path: string) => (await call('GET', path, 'tora-aas')).answer.tasks

describe('what is to do on a ticket', () => {
  it('stands in a table of its own, as the record has it', async () => {
    const ticket = await logged()
    const tasks = [{ text: 'Look', within: 'PT2H' }, { text: 'Think', team: 'networks' }, { text: 'Talk' }]
    expect((await call('POST', `${ticket}/tasks`, 'tora-aas', { tasks })).status).toBe(200)
    const [look, think, talk] = await tasksOf(ticket)
    await call('PATCH', `${ticket}/tasks/${look!.id}`, 'tora-aas', { done: true })
    await call('PATCH', `${ticket}/tasks/${think!.id}`, 'ove-stern', { notNeeded: 'No need.' })
    await call('DELETE', `${ticket}/tasks/${talk!.id}`, 'tora-aas')
    const kept = await rows(ticket)
    expect(kept.map((one) => [one.text, one.done_at !== null, one.left_at !== null])).toEqual([
      ['Look', true, false],
      ['Think', false, true],
    ])
    expect(kept[0]!.due_at).toBe(look!.due)
    expect((await audit(served.db)).differences).toEqual([])
    await served.db.deleteFrom('ticket_task').execute()
    await repair(served.db, [Number(ticket.split('/').pop())])
    expect(await rows(ticket)).toEqual(kept)
  })

  it('is put in order, once for two who do so at the same moment', async () => {
    const ticket = await logged()
    await call('POST', `${ticket}/tasks`, 'tora-aas', { tasks: ['a', 'b', 'c'].map((text) => ({ text })) })
    const ids = (await tasksOf(ticket)).map((one) => one.id)
    const order = [ids[2], ids[1], ids[0]]
    const both = await Promise.all(
      ['tora-aas', 'ove-stern'].map((as) => call('POST', `${ticket}/tasks/order`, as, { order })),
    )
    expect(both.map((one) => one.status)).toEqual([200, 200])
    expect((await tasksOf(ticket)).map((one) => one.text)).toEqual(['c', 'b', 'a'])
    expect((await call('POST', `${ticket}/tasks/order`, 'tora-aas', { order: ['x'] })).status).toBe(404)
  })

  it('takes a file that was sent by whoever ticks, and nobody else’s', async () => {
    const ticket = await logged()
    await call('POST', `${ticket}/tasks`, 'tora-aas', {
      tasks: [{ text: 'Picture', evidence: { is: 'file' } }],
    })
    const [task] = await tasksOf(ticket)
    const file = await keepFile(served.db, 'ove-stern', {
      ...{ name: 'poles.png', type: 'image/png', content: Buffer.from('png') },
    })
    const path = `${ticket}/tasks/${task!.id}`
    expect((await call('PATCH', path, 'tora-aas', { done: true })).status).toBe(422)
    expect((await call('PATCH', path, 'tora-aas', { done: true, file: file.id })).status).toBe(422)
    expect((await call('PATCH', path, 'ove-stern', { done: true, file: file.id })).status).toBe(200)
    const fetched = (as: string) =>
      fetch(`${served.url}${ticket}/attachments/${file.id}`, {
        headers: { authorization: `Bearer ${tokens[as]!}` },
      }).then((one) => one.status)
    expect([await fetched('tora-aas'), await fetched('ines-varga')]).toEqual([200, 404])
  })

  it('refuses what is no task, no evidence, no span', async () => {
    const ticket = await logged()
    const refused = async (task: object) =>
      (await call('POST', `${ticket}/tasks`, 'tora-aas', { tasks: [task] })).status
    for (const task of [
      { text: 'x', evidence: { is: 'oath' } },
      { text: 'x', evidence: { is: 'field' } },
      { text: 'x', evidence: { is: 'figure', least: 'low' } },
      { text: 'x', within: 'soon' },
      { text: 'x', team: 'gone' },
    ])
      expect(await refused(task), JSON.stringify(task)).toBe(422)
    const many = Array.from({ length: 10_000 }, () => ({ text: 'x' }))
    expect((await call('POST', `${ticket}/tasks`, 'tora-aas', { tasks: many })).status).toBe(422)
  })
})

describe('a checklist that is kept from a ticket', () => {
  it('is offered to those for whom it is, and its tickets keep their tasks when it goes', async () => {
    const ticket = await logged()
    await call('POST', `${ticket}/tasks`, 'tora-aas', {
      tasks: [
        { text: 'Measure', within: 'PT90M', required: true, evidence: { is: 'figure', least: 1, unit: 'V' } },
        { text: 'Shut' },
      ],
    })
    const [first] = await tasksOf(ticket)
    await call('PATCH', `${ticket}/tasks/${first!.id}`, 'tora-aas', { done: true, figure: 2 })
    const reference = Number(ticket.split('/').pop())
    const keep = (as: string, team: string | null, name = 'Power') =>
      call('POST', '/api/checklists', as, { name, team, reference })
    const [team] = (await served.desk.knowledge.directory()).people.get('tora-aas')!.teams
    const other = [...(await served.desk.knowledge.directory()).teams.keys()].find((one) => one !== team)!
    expect((await keep('tora-aas', null)).status).toBe(403)
    expect((await keep('tora-aas', other)).status).toBe(403)
    expect((await keep('tora-aas', team!, ' ')).status).toBe(422)
    expect((await keep('ines-varga', team!)).status).toBe(403)
    const { answer, status } = await keep('tora-aas', team!)
    expect(status).toBe(200)
    const { number } = answer
    expect((await keep('tora-aas', team!)).status).toBe(409)
    const offered = async (as: string) =>
      (await call('GET', `${ticket}/replies`, as)).answer.checklists.some(
        (one) => one.id === `kept:${number}`,
      )
    const outsider = [...(await served.desk.knowledge.directory()).people.values()].find(
      (one) => one.role === 'technician' && !one.teams.includes(team!),
    )!.id
    tokens[outsider] ??= await served.token(outsider)
    expect([await offered('tora-aas'), await offered(outsider), await offered('olin-brandt')]).toEqual([
      true,
      false,
      true,
    ])
    const next = await logged()
    const add = (as: string) => call('POST', `${next}/tasks`, as, { checklist: `kept:${number}` })
    expect((await add(outsider)).status).toBe(422)
    expect((await add('tora-aas')).status).toBe(200)
    const tasks = await tasksOf(next)
    expect(tasks).toMatchObject([
      { text: 'Measure', required: true, evidence: { is: 'figure', least: 1, unit: 'V' } },
      { text: 'Shut' },
    ])
    expect(tasks[0]).not.toHaveProperty('done')
    expect(tasks[0]!.due).toBeGreaterThan(0)
    const path = `/api/checklists/${number}`
    expect((await call('PATCH', path, outsider, { name: 'Mine' })).status).toBe(403)
    expect((await call('PATCH', path, 'tora-aas', { team: null })).status).toBe(403)
    expect((await call('PATCH', path, 'tora-aas', {})).status).toBe(200)
    expect((await call('PATCH', path, 'olin-brandt', { name: 'Power at a gate', team: null })).status).toBe(
      200,
    )
    expect(await offered(outsider)).toBe(true)
    expect((await call('GET', '/api/checklists', outsider)).answer.kept.map((one) => one.list.name)).toEqual([
      'Power at a gate',
    ])
    expect((await call('DELETE', path, 'olin-brandt')).status).toBe(200)
    expect((await call('DELETE', path, 'olin-brandt')).status).toBe(404)
    expect(await tasksOf(next)).toHaveLength(2)
  })
})

describe('what became of checklists', () => {
  it('is counted task by task', async () => {
    const counted = async () =>
      (await call('GET', '/api/checklists/counts', 'olin-brandt')).answer.lists['gate-power'] ?? {}
    const before = (await counted())['Box shut and sealed']?.came ?? 0
    const ticket = await logged()
    await call('POST', `${ticket}/tasks`, 'tora-aas', { checklist: 'gate-power' })
    const tasks = await tasksOf(ticket)
    const of = (text: string) => `${ticket}/tasks/${tasks.find((one) => one.text === text)!.id}`
    await call('PATCH', of('Box shut and sealed'), 'tora-aas', { done: true })
    await call('PATCH', of('Spare battery booked out'), 'tora-aas', { notNeeded: 'It has one.' })
    expect(await counted()).toMatchObject({
      'Box shut and sealed': { came: before + 1, ticked: 1, left: 0, took: expect.any(Number) as number },
      'Spare battery booked out': { ticked: 0, left: 1, took: null },
    })
  })
})

describe('whose tasks they are', () => {
  it('is told to each of them: by name, and of their teams, the first due first', async () => {
    const ticket = await logged()
    await call('POST', `${ticket}/tasks`, 'tora-aas', {
      tasks: [
        { text: 'Later', person: 'una-frost', within: 'PT9H' },
        { text: 'Sooner', person: 'una-frost', within: 'PT1H' },
        { text: 'Nobody’s' },
      ],
    })
    const mine = (await call('GET', '/api/tasks/mine', 'una-frost')).answer.tasks
    expect(mine.map((one) => one.text)).toEqual(['Sooner', 'Later'])
    const { id } = (await tasksOf(ticket)).find((one) => one.text === 'Sooner')!
    await call('PATCH', `${ticket}/tasks/${id}`, 'una-frost', { done: true })
    const left = (await call('GET', '/api/tasks/mine', 'una-frost')).answer.tasks
    expect(left.map((one) => one.text)).toEqual(['Later'])
  })
})
