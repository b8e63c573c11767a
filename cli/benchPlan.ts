import { CompiledDesign, Directory } from '../core/design'
import { forecast, nextSteps, type Plan, type PlanTask } from '../core/plan'
import {
  decide,
  followedPlans,
  planForecast,
  planWorld,
  type Command,
  type TicketState,
} from '../core/ticket'
import { demoDesign } from '../demo/design'
import { DEMO_BEGINS, demoDirectory } from '../demo/directory'
import { present } from '../core/lookup'

// How long a large plan takes to decide: twelve stages, two hundred tasks, half of them by conditions and in turn.

const TASKS = 200
const STAGES = 12
const directory = new Directory(demoDirectory())

function largePlan(): Plan {
  const task = (stage: number, at: number): PlanTask => ({
    ...{ id: `t${stage}-${at}`, text: `Task ${stage}.${at}`, do: 'work', required: true },
    who: at % 3 ? { by: 'team', team: 'networks' } : { by: 'siteManager' },
    due: { within: 'PT8H' },
    ...(at % 2 && { when: { fact: 'category', op: 'under', value: 'gates' } as const }),
    ...(at % 4 === 3 && { after: [`t${stage}-${at - 1}`] }),
  })
  const perStage = Math.ceil(TASKS / STAGES)
  return {
    ...{
      id: 'large',
      name: 'A ship joins the fleet',
      when: { fact: 'item', op: 'is', value: 'gate-scanner' },
    },
    stages: Array.from({ length: STAGES }, (_, stage) => ({
      ...{ id: `s${stage}`, name: `Stage ${stage}` },
      tasks: Array.from({ length: Math.min(perStage, TASKS - stage * perStage) }, (_, at) => task(stage, at)),
    })),
  }
}

const design: CompiledDesign = new CompiledDesign({ ...demoDesign(), plans: [largePlan()] }, 1, () => design)
let now = DEMO_BEGINS
function act(state: TicketState | undefined, command: Command, person: string): TicketState {
  now += 60_000
  return decide(state, command, design, directory, {
    now,
    actor: { person },
    work: { openCounts: new Map() },
  }).state
}

let state = act(
  undefined,
  {
    ...{ kind: 'log', reference: 1, item: 'gate-scanner', portal: 'merrow', channel: 'portal' },
    ...{ requester: 'ines-varga', answers: { gates: 1 } },
  },
  'ines-varga',
)
const times: number[] = []
const commands: number[] = []
const expected: number[] = []
for (;;) {
  const [followed] = followedPlans(state, design)
  const { run } = present(followed)
  const next = Object.keys(run.tasks).find((id) => !run.tasks[id]?.end)
  if (next === undefined || run.ended) break
  const world = planWorld({ state, design, directory, now }, present(followed))
  const begun = performance.now()
  for (let time = 0; time < 20; time++) nextSteps(present(followed).plan, run, world)
  times.push((performance.now() - begun) / 20)
  const from = performance.now()
  forecast(present(followed).plan, run, world)
  expected.push(performance.now() - from)
  const decided = performance.now()
  state = act(state, { kind: 'changePlanTask', run: run.id, task: next, change: { done: true } }, 'tora-aas')
  commands.push(performance.now() - decided)
}
const at = (list: number[], share: number) =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(share * list.length))] ?? 0
const said = (list: number[]) => `p50 ${at(list, 0.5).toFixed(3)} ms, p99 ${at(list, 0.99).toFixed(3)} ms`
console.log(`what a plan of ${STAGES} stages and ${TASKS} tasks does next: ${said(times)}`)
console.log(`when it is expected to be done: ${said(expected)}`)
console.log(`a task of it ticked, decided with all that follows: ${said(commands)}`)

/** New crew members of the sample world, each a task further than the one before, as far as nobody's word is needed. */
const RUNNING = 2000
function joining(): TicketState[] {
  const sample: CompiledDesign = new CompiledDesign(demoDesign(), 1, () => sample)
  const asked: Command = {
    ...{ kind: 'log', reference: 2, item: 'new-crew', portal: 'merrow', channel: 'portal' },
    ...{
      requester: 'ketil-rasp',
      answers: { joinerName: 'Signe Dahl', startsOn: '2026-12-01', joinerNeeds: ['mail'] },
    },
  }
  const by = (person: string) => ({ now, actor: { person }, work: { openCounts: new Map<string, number>() } })
  const states = [decide(undefined, asked, sample, directory, by('ketil-rasp')).state]
  for (;;) {
    const last = states.at(-1)!
    const run = last.plans![0]!
    const next = Object.keys(run.tasks).find((id) => !run.tasks[id]?.end && !run.tasks[id]?.asked)
    if (next === undefined) break
    const done: Command = run.tasks[next]!.form
      ? { kind: 'fillForm', run: run.id, task: next, answers: { berth: 'Cabin 12', watch: 'day' } }
      : { kind: 'changePlanTask', run: run.id, task: next, change: { done: true } }
    states.push(decide(last, done, sample, directory, by('tora-aas')).state)
  }
  const begun = performance.now()
  for (let index = 0; index < RUNNING; index++) {
    const state = states[index % states.length]!
    planForecast(state, sample, directory, followedPlans(state, sample)[0]!, now)
  }
  console.log(
    `when ${RUNNING} running plans of the sample are expected to be done, and why: ${(performance.now() - begun).toFixed(0)} ms`,
  )
  return states
}
joining()
