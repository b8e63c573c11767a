import { onCall } from '../../core/ladder'
import { isSeen, REQUESTER, type Sight } from '../../core/rights'
import { HOUR } from '../../core/time'
import type { Caller } from '../base/caller'
import { deskNow } from '../clock/deskClock'
import type { Reading } from './reading'
import { seenSql, sightOf } from './sight'

/** So far ahead one looks for promises that run out. */
export const SOON = 2 * HOUR

/** The desk as it stands: what runs out soon, what nobody has, what waits in Arrivals, who is there. */
export async function deskGlance(desk: Reading, caller: Pick<Caller, 'id' | 'teams'>) {
  const now = deskNow()
  const [directory, { design }, sight, clocks] = await Promise.all([
    desk.knowledge.directory(),
    desk.knowledge.currentEdition(),
    sightOf(desk, caller.id),
    desk.clocks.all(),
  ])
  const soon = new Map<string, { soon: number; over: number }>()
  const until = now + SOON
  for (const clock of [...clocks].flat()) {
    const { dueAt, team, paused } = clock
    if (paused || dueAt === null || dueAt > until || !isSeen(sight, clock)) continue
    const found = soon.get(team) ?? { soon: 0, over: 0 }
    if (dueAt <= now) found.over++
    else found.soon++
    soon.set(team, found)
  }
  const staff = [...directory.people.values()].filter((one) => one.active && one.role !== REQUESTER)
  const teamName = (id: string) => directory.teams.get(id)?.name ?? id
  return {
    /** Until when one looks ahead, as epoch milliseconds. */
    until,
    teams: [...soon]
      .map(([id, counts]) => ({ id, name: teamName(id), ...counts }))
      .sort((a, b) => b.over + b.soon - (a.over + a.soon) || a.name.localeCompare(b.name, 'en')),
    unassigned: (await desk.open.counts({ person: caller.id, teams: caller.teams, now, sight })).unassigned,
    /** How many wait in Arrivals; null for whom they do not concern. */
    arrivals: directory.may(caller.id, 'acceptArrivals') ? await heldOf(desk, sight) : null,
    onShift: staff
      .filter((one) => directory.isOnShift(one, now))
      .map(({ id, name, teams }) => ({ id, name, teams: teams.map(teamName) }))
      .sort((a, b) => a.name.localeCompare(b.name, 'en')),
    onCall: design.rotas.flatMap((rota) => {
      const people = onCall(rota, now, directory.rotaFacts)
      return people.length
        ? [{ id: rota.id, name: rota.name, people: people.map((one) => directory.nameOf(one)) }]
        : []
    }),
  }
}

async function heldOf(desk: Reading, sight: Sight): Promise<number> {
  const { waiting } = await desk.db
    .selectFrom('ticket')
    .select((e) => e.fn.countAll<number>().as('waiting'))
    .where('held', '=', true)
    .where(seenSql(sight))
    .executeTakeFirstOrThrow()
  return Number(waiting)
}
