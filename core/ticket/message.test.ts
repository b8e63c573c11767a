import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { DEMO_BEGINS, demoDirectory } from '../../demo/directory'
import { Ticket, theDirectory } from '../../tests/aTicket'
import { CompiledDesign, Directory, type Design } from '../design'
import type { Recipient } from '../ladder'
import { MINUTE } from '../time'
import { Change } from './change'
import type { Actor } from './entry'
import { composeCall, composeMessage, fill, messageFields, previewMessage, withMore } from './message'
import { addresseesOf, isPerson } from './recipients'
import type { TicketState } from './state'

const GATES = { gates: 3, boardingStopped: false }
const ALARM: Actor = { system: 'alarm' }
const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE
const designWith = (change: (design: Design) => void = () => {}) => {
  const design = demoDesign()
  change(design)
  return new CompiledDesign(design, 1)
}
const design = designWith()
const KNOWN = design.design.templates[0]!.id
const { state } = new Ticket(design).log(GATES)
const changeOf = (more: Partial<TicketState> = {}, of = design, directory = theDirectory, now = at(1)) =>
  new Change({ ...state!, ...more }, of, directory, {
    ...{ now, actor: ALARM, work: { openCounts: new Map() } },
  })
const INES = theDirectory.people.get('ines-varga')!
const TORA = theDirectory.people.get('tora-aas')!

describe('fields in a text', () => {
  const known = new Map([
    ['one', '1'],
    ['field.due', 'Friday'],
  ])
  const fields = (name: string) => known.get(name)
  it('stand in their places; what is no field stays', () => {
    expect(fill('{one} and {field.due}, {two} { one } {}', fields)).toBe('1 and Friday, {two} { one } {}')
    const more = withMore({ one: 'first', empty: '' }, fields)
    expect(fill('{one} {field.due} {empty}{toString}', more)).toBe('first Friday {toString}')
  })
})

describe('what a message can name of a ticket', () => {
  const said = (name: string, more: Partial<TicketState> = {}, now = at(1)) =>
    messageFields(changeOf(more, design, theDirectory, now), { name: 'Ines', zone: 'Europe/Oslo' })(name)

  it('is all that is known of it, by name', () => {
    expect(said('reference')).toBe('7')
    expect(said('summary')).toBe(design.said(state!.summary))
    expect(said('recipient')).toBe('Ines')
    expect(said('requester')).toBe('Ines Varga')
    expect(said('organisation')).toBe(theDirectory.organisations.get(state!.organisation!)!.name)
    expect(said('site')).toBe(theDirectory.sites.get(state!.site!)!.name)
    expect(said('team')).toBe(theDirectory.teams.get(state!.team)!.name)
    expect(said('priority')).toBe(design.priority(state!.priority).name)
    expect(said('status')).toBe('We have it and will look at it')
    expect(said('desk')).toBe(design.design.desk.name)
    expect(said('answers')).toContain('3')
    expect(said('nothing')).toBeUndefined()
    expect(said('constructor')).toBeUndefined()
  })

  it('is empty, or said plainly, where it is not there', () => {
    expect(said('organisation', { organisation: null })).toBe('')
    expect(said('site', { site: null })).toBe('')
    expect(said('team', { team: 'gone' })).toBe('gone')
    expect(said('priority', { priority: '' })).toBe('')
    expect(said('technician', { technician: null })).toBe('nobody yet')
    expect(said('technician', { technician: 'tora-aas' })).toBe('Tora Aas')
  })

  it('is by when it is answered and solved: in the zone of the reader, unless it rests, waits or has no promise', () => {
    expect(said('respondBy')).toMatch(/^\d\d:\d\d \(Europe\/Oslo\)$/)
    expect(said('resolveBy')).not.toBe(said('respondBy'))
    expect(said('respondBy', { held: {} as TicketState['held'] })).toBe(
      'a time that you are told as soon as we have looked at it',
    )
    expect(said('respondBy', { clocks: [] })).toBe(said('resolveBy', { clocks: [] }))
    expect(said('respondBy', { clocks: [] })).not.toMatch(/\d/)
    const rests = state!.clocks.map((one) => ({
      ...one,
      pauses: [{ from: at(0), by: 'x', why: { edition: 1, why: [] } }],
    }))
    expect(said('respondBy', { clocks: rests })).not.toMatch(/\d/)
  })

  it('is a field of its kind, empty while it has no value', () => {
    expect(said('field.dueBack', { fields: { dueBack: '2026-12-04' } })).toMatch(/4/)
    expect(said('field.dueBack')).toBe('')
    expect(said('field.gone')).toBeUndefined()
  })
})

