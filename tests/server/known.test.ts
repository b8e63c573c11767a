import { afterAll, beforeAll, expect, it } from 'vitest'
import { sql } from 'kysely'
import { makeWorld } from './world'

let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld('known')
})
afterAll(() => world.close())

it('reads the whole directory anew beside what is known, and misses nothing that changes meanwhile', async () => {
  const { knowledge } = world.desk
  const before = await knowledge.directory()
  await sql`update person set department = 'Bridge' where id = 'tora-aas'`.execute(world.db)
  const reading = knowledge.refresh()
  // Nobody waits for it.
  expect(await knowledge.directory()).toBe(before)
  await sql`update team set name = 'Nets' where id = 'networks'`.execute(world.db)
  await knowledge.renew([['teams', 'networks']])
  expect((await knowledge.directory()).teams.get('networks')?.name).toBe('Nets')
  await reading
  const after = await knowledge.directory()
  expect(after.people.get('tora-aas')?.department).toBe('Bridge')
  expect(after.teams.get('networks')?.name).toBe('Nets')
})
