import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { demoDirectory } from '../../demo/directory'
import fc from 'fast-check'
import { begun, done, openIn, stage, take, todo, world } from '../../tests/aPlan'
import { runs } from '../../tests/runs'
import type { Condition } from '../condition'
import { MOST_PLAN_TASKS, type Plan, type Stage } from '../plan'
import { changesInWords, Directory, mappedDesign, proofread, type Design } from '.'

const directory = new Directory(demoDirectory())
const FOR: Condition = { fact: 'item', op: 'is', value: 'new-crew' }
const withPlan = (stages: Stage[], more: Partial<Plan> = {}): Design => ({
  ...demoDesign(),
  plans: [{ id: 'p', name: 'A plan', when: FOR, stages, ...more }],
})
/** What is found in a plan, without the article: `stage-a stageCircle`. */
const found = (stages: Stage[], more: Partial<Plan> = {}, of = directory) =>
  proofread(withPlan(stages, more), of)
    .filter(({ place }) => place.startsWith('plans/p'))
    .map(({ place, code }) => `${place.slice(8)} ${code}`.trim())
const approval = (more: object) =>
  todo('seal', { do: 'approval', ask: [{ who: { by: 'siteManager' } }], ...more })

const calling = (more: object) => todo('account', { do: 'call', webhook: 'accounts', ...more })
const asking = (more: object) => todo('loan', { do: 'ticket', ...more })
const later = (more: object) =>
  todo('ask', { do: 'form', form: 'berth-duties', who: { by: 'siteManager' }, ...more })
const JOINER = ['joinerName', 'startsOn', 'joinerNeeds'].map((question) => ({
  ...{ question, fact: `form.${question}` },
}))

