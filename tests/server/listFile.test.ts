import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { sql } from 'kysely'
import {
  callOffFile,
  doFile,
  filePage,
  lastFile,
  reportOf,
  sendFile,
  sweepListFiles,
  takeSent,
} from '../../server/commands/listFile'
import { ADA, makeWorld, OLIN } from './world'

let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld('list_file')
})
afterAll(() => world.close())

const send = async (lines: string[] | Buffer, by = ADA) => {
  const content = Buffer.isBuffer(lines) ? lines : Buffer.from(lines.join('\n'))
  return (await sendFile(world.desk, { list: 'people', name: 'people.csv', as: 'csv', content }, by)).id
}
const work = (id: string) => doFile(world.desk, id, false)
const page = (id: string, by = ADA) => filePage(world.desk, id, by)
const person = async (mail: string) => (await world.desk.knowledge.directory()).personOf(mail)
const HEADS = 'name,mail,role,organisation'

describe('a file that was sent', () => {
  it('waits, is looked at line by line, and is taken in once somebody says so', async () => {
    const id = await send([
      HEADS,
      'Una Ash,una@merrow.example,requester,merrow',
      'Una,una@merrow.example,requester,merrow',
      ',x,,',
    ])
    expect(await page(id)).toMatchObject({ state: 'waiting', summary: null, name: 'people.csv' })
    await expect(takeSent(world.desk, id, ADA)).rejects.toThrow('not looked at yet')
    await work(id)
    const looked = await page(id)
    expect(looked).toMatchObject({
      state: 'looked',
      done: 3,
      total: 3,
      summary: { counts: { new: 1, wrong: 2 } },
    })
    expect(looked.wrong.map((one) => [one.line, one.problems[0]?.field])).toEqual([
      [3, 'id'],
      [4, 'mail'],
    ])
    expect(await person('una@merrow.example')).toBeUndefined()
    expect((await lastFile(world.desk, 'people', ADA))?.id).toBe(id)
    await takeSent(world.desk, id, ADA)
    await work(id)
    expect(await page(id)).toMatchObject({ state: 'taken', summary: { counts: { new: 1 } } })
    expect((await person('una@merrow.example'))?.name).toBe('Una Ash')
    await expect(takeSent(world.desk, id, ADA)).rejects.toThrow('taken in already')
    expect((await reportOf(world.desk, id, ADA)).split('\r\n').slice(0, 2)).toEqual([
      'line,outcome,id,name,problems',
      '2,new,una-ash,Una Ash,',
    ])
  })

  it('is seen by nobody else, and stays a day', async () => {
    const id = await send([HEADS, 'Ivo Ash,ivo@merrow.example,requester,merrow'])
    await expect(page(id, OLIN)).rejects.toMatchObject({ reason: 'missing' })
    await expect(callOffFile(world.desk, id, OLIN)).rejects.toMatchObject({ reason: 'missing' })
    await sql`update list_file set sent_at = now() - interval '25 hours' where id = ${id}`.execute(world.db)
    await sweepListFiles(world.db)
    await expect(page(id)).rejects.toMatchObject({ reason: 'missing' })
  })

  it('that is called off is not taken in, at whatever moment', async () => {
    const id = await send([HEADS, 'Off Ash,off@merrow.example,requester,merrow'])
    await work(id)
    await takeSent(world.desk, id, ADA)
    await callOffFile(world.desk, id, ADA)
    await work(id)
    expect((await page(id)).state).toBe('calledOff')
    expect(await person('off@merrow.example')).toBeUndefined()
    expect(await lastFile(world.desk, 'people', ADA)).not.toMatchObject({ id })
  })

  it('begins anew where a worker was killed, and makes nothing twice', async () => {
    const id = await send([HEADS, 'Kit Ash,kit@merrow.example,requester,merrow'])
    await sql`update list_file set state = 'looking', done = 1 where id = ${id}`.execute(world.db)
    await work(id)
    await takeSent(world.desk, id, ADA)
    await Promise.allSettled([work(id), work(id)])
    await work(id)
    expect(await page(id)).toMatchObject({ state: 'taken' })
    const { rows } = await sql`select 1 from person where mail = 'kit@merrow.example'`.execute(world.db)
    expect(rows).toHaveLength(1)
  })

  it.each<[string, string[] | Buffer, string]>([
    ['in another encoding', Buffer.from('name,mail\nR\xf8r,x@y.example', 'latin1'), 'save it as “CSV UTF-8”'],
    [
      'of a million lines',
      Buffer.from(`name\n${'x\n'.repeat(1_000_000)}`),
      'more than 100000 lines; take it in parts',
    ],
    ['of nothing', [HEADS], 'no lines below its headings'],
  ])('%s is refused with what to do, and nothing of it is taken', async (_, lines, why) => {
    const id = await send(lines)
    await work(id)
    expect(await page(id)).toMatchObject({ state: 'failed', problem: expect.stringContaining(why) })
  })

  it('waits where somebody has four at work already', async () => {
    const sent = await Promise.allSettled(
      Array.from({ length: 7 }, () => send([HEADS, 'A,a@x.example,requester,merrow'], OLIN)),
    )
    expect(sent.filter((one) => one.status === 'fulfilled')).toHaveLength(4)
    expect(sent.find((one) => one.status === 'rejected')).toMatchObject({ reason: { reason: 'conflict' } })
  })

  it('does not pile up: of those that are done with the last four stay', async () => {
    for (let count = 0; count < 6; count++) {
      const id = await send([HEADS, 'A,a@x.example,requester,merrow'])
      await work(id)
    }
    const { rows } = await sql`select 1 from list_file where person = 'ada-thorne'`.execute(world.db)
    expect(rows.length).toBeLessThanOrEqual(5)
  })
})
