import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { DEMO_BEGINS } from '../../demo/directory'
import { design, Ticket, TORA } from '../../tests/aTicket'
import { CompiledDesign, type Design } from '../design'
import { HOUR, MINUTE } from '../time'
import { holds } from '../condition'
import { ticketFacts } from '../facts'
import { rebuild, type Actor } from '.'

const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE
const LEAD: Actor = { person: 'olin-brandt' }
const loan = (edition = design) => new Ticket(edition).log({ neededUntil: '2026-12-04' }, 'loan-laptop')
const swap = (edition = design) => new Ticket(edition).log({ till: 4 }, 'till-receipts')
/** The design with something else in it. */
function changed(change: (draft: Design) => void): CompiledDesign {
  const draft = structuredClone(design.design)
  change(draft)
  return new CompiledDesign(draft, 1)
}
const field = (draft: Design, name: string) => draft.fields.find((one) => one.name === name)!

describe('fields of a new ticket', () => {
  it('take the answers to their questions, else what is filled in beforehand, before anything is decided', () => {
    const { state, entries } = loan()
    expect(state!.fields).toEqual({ dueBack: '2026-12-04' })
    expect(entries.slice(0, 2).map((one) => one.kind)).toEqual(['logged', 'fieldsSet'])
    const visit = new Ticket().log({ details: 'It stands open' }, 'barrier')
    expect(visit.state!.fields).toEqual({ keyNeeded: false })
  })

  it('leave an answer alone that does not fit', () => {
    const edition = changed((draft) => {
      field(draft, 'dueBack').type = 'number'
    })
    expect(loan(edition).state!.fields).toBeUndefined()
  })
})

describe('setting fields by hand', () => {
  it('is kept with name, old and new value, and what is so already is no change', () => {
    const ticket = loan().do({ kind: 'setFields', values: { dueBack: '2026-12-09', lent: ' L-017 ' } }, at(5))
    expect(ticket.entries.at(-1)).toMatchObject({
      kind: 'fieldsSet',
      changes: [
        { field: 'dueBack', name: 'Due back on', before: '2026-12-04', after: '2026-12-09' },
        { field: 'lent', name: 'Machine that was lent', before: null, after: 'L-017' },
      ],
    })
    const count = ticket.entries.length
    ticket.do({ kind: 'setFields', values: { dueBack: '2026-12-09', condition: '' } }, at(6))
    expect(ticket.entries).toHaveLength(count)
    ticket.do({ kind: 'setFields', values: { lent: null } }, at(7))
    expect(ticket.state!.fields).toEqual({ dueBack: '2026-12-09' })
  })

  it.each([
    [{ dueBack: 'soon' }, 'dueBack'],
    [{ dueBack: 5 }, 'dueBack'],
    [{ condition: 'stolen' }, 'condition'],
    [{ serialIn: 'K1' }, 'serialIn'],
    [{ constructor: 'x' }, 'constructor'],
  ])('refuses what misfits or is no field of the kind: %o', (values, name) => {
    const ticket = loan()
    expect(() => ticket.do({ kind: 'setFields', values }, at(5))).toThrow(
      expect.objectContaining({ fields: [expect.objectContaining({ field: name })] }) as Error,
    )
  })

  it('refuses who may not change a field, and shows who may not see it no more than one that is not there', () => {
    const edition = changed((draft) => {
      field(draft, 'lent').changes = { roles: ['lead'] }
    })
    const set = (actor: Actor) => () =>
      loan(edition).do({ kind: 'setFields', values: { lent: 'L-017' } }, at(5), actor)
    expect(set(TORA)).toThrow('These fields are changed by others.')
    expect(set(LEAD)).not.toThrow()
    const cost = (actor: Actor) => () =>
      swap().do({ kind: 'setFields', values: { partCost: 5 } }, at(5), actor)
    expect(cost(TORA)).toThrow('Some fields need another look.')
    expect(cost(LEAD)).not.toThrow()
  })

  it('overwrites nothing that somebody else has changed since', () => {
    const ticket = loan().do({ kind: 'setFields', values: { dueBack: '2026-12-09' } }, at(5))
    const from = { dueBack: '2026-12-04' }
    expect(() => ticket.do({ kind: 'setFields', values: { dueBack: '2026-12-20' }, from }, at(6))).toThrow(
      'Somebody was quicker',
    )
    expect(ticket.state!.fields).toEqual({ dueBack: '2026-12-09' })
  })
})

describe('a gate', () => {
  it('sets what it asks, and is told in the entry what it was', () => {
    const ticket = loan()
      .do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, at(1))
      .do({ kind: 'move', from: 'in-hand', to: 'ready', fields: { lent: 'L-004' } }, at(2))
      .do({ kind: 'move', from: 'ready', to: 'lent-out', fields: { dueBack: '2026-12-24' } }, at(3))
    expect(ticket.state!.fields).toEqual({ lent: 'L-004', dueBack: '2026-12-24' })
    expect(ticket.entries.findLast((one) => one.kind === 'statusMoved')).toMatchObject({
      fields: [{ field: 'dueBack', name: 'Due back on', before: '2026-12-04', after: '2026-12-24' }],
    })
  })

  it('asks anew what it asks anew, whatever was said before', () => {
    const wait = (fields: Record<string, string>) => (ticket: Ticket) =>
      ticket.do({ kind: 'move', from: 'in-hand', to: 'ask-supplier', fields }, at(3))
    const ticket = loan().do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, at(1))
    wait({ reason: 'The dock is away' })(ticket)
    ticket.do({ kind: 'move', from: 'ask-supplier', to: 'in-hand', fields: {} }, at(4))
    expect(() => wait({})(ticket)).toThrow('“Waiting for others” asks for more.')
    expect(ticket.state!.fields!.reason).toBe('The dock is away')
  })
})