// Common practice with no source: what a plan must not be.
describe('what is wrong in a plan', () => {
  it('is nothing in one that can be gone through', () => {
    expect(found([stage('a', [todo('x')]), stage('b', [todo('y'), approval({})])])).toEqual([])
    const outside = [calling({ reads: [{ from: 'account.name', field: 'accountName' }] })]
    expect(found([stage('a', outside)])).toEqual([])
    expect(proofread(demoDesign(), directory).filter(({ place }) => place.startsWith('plans'))).toEqual([])
  })

  it.each<[string, Stage[], string[]]>([
    [
      'a circle of stages',
      [stage('a', [todo('x')], { after: ['b'] }), stage('b', [todo('y')], { after: ['a'] })],
      ['stage-a stageCircle', 'stage-b stageCircle'],
    ],
    [
      'a stage after one that is not there',
      [stage('a', [todo('x')], { after: ['gone'] })],
      ['stage-a stageNeverOpens'],
    ],
    [
      'a stage for no request that has the plan',
      [stage('a', [todo('x')], { when: { fact: 'item', op: 'is', value: 'leaver' } })],
      ['stage-a conditionNeverHolds'],
    ],
    [
      'a stage that nothing holds up',
      [stage('a', [todo('x', { required: undefined, due: { within: 'PT1H' } })]), stage('b', [todo('y')])],
      ['stage-a stagePassesAtOnce'],
    ],
    ['a stage without a task', [stage('a', []), stage('b', [todo('y')])], ['stage-a planEmpty']],
    [
      'a circle of tasks',
      [stage('a', [todo('x', { after: ['y'] }), todo('y', { after: ['x'] })])],
      ['x taskCircle', 'y taskCircle'],
    ],
    [
      'a task after one of another stage',
      [stage('a', [todo('x')]), stage('b', [todo('y', { after: ['x'] })])],
      ['y taskCircle'],
    ],
    [
      'a task that begins with a later stage',
      [stage('a', [todo('x', { beginsWith: 'b' })]), stage('b', [todo('y')])],
      ['x taskBeforeStage'],
    ],
    [
      'a task that goes by what changes with time',
      [stage('a', [todo('x', { when: { fact: 'hoursSinceLogged', op: 'atLeast', value: 4 } })])],
      ['x factOfTime'],
    ],
    [
      'a task of a team that is not there',
      [stage('a', [todo('x', { who: { by: 'team', team: 'gone' } })])],
      ['x referenceMissing'],
    ],
    [
      'a task of whom no question names',
      [stage('a', [todo('x', { who: { by: 'answer', question: 'joinerName' } })])],
      ['x taskForNobody'],
    ],
    [
      'a task of whom another form asks for',
      [stage('a', [todo('x', { due: { by: { fact: 'form.neededUntil' } } })])],
      ['x reasonNotAskedHere'],
    ],
    [
      'a due time that is none',
      [stage('a', [todo('x', { due: { within: 'soon' } })])],
      ['x durationUnreadable'],
    ],
    [
      'a due day that is no day',
      [stage('a', [todo('x', { due: { by: { fact: 'form.joinerName' } } })])],
      ['x dayNotAnswered'],
    ],
    [
      'a time of day that is none',
      [stage('a', [todo('x')], { from: { fact: 'form.startsOn', at: '6' } })],
      ['stage-a dayUnreadable'],
    ],
    [
      'what is due before it can begin',
      [
        stage('a', [todo('x', { due: { by: { fact: 'form.startsOn', before: 'PT8H' } } })], {
          from: { fact: 'form.startsOn' },
        }),
      ],
      ['x dueBeforeBegin'],
    ],
    [
      'what is carried over and never due',
      [stage('a', [todo('x'), todo('y', { required: undefined })]), stage('b', [todo('z')])],
      ['y carriedForEver'],
    ],
    [
      'a call of a system that is not there, and into what is no field',
      [stage('a', [calling({ webhook: 'gone', reads: [{ from: 'a..b', field: 'no-field' }] })])],
      ['account referenceMissing', 'account referenceMissing', 'account pathUnreadable'],
    ],
    [
      'a ticket whose question nobody answers',
      [stage('a', [asking({ item: 'loan-laptop' })])],
      ['loan ticketUnanswered'],
    ],
    [
      'a ticket that is told what it does not ask',
      [stage('a', [asking({ item: 'sign-in', passes: [{ question: 'gates', fact: 'form.startsOn' }] })])],
      ['loan passedUnasked', 'loan ticketUnanswered'],
    ],
    [
      'a ticket of an item that is not there',
      [stage('a', [asking({ item: 'gone' })])],
      ['loan referenceMissing'],
    ],
    [
      'a ticket that asks for itself',
      [stage('a', [asking({ item: 'new-crew', passes: JOINER })])],
      ['loan ticketCircle'],
    ],
    ['a form that is not there', [stage('a', [later({ form: 'gone' })])], ['ask referenceMissing']],
    ['a form that asks nobody', [stage('a', [later({ who: undefined })])], ['ask formForNobody']],
    [
      'a form by a link in which a machine is chosen',
      [stage('a', [later({ form: 'till', to: { question: 'joinerName' } })])],
      ['ask linkCannotAnswer'],
    ],
    [
      'an address that is none, and one that nobody is asked for',
      [
        stage('a', [
          later({ form: 'first-day', to: { address: 'the supplier' } }),
          later({ id: 'again', form: 'first-day', to: { question: 'neededUntil' } }),
        ]),
      ],
      ['ask addressUnreadable', 'again reasonNotAskedHere'],
    ],
    ['an approval that asks nobody', [stage('a', [approval({ ask: [] })])], ['seal approvalAsksNobody']],
    [
      'an approval of whoever asks',
      [stage('a', [approval({ ask: [{ who: { by: 'requester' } }] })])],
      ['seal approvalOfRequester'],
    ],
    [
      'an approval of more than are asked',
      [stage('a', [approval({ needs: { of: 2 } })])],
      ['seal approvalNeedsNone'],
    ],
    [
      'limits of no amount',
      [stage('a', [approval({ ask: [{ who: { by: 'siteManager' }, upTo: 500 }] })])],
      ['seal limitOfNothing'],
    ],
    [
      'a refusal that goes back to a later stage',
      [stage('a', [approval({ refused: { then: 'back', stage: 'b' } })]), stage('b', [todo('y')])],
      ['seal stageNeverOpens'],
    ],
    ['a wait for nothing', [stage('a', [todo('x', { do: 'wait' })])], ['x waitForNothing']],
    [
      'a message to nobody',
      [stage('a', [todo('x', { do: 'message', tell: [], template: 'gone' })])],
      ['x referenceMissing', 'x recipientMissing'],
    ],
    ['a task without a word', [stage('a', [todo('x', { text: ' ' })])], ['x textEmpty']],
    ['two of the same id', [stage('a', [todo('x'), todo('x')])], ['duplicateId']],
  ])('is %s', (_, stages, expected) => {
    expect(found(stages)).toEqual(expected)
  })

  it('is a site that nobody looks after, and a team in which nobody is', () => {
    const data = demoDirectory()
    const sites = data.sites.map((one) => (one.id === 'varnes' ? { ...one, manager: undefined } : one))
    const alone = new Directory({ ...data, sites, teams: [...data.teams, { id: 'empty', name: 'Empty' }] })
    expect(found([stage('a', [approval({})])], {}, alone)).toEqual(['seal taskForNobody'])
    expect(found([stage('a', [todo('x', { who: { by: 'team', team: 'empty' } })])], {}, alone)).toEqual([
      'x taskForNobody',
    ])
  })

  it('is more than anybody could read', () => {
    const many = Array.from({ length: MOST_PLAN_TASKS + 1 }, (_, at) => todo(`t${at}`))
    expect(found([stage('a', many)])).toEqual(['planTooLarge'])
  })
})

