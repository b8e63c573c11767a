import { beforeEach, describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { DEMO_BEGINS } from '../../demo/directory'
import { Ticket, theDirectory, TORA } from '../../tests/aTicket'
import { CompiledDesign, type Design } from '../design'
import type { Answers } from '../intake'
import { isOpen, type PlanTask } from '../plan'
import { HOUR, MINUTE } from '../time'
import { answeredLater, rebuild, type Actor, type Command, type MessageLink } from '.'

const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE
const INES = { person: 'ines-varga' }
const KETIL = { person: 'ketil-rasp' }
const OLIN = { person: 'olin-brandt' }
const LINK = { system: 'link' }

const asked = (more: object = {}) =>
  ({
    ...{ id: 'lamps', text: 'About the lamps', do: 'form', required: true, shown: true, form: 'lamps' },
    ...{ who: { by: 'person', person: 'ketil-rasp' }, due: { within: 'PT8H' } },
    ...more,
  }) as PlanTask
const LATER: PlanTask = {
  ...{ id: 'carry', text: 'Carry it', do: 'work', required: true },
  when: { fact: 'form.weight', op: 'atLeast', value: 20 },
}
function designWith(tasks: PlanTask[], change: (design: Design) => void = () => undefined) {
  const design = demoDesign()
  design.checklists = []
  design.questions = [
    ...design.questions,
    { name: 'weight', label: 'How heavy is it?', type: 'number', unit: 'kg' },
    { name: 'supplier', label: 'Who delivers it?', type: 'text', maxLength: 80 },
    { name: 'lamp', label: 'Which lamp?', type: 'text', maxLength: 40 },
  ]
  design.forms = [
    ...design.forms.map((one) =>
      one.id === 'gate-scanner'
        ? { ...one, steps: [...one.steps, { title: 'More', questions: [{ question: 'supplier' }] }] }
        : one,
    ),
    {
      ...{ id: 'lamps', name: 'Lamps' },
      steps: [
        {
          title: 'Lamps',
          questions: [
            { question: 'weight', required: true },
            { question: 'lamp', showWhen: { fact: 'form.gates', op: 'atLeast', value: 2 } },
          ],
        },
      ],
    },
  ]
  design.fields = [...design.fields, { name: 'heavy', label: 'Weight', type: 'number' }]
  design.kinds = design.kinds.map((one) => ({
    ...one,
    fields: [...one.fields, { field: 'heavy', question: 'weight' }],
  }))
  design.plans = [
    {
      ...{ id: 'gates', name: 'New gate', when: { fact: 'item', op: 'is', value: 'gate-scanner' } },
      stages: [{ id: 'do', name: 'Do', tasks }],
    },
  ]
  change(design)
  return new CompiledDesign(design, 1)
}

let ticket: Ticket
const begin = (tasks: PlanTask[], answers: Answers = {}, change?: (design: Design) => void) => {
  ticket = new Ticket(designWith(tasks, change))
  ticket.do(
    {
      ...{ kind: 'log', reference: 7, item: 'gate-scanner', portal: 'merrow', channel: 'portal' },
      ...{ requester: 'ines-varga', answers: { gates: 1, scannerLight: 'red', ...answers } },
    },
    at(0),
    INES,
  )
}
const run = () => ticket.state!.plans![0]!
const task = (id = 'lamps') => run().tasks[id]!
const link = (opened = task().openedAt): MessageLink => ({
  ...{ is: 'form', run: run().id, task: 'lamps' },
  opened,
})
const fill = (minutes: number, answers: Answers, actor: Actor = KETIL, more: object = {}) =>
  ticket.do(
    { kind: 'fillForm', run: run().id, task: 'lamps', answers, ...more } as Command,
    at(minutes),
    actor,
  )

const ring = (moment: number) => ticket.do({ kind: 'ring' }, moment, { system: 'clock' })

describe('questions that a plan asks somebody else', () => {
  beforeEach(() => begin([asked(), LATER]))

  it('go to whoever has them, with a link that is good for this asking', () => {
    const message = ticket.messages.find((one) => one.template === 'formAsked')!
    expect(message).toMatchObject({ person: 'ketil-rasp', link: link() })
    expect(message.body).toContain('About the lamps')
    expect(isOpen(task())).toBe(true)
  })

  it('are facts once they are answered: what goes by them is for the request, and fields take them', () => {
    expect(run().tasks.carry).toBeUndefined()
    fill(30, { weight: 25 })
    expect(task()).toMatchObject({ end: { how: 'done', by: 'ketil-rasp' }, form: { answered: ['weight'] } })
    expect(ticket.state!.answers).toMatchObject({ gates: 1, weight: 25 })
    expect(ticket.state!.fields).toMatchObject({ heavy: 25 })
    expect(isOpen(run().tasks.carry)).toBe(true)
    expect(answeredLater(ticket.state!, ticket.edition, theDirectory)).toMatchObject([
      {
        text: 'About the lamps',
        by: 'Ketil Rasp',
        answers: [{ label: 'How heavy is it?', answer: '25 kg' }],
      },
    ])
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it('are asked by what was answered before, and held to it', () => {
    expect(() => fill(30, { weight: 25, lamp: 'The red one' })).toThrow('need another look')
    begin([asked()], { gates: 3, boardingStopped: false })
    fill(30, { weight: 25, lamp: 'The red one' })
    expect(ticket.state!.answers.lamp).toBe('The red one')
  })

  it.each<[string, Answers]>([
    ['without what must be answered', {}],
    ['with what is not asked', { weight: 1, gates: 3 }],
    ['of another type', { weight: 'much' }],
  ])('are not taken %s, and nothing is lost', (_, answers) => {
    const before = ticket.state
    expect(() => fill(30, answers)).toThrow('need another look')
    expect(ticket.state).toBe(before)
  })

  it('are answered once: the second time it is said who did, whoever comes', () => {
    fill(30, { weight: 5 })
    expect(() => fill(31, { weight: 7 })).toThrow('answered already, by Ketil Rasp')
    expect(() => fill(31, { weight: 7 }, KETIL, { link: link() })).toThrow('answered already')
    expect(ticket.state!.answers.weight).toBe(5)
  })

  it('are nobody else’s: not the requester’s, and not by a link of somebody who has them no more', () => {
    expect(() => fill(30, { weight: 5 }, INES)).toThrow('not asked any more')
    const old = link()
    ticket.do(
      { kind: 'changePlanTask', run: run().id, task: 'lamps', change: { person: 'ivo-lade' } },
      at(40),
      TORA,
    )
    expect(ticket.told.at(-1)).toBe('formAsked→ivo-lade')
    expect(() => fill(41, { weight: 5 }, KETIL, { link: old })).toThrow('given to somebody else')
    fill(42, { weight: 5 }, { person: 'ivo-lade' }, { link: link() })
    expect(task().end).toMatchObject({ by: 'ivo-lade' })
  })

  it('may be answered by somebody of the desk in their place, but not ticked', () => {
    const tick = { kind: 'changePlanTask', run: run().id, task: 'lamps', change: { done: true } } as const
    expect(() => ticket.do(tick, at(20), OLIN)).toThrow('over once its questions are answered')
    fill(30, { weight: 5 }, OLIN)
    expect(task().end?.by).toBe('olin-brandt')
  })

  it('are asked anew where the stage is sent back, by another link', () => {
    fill(30, { weight: 5 })
    const old = link()
    ticket.do(
      { kind: 'sendPlanBack', run: run().id, stage: 'do', tasks: [], text: 'It is another lamp.' },
      at(40),
      OLIN,
    )
    expect(isOpen(task())).toBe(true)
    expect(() => fill(41, { weight: 6 }, KETIL, { link: old })).toThrow('not asked any more')
    fill(42, { weight: 6 }, KETIL, { link: link() })
    // A field that still says what was answered before says what is answered now.
    expect(ticket.state!.fields).toMatchObject({ heavy: 6 })
  })

  it('leave a field alone that somebody has set otherwise', () => {
    fill(30, { weight: 5 })
    ticket.do({ kind: 'setFields', values: { heavy: 9 } }, at(35), OLIN)
    ticket.do({ kind: 'sendPlanBack', run: run().id, stage: 'do', tasks: [], text: 'Again.' }, at(40), OLIN)
    fill(42, { weight: 6 })
    expect(ticket.state!.fields).toMatchObject({ heavy: 9 })
  })

  it('are not asked any more once the plan is called off', () => {
    const before = link()
    ticket.do({ kind: 'endPlan', run: run().id, text: 'Not needed.' }, at(30), OLIN)
    expect(() => fill(31, { weight: 6 }, KETIL, { link: before })).toThrow('not asked any more')
  })

  it('are asked again after a while, for as long as nobody answers', () => {
    begin([asked({ remind: 'PT4H' })])
    ring(at(0) + 4 * HOUR + MINUTE)
    expect(ticket.told.filter((one) => one === 'formAsked→ketil-rasp')).toHaveLength(2)
    expect(task()).toMatchObject({ reminded: 1 })
    fill(300, { weight: 6 })
    ring(at(0) + 30 * HOUR)
    expect(ticket.told.filter((one) => one === 'formAsked→ketil-rasp')).toHaveLength(2)
  })
})

describe('questions for somebody who is not in the directory', () => {
  const byLink = (to: object) => asked({ who: { by: 'team', team: 'networks' }, to })

  it('go to the address that an answer gives, and are answered by its link alone', () => {
    begin([byLink({ question: 'supplier' })], { supplier: ' lamps@tallow.example ' })
    const message = ticket.messages.find((one) => one.template === 'formAsked')!
    expect(message).toMatchObject({ person: '', address: 'lamps@tallow.example', link: link() })
    expect(() => fill(30, { weight: 5 }, LINK)).toThrow('not asked any more')
    expect(() => fill(30, { weight: 5 }, KETIL, { link: link() })).toThrow('given to somebody else')
    fill(30, { weight: 5 }, LINK, { link: link() })
    expect(task()).toMatchObject({ end: { how: 'done' }, form: { address: 'lamps@tallow.example' } })
    expect(() => fill(31, { weight: 6 }, LINK, { link: link() })).toThrow('by lamps@tallow.example')
    expect(answeredLater(ticket.state!, ticket.edition, theDirectory)[0]!.by).toBe('lamps@tallow.example')
  })

  it('are for whoever has the task where there is no address', () => {
    begin([byLink({ question: 'supplier' })], { supplier: 'by boat' })
    expect(ticket.messages.some((one) => one.template === 'formAsked')).toBe(false)
    expect(() => fill(30, { weight: 5 }, LINK, { link: link() })).toThrow('given to somebody else')
    fill(30, { weight: 5 }, TORA)
    expect(task().end?.by).toBe('tora-aas')
  })

  it('keep from the requester what they do not see, files too', () => {
    begin([asked({ shown: undefined })])
    const attachments = [{ id: 'f1', name: 'lamp.pdf', type: 'application/pdf', size: 3 }]
    fill(30, { weight: 5 }, KETIL, { attachments })
    expect(ticket.state!.innerFiles).toEqual(attachments)
    expect(ticket.state!.attachments).toBeUndefined()
    expect(answeredLater(ticket.state!, ticket.edition, theDirectory)[0]!.shown).toBe(false)
  })
})

describe('what somebody asks before they say their word', () => {
  const SEAL = {
    ...{ id: 'seal', text: 'Ketil agrees', do: 'approval', required: true, remind: 'PT4H' },
    ask: [{ who: { by: 'person', person: 'ketil-rasp' } }],
  } as PlanTask
  const wordLink = (): MessageLink => ({ ...link(task('seal').openedAt), is: 'word', task: 'seal' })
  const query = (minutes: number, more: object = {}) =>
    ticket.do(
      { kind: 'querySeal', run: run().id, task: 'seal', text: 'For how long?', ...more },
      at(minutes),
      KETIL,
    )
  beforeEach(() => begin([SEAL]))

  it('reaches the requester, whose answer comes back with the link; the word is waited for all the while', () => {
    expect(ticket.messages.find((one) => one.template === 'sealAsked')).toMatchObject({ link: wordLink() })
    query(10)
    expect(ticket.told.at(-1)).toBe('sealQueried→ines-varga')
    expect(isOpen(task('seal'))).toBe(true)
    ticket.do({ kind: 'answer', text: 'Until spring.' }, at(20), INES)
    const message = ticket.messages.findLast((one) => one.template === 'sealAnswered')!
    expect(message).toMatchObject({ person: 'ketil-rasp', link: wordLink() })
    expect(message.body).toContain('Until spring.')
    expect(task('seal').queries).toMatchObject([{ person: 'ketil-rasp', answer: { text: 'Until spring.' } }])
    ticket.do({ kind: 'answer', text: 'Or summer.' }, at(25), INES)
    expect(ticket.told.filter((one) => one === 'sealAnswered→ketil-rasp')).toHaveLength(1)
    ticket.do(
      { kind: 'saySeal', run: run().id, task: 'seal', yes: true, text: '', link: wordLink() },
      at(30),
      KETIL,
    )
    expect(task('seal').end?.how).toBe('done')
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it('lets nobody be reminded who waits for an answer themselves', () => {
    query(10)
    ring(at(0) + 5 * HOUR)
    expect(task('seal').reminded).toBeUndefined()
    ticket.do({ kind: 'answer', text: 'Until spring.' }, at(301), INES)
    ring(at(301) + 30 * HOUR)
    expect(task('seal').reminded).toBe(1)
  })

  it('is asked by whoever is asked alone, and a link of another asking is good no more', () => {
    const say = { kind: 'saySeal', run: run().id, task: 'seal', yes: true, text: '' } as const
    const command = { kind: 'querySeal', run: run().id, task: 'seal', text: 'Why?' } as const
    expect(() => ticket.do(command, at(10), TORA)).toThrow('not asked for here')
    expect(() => query(10, { text: ' ' })).toThrow()
    const old = { ...wordLink(), opened: 1 }
    expect(() => ticket.do({ ...say, link: old }, at(11), KETIL)).toThrow('not asked for here')
  })
})
