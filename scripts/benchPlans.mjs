import { median, note, pool } from './benchTools.mjs'

const TASKS_IN_STAGE = 50
const TRIES = 40

/** A plan whose second stage has fifty tasks, as people of several teams would have them. */
const PLAN = {
  ...{ id: 'bench', name: 'Bench', when: { fact: 'item', op: 'is', value: 'loan-laptop' } },
  stages: [
    {
      ...{ id: 'first', name: 'First' },
      tasks: [{ id: 'begin', text: 'Begin', do: 'work', required: true }],
    },
    {
      ...{ id: 'many', name: 'Many' },
      tasks: Array.from({ length: TASKS_IN_STAGE }, (_, at) => ({
        ...{ id: `task-${at}`, text: `Task ${at + 1}`, do: 'work', required: true },
        ...{ who: { by: 'team', team: at % 2 ? 'networks' : 'devices-workshop' } },
        due: { within: 'PT8H' },
      })),
    },
  ],
}

/** How long it takes through HTTP to do a task by which a stage of fifty opens: decided, stored and answered. */
export async function planStages({ address, headers }) {
  const send = async (path, method, body) => {
    const answer = await fetch(`${address}${path}`, { method, headers, body: body && JSON.stringify(body) })
    if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${await answer.text()}`)
    return answer.json()
  }
  const change = { list: 'plans', id: PLAN.id, before: null, after: PLAN }
  const draft = await send('/api/draft', 'PATCH', { changes: [change] })
  await send('/api/draft/publish', 'POST', { version: draft.version, note: 'Bench', openTickets: 'keep' })
  const times = []
  for (let tried = 0; tried < TRIES; tried++) {
    const { reference } = await send('/api/tickets', 'POST', {
      ...{ item: 'loan-laptop', portal: 'merrow', requester: 'ines-varga' },
      answers: { neededUntil: '2026-12-24', details: 'For the bench.' },
    })
    const { plans } = await send(`/api/tickets/${reference}`, 'GET')
    const { run } = plans.find((one) => one.plan === PLAN.id)
    const began = performance.now()
    await send(`/api/tickets/${reference}/plans/${run}/tasks/begin`, 'PATCH', { done: true })
    times.push(performance.now() - began)
    const { rows } = await pool.query(
      'select count(*)::int as open from plan_task where reference = $1 and run = $2',
      [reference, run],
    )
    if (rows[0].open !== TASKS_IN_STAGE)
      throw new Error(`${rows[0].open} tasks opened, not ${TASKS_IN_STAGE}`)
  }
  note(
    `opening a stage of ${TASKS_IN_STAGE} tasks through HTTP`,
    `p50 ${median(times).toFixed(0)} ms, most ${Math.max(...times).toFixed(0)} ms`,
  )
}