/** Plans of any order, most of them wrong: stages and tasks that wait for whatever there is. */
const anyPlan = fc.integer({ min: 1, max: 5 }).chain((many) => {
  const ids = Array.from({ length: many }, (_, at) => `s${at}`)
  const some = (list: string[]) =>
    fc.option(fc.subarray(list, { maxLength: Math.min(2, list.length) }), { nil: undefined })
  return fc.tuple(
    ...ids.map((id) => {
      const names = [`${id}a`, `${id}b`]
      const task = (name: string) =>
        fc
          .record({ after: some(names), beginsWith: fc.option(fc.constantFrom(...ids), { nil: undefined }) })
          .map((more) => todo(name, more))
      return fc
        .record({
          tasks: fc.tuple(...names.map(task)),
          after: some(ids),
          join: fc.constantFrom(undefined, 'any' as const),
        })
        .map(({ tasks, ...more }) => stage(id, tasks, more))
    }),
  )
})

describe('a plan in which nothing wrong is found', () => {
  it('opens every stage and comes to its end, whatever it looks like', () => {
    let sound = 0
    fc.assert(
      fc.property(anyPlan, (stages) => {
        const isSound = !proofread(withPlan(stages), directory).some(
          ({ severity, place }) => severity === 'error' && place.startsWith('plans/p'),
        )
        const plan: Plan = { id: 'p', name: 'A plan', stages }
        let run = take(begun(), plan, world())
        for (let open = openIn(run); open.length; open = openIn(run))
          run = take(done(run, open[0]!), plan, world())
        // And the other way round: what cannot be gone through was found.
        expect(run.ended !== undefined || !isSound).toBe(true)
        sound += Number(isSound)
      }),
      { ...runs(400), seed: 20 },
    )
    expect(sound).toBeGreaterThan(3)
  })
})