describe('a message that is written', () => {
  it('says its template in one line and its text, from the mailbox of the portal', () => {
    const message = composeMessage(changeOf(), INES, KNOWN, {})
    expect(message).toMatchObject({
      ...{ person: 'ines-varga', template: KNOWN },
      from: design.findPortal('merrow')!.mailbox,
    })
    expect(message.subject).toMatch(/^\[7\] /)
    expect(message.body).toBe(message.body.trim())
    const long = composeMessage(changeOf({ summary: `a\n b ${'x'.repeat(300)}` }), INES, KNOWN, {})
    expect(long.subject).toHaveLength(200)
    expect(long.subject).toContain('a b xxx')
    expect(composeMessage(changeOf({ portal: null }), INES, KNOWN, {}).from).toBe(
      design.design.portals[0]!.mailbox,
    )
    const bare = designWith((one) => (one.portals = []))
    expect(composeMessage(changeOf({}, bare), INES, KNOWN, {}).from).toBe('desk@localhost')
  })

  it('has plain words where its edition lacks the template, with what is said by the way', () => {
    const plain = composeMessage(changeOf(), TORA, 'of-a-newer-one', { text: 'Look here.' })
    expect(plain.subject).toBe(`[7] ${design.said(state!.summary)}`)
    expect(plain.body).toBe(`Look here.\n\n${design.design.desk.name}`)
    const outside = composeMessage(changeOf(), { address: 'a@x.example', name: 'A' }, 'x', {
      text: '{recipient}',
    })
    expect(outside).toMatchObject({ person: '', body: expect.stringContaining('{recipient}') })
  })

  it('says in plain words what the desk wrote, and keeps how it was written where that says more', () => {
    const reply = (text: string, attachments = [{ id: '1', name: 'plan.png', type: 'image/png', size: 9 }]) =>
      new Ticket(design).log(GATES).do({ kind: 'reply', text, attachments }, at(1)).messages.at(-1)!
    const written = 'Do **this**: `snake_case`\n\n- [on](https://a.example) for $& always'
    const message = reply(written)
    expect(message.body).toContain('Do this: snake_case\n\n- on (https://a.example) for $& always\n\n')
    expect(message.body).toContain('plan.png')
    expect(message.written).toBe(written)
    expect(reply('It is done.').written).toBeUndefined()
    const { entries } = new Ticket(design).log(GATES).do({ kind: 'reply', text: written }, at(1))
    const queued = entries.filter((one) => one.kind === 'messagesQueued').at(-1)!
    expect(Object.keys(queued.messages[0]!)).not.toContain('written')
  })

  it('is in the language that somebody chose, else for a requester in that of the portal', () => {
    const own = designWith((one) => {
      for (const template of one.templates)
        template.languages = { nb: { subject: 'NB', body: '{technician}' }, de: { subject: 'DE', body: '' } }
      for (const portal of one.portals) portal.languages = ['nb', 'en']
    })
    const subject = (person: typeof INES, language?: string) => {
      const reader = { ...person, ...(language && { notify: { ...person.notify, language } }) }
      return composeMessage(changeOf({ technician: null }, own), reader as typeof INES, KNOWN, {}).subject
    }
    expect(subject(INES)).toBe('NB')
    expect(subject(INES, 'de-AT')).toBe('DE')
    expect(subject(INES, 'NO')).toBe('NB')
    expect(subject(INES, 'en')).toMatch(/^\[7\]/)
    expect(subject(INES, 'fr')).toMatch(/^\[7\]/)
    expect(subject(TORA)).toMatch(/^\[7\]/)
    const body = composeMessage(changeOf({ technician: null }, own), INES, KNOWN, (language) => ({
      technician: language,
    })).body
    expect(body).toBe('nb')
  })

  it('is shown before it is written, with what is said then', () => {
    const words = { subject: '{text}\n{rung}', body: '{requester} {text}' }
    expect(previewMessage(state!, design, theDirectory, at(1), words)).toEqual({
      subject: '(what is written then) (which rung rings)',
      body: 'Ines Varga (what is written then)',
    })
    const gone = { ...state!, requester: 'gone' }
    expect(
      previewMessage(gone, design, theDirectory, at(1), { subject: '[{recipient}]', body: '' }).subject,
    ).toBe('[]')
  })
})