describe('rules', () => {
  it('go by fields: conditions, a service level, and a ladder that sets one', () => {
    const edition = changed((draft) => {
      draft.ladders.push({
        ...{ id: 'overdue', name: 'Overdue', when: { fact: 'field.keyNeeded', op: 'is', value: true } },
        rungs: [
          {
            ...{ id: 'one', moment: { at: 'start', after: 'PT1H' } },
            actions: [{ do: 'set', field: 'visitOn', value: '2026-11-30' }],
          },
        ],
      })
    })
    const ticket = new Ticket(edition).log({ details: 'It stands open' }, 'barrier')
    ticket.do({ kind: 'ring' }, at(0) + 2 * HOUR, { system: 'alarm' })
    expect(ticket.state!.fields).toEqual({ keyNeeded: false })
    ticket.do({ kind: 'setFields', values: { keyNeeded: true } }, at(0) + 2 * HOUR)
    expect(
      holds({ fact: 'field.keyNeeded', op: 'is', value: true }, ticketFacts(ticket.state!, edition)),
    ).toBe(true)
    ticket.do({ kind: 'ring' }, at(0) + 4 * HOUR, { system: 'alarm' })
    expect(ticket.state!.fields).toEqual({ keyNeeded: true, visitOn: '2026-11-30' })
    expect(ticket.entries.findLast((one) => one.kind === 'fieldsSet')).toMatchObject({
      actor: { system: 'ladder' },
      because: { why: [{ is: 'rung', ladder: 'overdue', rung: 'one' }] },
    })
  })

  it('a rung says what it could not set', () => {
    const edition = changed((draft) => {
      draft.ladders.push({
        ...{
          id: 'wrong',
          name: 'Wrong',
          when: { fact: 'kind', op: 'is', value: 'loan' },
          startWhen: { all: [] },
        },
        rungs: [
          {
            ...{ id: 'one', moment: { at: 'start', after: 'PT1H' } },
            actions: [{ do: 'set', field: 'serialIn', value: 'K1' }],
          },
        ],
      })
    })
    const ticket = loan(edition).do({ kind: 'ring' }, at(0) + 2 * HOUR, { system: 'alarm' })
    expect(ticket.entries.find((one) => one.kind === 'rungRang' && one.ladder === 'wrong')).toMatchObject({
      missing: { why: [{ is: 'noField', field: 'serialIn', kind: 'loan' }] },
    })
  })

  it('messages name them, in words; one without a value is empty', () => {
    const edition = changed((draft) => {
      const reply = draft.templates.find((one) => one.id === 'reply')!
      reply.body = 'Back on {field.dueBack}, {field.condition}.'
      reply.languages = {}
    })
    const ticket = loan(edition).do({ kind: 'reply', text: 'Hello' }, at(5))
    expect(ticket.messages.find((one) => one.template === 'reply')!.body).toBe('Back on 4 Dec 2026, .')
  })
})

describe('a move', () => {
  const edition = changed((draft) => {
    draft.moves.push({
      ...{ id: 'prolong', name: 'Prolong', when: { all: [] }, asks: [] },
      steps: [
        { do: 'set', field: 'dueBack' },
        { do: 'set', field: 'condition', value: null },
        { do: 'set', field: 'partCost', value: 3 },
        { do: 'note', text: 'until {dueBack}' },
      ],
    })
  })
  const prolong = edition.design.moves.at(-1)!
  const make = (ticket: Ticket, asked: Record<string, string>) =>
    ticket.do({ kind: 'makeMove', move: prolong, from: ticket.state!.status, asked, checklists: [] }, at(5))

  it('sets a field to what it asks for, passes over one that the kind lacks, and is taken back', () => {
    const ticket = loan(edition)
    expect(() => make(ticket, {})).not.toThrow()
    // A kind without the field is not asked for it.
    expect(() => make(swap(edition), { dueBack: '2027-01-02' })).toThrow('asks for something first')
    expect(() => make(swap(edition), {})).not.toThrow()
    const other = make(loan(edition), { dueBack: '2027-01-02' })
    expect(other.state!.fields).toEqual({ dueBack: '2027-01-02' })
    expect(other.entries.findLast((one) => one.kind === 'moveMade')).toMatchObject({
      did: { why: [{ is: 'stepSet', field: 'dueBack', value: '2027-01-02' }, { is: 'stepNote' }] },
      passedOver: { why: [{ is: 'noField', field: 'partCost', kind: 'loan' }] },
    })
    expect(other.entries.find((one) => one.kind === 'noted')).toMatchObject({ text: 'until 2 Jan 2027' })
    const { sequence } = other.state!.lastMove!
    other.do({ kind: 'undoMove', sequence }, at(6))
    expect(other.state!.fields).toEqual({ dueBack: '2026-12-04' })
  })
})

describe('the record', () => {
  const value = fc.constantFrom<(string | number | boolean | null)[]>(
    '2026-12-05',
    '2027-01-01',
    '',
    null,
    5,
    'x',
  )
  it('rebuilds the fields, whatever was tried', () => {
    const values = fc.dictionary(fc.constantFrom('dueBack', 'lent', 'condition', 'partCost'), value)
    fc.assert(
      fc.property(fc.array(values, { maxLength: 6 }), (tries) => {
        const ticket = loan()
        tries.forEach((one, index) => {
          try {
            ticket.do({ kind: 'setFields', values: one }, at(index + 1))
          } catch {
            // Refused: nothing has changed.
          }
        })
        expect(rebuild(ticket.entries)).toEqual(ticket.state)
      }),
      { numRuns: 60 },
    )
  })
})