describe('a plan in the words of another desk', () => {
  const design = withPlan([
    stage('a', [
      todo('x', { who: { by: 'team', team: 'networks' } }),
      approval({ ask: ['olin-brandt', 'tora-aas'].map((person) => ({ who: { by: 'person', person } })) }),
    ]),
    stage('b', [todo('y')], { when: { fact: 'team', op: 'is', value: 'networks' } }),
  ])

  it('does without whom it leaves out, and asks nobody else', () => {
    const [plan] = mappedDesign(design, (what, id) =>
      id === 'networks' || id === 'tora-aas' ? undefined : id,
    ).plans
    expect(plan!.stages[0]!.tasks[0]!.who).toBeUndefined()
    expect(plan!.stages[0]!.tasks[1]).toMatchObject({ ask: [{ who: { person: 'olin-brandt' } }] })
    // What was for that team alone is for nobody now, and not for everybody.
    expect(plan!.stages[1]!.when).toEqual({ any: [] })
  })

  it('keeps an approval whole where nobody of it would be left', () => {
    const nobody = mappedDesign(design, (what, id) => (what === 'person' ? undefined : id)).plans[0]!
    expect(nobody.stages[0]!.tasks[1]).toMatchObject({ ask: [{}, {}] })
  })
})

describe('answers that come later', () => {
  const stages = [
    stage('a', [later({})]),
    stage('b', [todo('y', { when: { fact: 'form.watch', op: 'is', value: 'night' } })]),
  ]

  it('are known to what goes by them, in the plan and elsewhere', () => {
    expect(found(stages)).toEqual([])
    const design = withPlan(stages)
    const [first] = design.serviceLevels
    const when: Condition = { fact: 'form.watch', op: 'is', value: 'night' }
    const level = { ...first!, id: 'night-watch', name: 'Night watch', when }
    const codes = (one: Design) =>
      proofread(one, directory)
        .filter(({ place }) => place.startsWith('service-levels/night-watch'))
        .map(({ code }) => code)
    const with_ = { ...design, serviceLevels: [level, ...design.serviceLevels] }
    expect(codes(with_)).not.toContain('reasonNeverAsked')
    // Without a plan that asks for it nobody ever answers it.
    expect(codes({ ...with_, plans: [] })).toContain('reasonNeverAsked')
  })

  it('may be asked by what was answered before, and by nothing else', () => {
    const form = (fact: string) => ({
      ...demoDesign(),
      forms: demoDesign().forms.map((one) =>
        one.id === 'berth-duties'
          ? {
              ...one,
              steps: [
                { title: 'x', questions: [{ question: 'berth', showWhen: { fact, op: 'filled' as const } }] },
              ],
            }
          : one,
      ),
    })
    const codes = (fact: string) =>
      proofread(form(fact), directory)
        .filter(({ place }) => place.startsWith('forms/berth-duties'))
        .map(({ code }) => code)
    expect(codes('form.joinerNeeds')).toEqual([])
    expect(codes('form.gates')).toEqual(['dependsOnLaterQuestion'])
  })
})

describe('what became of a plan', () => {
  it('is said as a lead says it, without an id', () => {
    const before = withPlan([stage('a', [todo('x'), todo('y', { after: ['x'] })]), stage('b', [todo('z')])])
    const after = withPlan(
      [
        stage(
          'a',
          [
            todo('x', { who: { by: 'team', team: 'networks' }, due: { within: 'PT4H' } }),
            approval({ refused: { then: 'back', stage: 'a' } }),
          ],
          { name: 'Prepare' },
        ),
        stage('b', [todo('z', { beginsWith: 'a' })], { opensOn: 'first' }),
      ],
      { left: 'letGo' },
    )
    const [change] = changesInWords(before, after, directory)
    expect(change).toMatchObject({ article: 'Plans', name: 'Plan “A plan”' })
    expect(change!.says).toEqual([
      'what is left of a stage is let go',
      'stage “Prepare”: called: “Prepare” instead of “a”',
      'stage “Prepare”: adds the task “Do seal” after “Do x”',
      'stage “Prepare”: takes out the task “Do y”',
      'stage “Prepare”: task “Do x”: done by: Networks',
      'stage “Prepare”: task “Do x”: due: within 4 hours of working time',
      'stage “b”: opens as soon as something before is done',
      'stage “b”: task “Do z”: begins with: “Prepare”',
    ])
  })
})