describe('a call to another system', () => {
  const called = designWith((one) => {
    one.webhooks = [
      {
        ...{ id: 'board', name: 'The board', url: 'http://127.0.0.1:9/', event: 'ticket.late' },
        fields: [
          { name: 'number', value: '{reference}' },
          { name: 'rung', value: '{rung}' },
        ],
      },
    ]
  })

  it('is its fields, filled in', () => {
    const board = called.design.webhooks.find((one) => one.id === 'board')
    const message = composeCall(changeOf({}, called), board, { rung: 'half' })
    expect(message).toEqual({
      ...{ person: '', address: 'board', template: 'board', subject: 'The board', channel: 'call', from: '' },
      body: JSON.stringify({ type: 'ticket.late', data: { number: '7', rung: 'half' } }),
    })
    expect(composeCall(changeOf({}, called), undefined, {})).toBeUndefined()
  })
})

describe('whom a recipient means', () => {
  const found = (recipient: Recipient, more: Partial<TicketState> = {}, directory = theDirectory) =>
    addresseesOf(changeOf(more, design, directory), recipient, at(1)).map((one) =>
      isPerson(one) ? one.id : `${one.name} <${one.address}>`,
    )
  const lead = (team: string) => theDirectory.teams.get(team)!.lead!
  const without = (id: string) =>
    new Directory({
      ...demoDirectory(),
      people: demoDirectory().people.map((one) => (one.id === id ? { ...one, active: false } : one)),
    })

  it('is whoever has the ticket, the lead of the team where nobody has it, and nobody who has left', () => {
    expect(found({ to: 'technician' }, { technician: 'tora-aas' })).toEqual(['tora-aas'])
    expect(found({ to: 'technician' }, { technician: null })).toEqual([lead(state!.team)])
    expect(found({ to: 'teamLead' })).toEqual([lead(state!.team)])
    expect(found({ to: 'person', person: 'tora-aas' })).toEqual(['tora-aas'])
    expect(found({ to: 'person', person: 'tora-aas' }, {}, without('tora-aas'))).toEqual([])
    expect(found({ to: 'person', person: 'gone' })).toEqual([])
    expect(found({ to: 'teamLead' }, { team: 'gone' })).toEqual([])
  })

  it('is all of the team that work, all who watch, and all who asked', () => {
    const team = found({ to: 'team' })
    expect(team).toContain(lead(state!.team))
    expect(found({ to: 'team' }, {}, without(team[0]!))).toEqual(team.slice(1))
    expect(found({ to: 'team' }, { team: 'gone' })).toEqual([])
    expect(found({ to: 'watchers' })).toEqual([])
    expect(found({ to: 'watchers' }, { watchers: ['tora-aas', 'gone'] })).toEqual(['tora-aas'])
    expect(found({ to: 'requester' })).toEqual(['ines-varga'])
    expect(found({ to: 'requester' }, {}, without('ines-varga'))).toEqual([])
  })

  it('is the manager of the site, and the contact of the agreement', () => {
    expect(found({ to: 'siteManager' })).toEqual([theDirectory.sites.get(state!.site!)!.manager])
    expect(found({ to: 'siteManager' }, { site: null })).toEqual([])
    const agreements = demoDirectory().agreements.map((one, index) => ({
      ...one,
      ...(index === 0 && { mail: ' a@x.example ', contact: 'Ann' }),
    }))
    const known = new Directory({ ...demoDirectory(), agreements })
    const { number } = agreements[0]!
    expect(found({ to: 'agreementContact' }, { agreement: number }, known)).toEqual(['Ann <a@x.example>'])
    expect(found({ to: 'agreementContact' }, { agreement: null }, known)).toEqual([])
  })

  it('is the address in an answer where it looks like one', () => {
    const answer = (value: unknown) =>
      found({ to: 'answer', question: 'who' }, { answers: { who: value } as TicketState['answers'] })
    expect(answer(' a@x.example ')).toEqual(['a@x.example <a@x.example>'])
    for (const none of ['a@x y', 'x', '@x', 'a@', 'a@b@c', 5, undefined]) expect(answer(none)).toEqual([])
  })

  it('is whoever is on rota, or whoever comes after', () => {
    const rota = design.design.rotas[0]!
    const [first] = found({ to: 'rota', rota: rota.id })
    const [second] = found({ to: 'rota', rota: rota.id, place: 2 })
    expect(first).toBeDefined()
    expect(second).not.toBe(first)
  })
})
