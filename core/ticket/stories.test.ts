import { describe, expect, it } from 'vitest'
import { DEMO_BEGINS as BEGAN, demoDirectory } from '../../demo/directory'
import { Story } from '../../tests/aStory'
import { design as sample, inSiteHours } from '../../tests/aTicket'
import { CompiledDesign, Directory, type Design } from '../design'
import type { Action, Recipient } from '../ladder'
import { DAY, HOUR, MINUTE } from '../time'
import type { Move, MoveStep } from '../work'
import type { Actor, Command, Merger, TicketState } from '.'

// Tickets' stories, each kept as a text beside this file: what a command writes, sends and refuses, word for word.
// Whoever changes that sees it there, reads it through and keeps the new text (`npx vitest run core/ticket/stories -u`).

const OUTSIDE: Actor = { system: 'delivery' }
const ALARM: Actor = { system: 'alarm' }
const MONITOR: Actor = { system: 'signals' }
const [TORA, PIA, OLIN, CADE, INES] = [
  'tora-aas',
  'pia-lund',
  'olin-brandt',
  'cade-wren',
  'ines-varga',
] as const

const keep = (name: string, story: Story) => expect(story.text).toMatchFileSnapshot(`stories/${name}.txt`)
const changed = (change: (design: Design) => void, edition = 1, before?: CompiledDesign) => {
  const design = inSiteHours()
  change(design)
  return new CompiledDesign(design, edition, (number) => (before?.edition === number ? before : undefined))
}
const RING: Command = { kind: 'ring' }
const DONE: Command = {
  ...{ kind: 'move', from: 'logged', to: 'solved' },
  fields: { solvedBy: 'pia-lund', remarks: 'The battery was empty.' },
}

describe('A ticket comes in', () => {
  it('from a portal', () => keep('comes-in', new Story().comesIn()))

  it('by mail, with what is missing asked in Arrivals', () =>
    keep(
      'comes-in-by-mail',
      new Story()
        .comesIn({
          channel: 'mail',
          answers: {},
          summary: ' The gate \n  is dark ',
          said: { text: 'It is dark', quoted: 'x' },
        })
        .does(1, TORA, { kind: 'reply', text: 'How many gates?' })
        .does(2, INES, { kind: 'answer', text: 'Two' })
        .does(3, TORA, { kind: 'accept', priority: 'p2', level: 'one-off' }),
    ))

  it('for what is not there, or by answers that do not fit, not at all', () =>
    keep(
      'comes-in-refused',
      new Story()
        .comesIn({ item: 'gone' })
        .comesIn({ requester: 'gone' })
        .comesIn({ answers: { gates: -1, gone: 4 } })
        .comesIn({ channel: 'mail', answers: { gates: -1 } })
        .comesIn({ channel: 'signal', answers: {} }),
    ))

  it.each([
    ['equipment', '5001'],
    ['equipment-without-warranty', '5002'],
    ['equipment-gone', '1'],
  ])('about a piece of equipment: %s', (name, machine) =>
    keep(`comes-in-${name}`, new Story().comesIn({ item: 'till-receipts', answers: { till: 3, machine } })),
  )
})

describe('Messages', () => {
  const became = (
    key: string,
    state: 'queued' | 'sent' | 'delivered' | 'failed' | 'givenUp' | 'gathered',
    more = {},
  ): Command => ({
    ...{ kind: 'recordDelivery', key, state, attempt: 1, detail: `it is ${state}`, ...more },
  })
  const content = { subject: 'Look', body: 'at this', from: 'help@desk.example' }

  it('are tried, and go another way when one is given up', () =>
    keep(
      'messages-another-way',
      new Story()
        .log()
        .does(
          1,
          OUTSIDE,
          became('7-4-1', 'failed', { detail: 'no answer' }),
          became('7-4-1', 'sent', { attempt: 2 }),
        )
        .does(2, OUTSIDE, became('7-4-1', 'delivered', { attempt: 2 }), became('7-4-1', 'queued'))
        .does(3, OUTSIDE, became('gone', 'sent'), became('7-5-1', 'gathered', { why: { is: 'quietOver' } }))
        .does(4, OUTSIDE, became('7-5-1', 'gathered'), became('7-5-1', 'queued'))
        .does(5, OUTSIDE, became('7-5-1', 'givenUp', { content }), became('7-5-1', 'givenUp', { content }))
        .does(6, CADE, { kind: 'acknowledge', message: '7-5-1', via: 'link' })
        .does(7, CADE, { kind: 'acknowledge', message: '7-5-1', via: 'link' })
        .does(8, OUTSIDE, became('7-5-1', 'delivered')),
    ))

  it('that nobody can be reached by end there', () =>
    keep(
      'messages-no-other-way',
      new Story()
        .log()
        .does(5, OUTSIDE, became('7-4-1', 'givenUp', { content }))
        .does(6, OUTSIDE, became('7-4-1', 'givenUp')),
    ))
})

describe('A message to somebody who can be reached in several ways', () => {
  const became =
    (state: 'givenUp' | 'delivered', at: (state: TicketState) => string | undefined, more = {}) =>
    (ticket: TicketState): Command => ({
      ...{ kind: 'recordDelivery', key: at(ticket) ?? '', state, attempt: 3, detail: 'x', ...more },
    })
  const content = { subject: 'Look', body: 'at this', from: 'help@desk.example' }
  const to = (person: string, nth: number) => (ticket: TicketState) =>
    ticket.messages.filter((one) => one.person === person)[nth]?.key

  it('goes on to the next way as often as there is one', () =>
    keep(
      'messages-next-ways',
      new Story()
        .log()
        .does(1, TORA, { kind: 'resort', field: 'priority', value: 'p1' })
        .does(2, OUTSIDE, became('givenUp', to('mika-okoro', 0), { content }))
        .does(3, OUTSIDE, became('givenUp', to('mika-okoro', 0), { content }))
        .does(4, OUTSIDE, became('givenUp', to('mika-okoro', 1), { content }))
        .does(5, OUTSIDE, became('givenUp', to('mika-okoro', 2), { content }))
        .does(6, OUTSIDE, became('givenUp', to('mika-okoro', 3), { content }))
        .does(7, OUTSIDE, became('givenUp', to('pia-lund', 0)), became('delivered', to('', 0))),
    ))

  it('that waits for the morning goes when its quiet hours are over', () =>
    keep(
      'messages-quiet-hours',
      new Story()
        .log()
        .does(11 * 60, TORA, { kind: 'watch', person: 'mika-okoro', on: true })
        .does(12 * 60, TORA, { kind: 'assign', technician: 'mika-okoro' })
        .does(13 * 60, OUTSIDE, became('delivered', to('mika-okoro', 0)))
        .does(
          14 * 60,
          OLIN,
          { kind: 'assign', technician: null },
          { kind: 'assign', technician: 'mika-okoro' },
        )
        .does(24 * 60, ALARM, RING),
    ))
})

describe('A rung', () => {
  const tell = (to: Recipient, template = 'rung'): Action => ({ do: 'notify', tell: [to], template })
  const rungs = (actions: Action[], change: (design: Design) => void = () => undefined) =>
    changed((one) => {
      one.ladders = [
        {
          ...{ id: 'all', name: 'All of it', target: 'respond', when: { all: [] } },
          rungs: [{ id: 'half', moment: { at: 'share', share: 0.5 }, actions }],
        },
        {
          ...{
            id: 'next',
            name: 'The next one',
            when: { all: [{ fact: 'priority', op: 'is', value: 'p1' }] },
          },
          rungs: [
            {
              id: 'now',
              moment: { at: 'start', after: 'PT0S' },
              actions: [{ do: 'note', text: 'it was set off' }],
            },
          ],
        },
      ]
      change(one)
    })

  it('does each of its actions on what the ones before it left', () =>
    keep(
      'rung-all-actions',
      new Story(
        rungs([
          { do: 'setOff', ladder: 'next' },
          { do: 'setOff', ladder: 'gone' },
          { do: 'raisePriority' },
          { do: 'raisePriority', to: 'p3' },
          { do: 'setOff', ladder: 'next' },
          { do: 'team', team: 'networks' },
          { do: 'queue', queue: 'field' },
          { do: 'assign', to: { to: 'teamLead' } },
          { do: 'set', field: 'remarks', value: 'by the ladder' },
          { do: 'set', field: 'gone', value: 'x' },
          { do: 'set', field: 'remarks', value: 4 },
          { do: 'note', text: 'A note' },
          { do: 'task', text: 'Look', required: true },
          { do: 'task', text: 'Think' },
          { do: 'checklist', checklist: 'visit' },
          { do: 'checklist', checklist: 'gone' },
          { do: 'status', to: 'ask-requester' },
          { do: 'status', to: 'gone' },
          { do: 'status', to: 'called-off' },
          { do: 'status', to: 'called-off' },
          { do: 'status', to: 'solved' },
          { do: 'call', webhook: 'quay-board' },
          { do: 'call', webhook: 'gone' },
          { do: 'majorIncident' },
          { do: 'majorIncident' },
        ] as Action[]),
      )
        .log()
        .does(60, ALARM, RING)
        .does(61, ALARM, RING),
    ))

  it('finds whom it tells', () =>
    keep(
      'rung-recipients',
      new Story(
        rungs([
          tell({ to: 'technician' }),
          tell({ to: 'team' }),
          tell({ to: 'teamLead' }),
          tell({ to: 'requester' }),
          tell({ to: 'watchers' }),
          tell({ to: 'siteManager' }),
          tell({ to: 'person', person: 'olin-brandt' }),
          tell({ to: 'person', person: 'gone' }),
          tell({ to: 'rota', rota: 'watch' }),
          tell({ to: 'rota', rota: 'watch', place: 2 }),
          tell({ to: 'agreementContact' }, 'majorUpdate'),
          tell({ to: 'answer', question: 'summary' }),
          {
            do: 'notify',
            tell: [{ to: 'technician' }, { to: 'teamLead' }, { to: 'person', person: 'pia-lund' }],
            template: 'rung',
            urgent: true,
          },
        ]),
      )
        .log()
        .does(1, TORA, { kind: 'watch', person: 'una-frost', on: true }, { kind: 'assign', technician: null })
        .does(60, ALARM, RING),
    ))
})

describe('Words', () => {
  const files = [
    { id: 'f1', name: 'gate.png', type: 'image/png', size: 12 },
    { id: 'f2', name: 'log.txt', type: 'text/plain', size: 3 },
  ]

  it('go to the requester and come back', () =>
    keep(
      'words-between-desk-and-requester',
      new Story()
        .log()
        .does(5, TORA, { kind: 'reply', text: ' Which gate is it? ', attachments: files })
        .does(6, TORA, {
          kind: 'move',
          from: 'in-hand',
          to: 'ask-requester',
          fields: { reason: 'The number of the gate' },
        })
        .does(9, INES, { kind: 'answer', text: ' Gate 4 ', quoted: 'Which gate is it?' })
        .does(10, INES, { kind: 'answer', text: ' ', attachments: files.slice(0, 1) })
        .does(11, INES, { kind: 'answer', text: ' ' })
        .does(12, TORA, { kind: 'assign', technician: null })
        .does(13, INES, { kind: 'answer', text: 'Is anybody there?' })
        .does(14, TORA, { kind: 'reply', text: 'Yes.' })
        .does(20, INES, { kind: 'withdraw', text: ' it works again ' })
        .does(30, INES, { kind: 'answer', text: 'No, it does not.' }),
    ))

  it('of the desk name its people', () =>
    keep(
      'words-that-name-somebody',
      new Story()
        .log()
        .does(1, TORA, { kind: 'note', text: 'Nobody is named, not even somebody@example' })
        .does(2, TORA, {
          kind: 'note',
          text: '@pia LUND and @Tora Aas, please look; @Ines Varga waits',
          attachments: files,
        })
        .does(3, TORA, { kind: 'note', text: 'Once more @Pia Lund' }),
    ))

  it('about what is internal reach nobody outside', () =>
    keep(
      'words-internal',
      new Story()
        .log({ internal: true, channel: 'desk' }, { person: TORA })
        .does(1, TORA, { kind: 'reply', text: 'Good day' })
        .does(2, TORA, { kind: 'note', text: 'For us' })
        .does(3, TORA, DONE),
    ))
})

describe('A fault that a monitor reports', () => {
  const origin = { kind: 'gate-silent', fault: 'gate-4', text: 'no answer' }
  const signal = { origin, organisation: 'merrow', site: 'varnes', chosen: {} }
  const log = { channel: 'signal', portal: null, answers: {}, signal } as const

  it('is closed once it has stayed calm', () =>
    keep(
      'signal-calm',
      new Story()
        .log(log, MONITOR)
        .does(1, MONITOR, { kind: 'repeatSignals', count: 3, text: 'still no answer' })
        .does(2, MONITOR, { kind: 'clearSignal', text: 'it answers' })
        .does(5, MONITOR, { kind: 'repeatSignals', count: 1, text: 'silent again' })
        .does(15, ALARM, RING)
        .does(20, MONITOR, { kind: 'clearSignal', text: 'it answers' })
        .does(29, ALARM, RING)
        .does(30, ALARM, RING)
        .does(31, ALARM, RING),
    ))

  it('stays open where no calm is said, and where somebody has closed it already', () =>
    keep(
      'signal-no-calm',
      new Story(changed((one) => one.triage.signals!.kinds.forEach((kind) => delete kind.calmMinutes)))
        .log(log, MONITOR)
        .does(2, MONITOR, { kind: 'clearSignal', text: 'it answers' })
        .does(99, ALARM, RING)
        .does(100, TORA, DONE)
        .does(101, MONITOR, { kind: 'clearSignal', text: 'it answers' }),
    ))

  it('has to be one', () =>
    keep(
      'signal-none',
      new Story()
        .log()
        .does(1, MONITOR, { kind: 'repeatSignals', count: 3, text: 'x' })
        .does(2, MONITOR, { kind: 'clearSignal', text: 'x' }),
    ))
})

describe('A move', () => {
  const { checklists } = sample.design
  const move = (steps: MoveStep[], more: Partial<Move> = {}): Move => ({
    ...{ id: 'try', name: 'Try it', when: { all: [] }, asks: [], steps, ...more },
  })
  const make = (of: Move | string, from = 'logged', asked = {}): Command => ({
    ...{ kind: 'makeMove', from, asked, checklists },
    move: typeof of === 'string' ? sample.design.moves.find((one) => one.id === of)! : of,
  })
  const booked = (person: string, from: number, what: string): Command => ({
    ...{ kind: 'book', person, what },
    ...{ from: BEGAN + from * MINUTE, to: BEGAN + from * MINUTE + HOUR },
  })

  const undo = ({ lastMove }: TicketState): Command => ({
    kind: 'undoMove',
    sequence: lastMove?.sequence ?? 0,
  })

  it('begins the work, and is taken back', () =>
    keep(
      'move-start',
      new Story()
        .log()
        .does(
          1,
          OLIN,
          booked(TORA, 300, 'The second visit'),
          booked(PIA, 60, 'A visit of somebody else'),
          booked(TORA, 120, 'The first visit'),
        )
        .does(2, TORA, make('start'))
        .does(3, PIA, undo)
        .does(4, TORA, { kind: 'undoMove', sequence: 1 }, undo, undo)
        .does(5, TORA, make('start'), make('start'), make('start', 'in-hand'))
        .does(36, TORA, undo)
        .does(40, TORA, make('finish', 'in-hand', { what: 'Battery changed' }))
        .does(50, TORA, undo)
        .does(51, TORA, make('finish', 'in-hand'), undo),
    ))

  it('asks first, and says what it does to whom', () =>
    keep(
      'move-hand-over',
      new Story()
        .log()
        .does(1, TORA, make('hand-over'))
        .does(2, TORA, make('hand-over', 'logged', { technician: 'pia-lund', text: '' }))
        .does(3, TORA, { kind: 'startTimer' })
        .does(9, TORA, make('hand-over', 'logged', { technician: 'pia-lund', text: 'Gate 4, at the left.' }))
        .does(10, TORA, undo)
        .does(11, TORA, make('to-field-crew', 'logged', { text: 'A ladder' }))
        .does(12, TORA, { kind: 'changeTask', id: '', change: {} }, (state) => ({
          ...{ kind: 'changeTask', id: state.tasks![1]!.id, change: { done: true } },
        }))
        .does(13, TORA, undo)
        .does(
          14,
          TORA,
          make('wait-for-requester'),
          make('wait-for-requester', 'logged', { reason: 'Which gate?' }),
        )
        .does(15, TORA, { kind: 'move', from: 'ask-requester', to: 'in-hand', fields: {} }, undo),
    ))

  it('ends a ticket with its timer, and neither is lost when it is taken back', () =>
    keep(
      'move-call-off',
      new Story()
        .log()
        .does(1, OLIN, booked(TORA, 120, 'A visit'))
        .does(2, TORA, { kind: 'startTimer' })
        .does(30, TORA, make('call-off'), make('call-off', 'logged', { remarks: 'Asked for twice' }))
        .does(31, TORA, undo),
    ))

  it('does each of its steps on what the ones before it left', () =>
    keep(
      'move-all-steps',
      new Story()
        .log()
        .does(
          5,
          TORA,
          make(
            move(
              [
                { do: 'timer', turn: 'on' },
                { do: 'sort', field: 'queue', value: 'field' },
                { do: 'sort', field: 'queue', value: 'terminals' },
                { do: 'sort', field: 'priority', value: 'p1' },
                { do: 'assign', to: 'nobody' },
                { do: 'assign', to: 'me' },
                { do: 'set', field: 'device', value: 'GS-4' },
                { do: 'checklist', checklist: 'visit' },
                { do: 'checklist', checklist: 'gone' },
                { do: 'ladder', ladder: 'raised-to-first' },
                { do: 'ladder', ladder: 'gone' },
                { do: 'booking', as: 'begun' },
                { do: 'note', text: 'For {requester}: {text}, {number}' },
                { do: 'reply', text: 'Good day {requester}, {text}' },
              ] as MoveStep[],
              { asks: [{ name: 'text', label: 'What?', type: 'text', required: true }] },
            ),
            'logged',
            { text: 'we come' },
          ),
        )
        .does(6, TORA, undo),
    ))

  it('cannot be made where it has no way, nothing to do, or its condition does not hold', () =>
    keep(
      'move-whynot',
      new Story(
        changed((one) => void one.portals.forEach((portal) => (portal.holds = portal.id === 'merrow'))),
      )
        .log()
        .does(1, TORA, make('start'))
        .does(2, TORA, { kind: 'accept' })
        .does(3, TORA, make(move([{ do: 'status', status: 'gone' }])), make(move([])))
        .does(
          4,
          TORA,
          make(
            move([
              { do: 'status', status: 'gone' },
              { do: 'note', text: 'x' },
            ]),
          ),
        )
        .does(
          5,
          TORA,
          make(move([{ do: 'checklist', checklist: 'gone' }])),
          make(move([{ do: 'assign', to: 'nobody' }])),
        )
        .does(
          6,
          TORA,
          make(
            move([{ do: 'note', text: 'x' }], {
              when: {
                all: [
                  { fact: 'priority', op: 'is', value: 'p1' },
                  { fact: 'team', op: 'is', value: 'networks' },
                ],
              },
            }),
          ),
        )
        .does(7, TORA, {
          kind: 'addTasks',
          tasks: [
            { text: 'Look', required: true },
            { text: 'Think', required: true },
          ],
        })
        .does(
          8,
          TORA,
          make(move([{ do: 'status', group: 'done' }]), 'logged', { solvedBy: 'pia-lund', remarks: 'x' }),
        )
        .does(9, TORA, make(move([{ do: 'status', group: 'new' }])))
        .does(10, { system: 'desk' }, make('start')),
    ))

  it('of an internal ticket tells nobody outside', () =>
    keep(
      'move-internal',
      new Story()
        .log({ internal: true, channel: 'desk' }, { person: TORA })
        .does(1, TORA, make(move([{ do: 'reply', text: 'Good day' }])))
        .does(
          2,
          TORA,
          make(move([{ do: 'status', status: 'solved' }]), 'logged', {
            solvedBy: 'pia-lund',
            remarks: 'Done',
          }),
        ),
    ))
})

describe('A major incident', () => {
  it('gathers others, keeps everybody told and ends', () =>
    keep(
      'major',
      new Story()
        .log()
        .does(
          1,
          TORA,
          { kind: 'updateMajor', text: 'x' },
          { kind: 'endMajor', text: 'x' },
          { kind: 'gather', child: 8, requesters: [] },
        )
        .does(
          2,
          TORA,
          { kind: 'watch', person: PIA, on: true },
          { kind: 'declareMajor', text: ' ' },
          { kind: 'declareMajor', text: ' All gates are dark ' },
          { kind: 'declareMajor', text: 'x' },
        )
        .does(
          3,
          TORA,
          { kind: 'gather', child: 7, requesters: [] },
          { kind: 'gather', child: 8, requesters: ['runa-holm'] },
          { kind: 'gather', child: 8, requesters: [] },
          { kind: 'follow', major: 9 },
        )
        .does(4, ALARM, RING)
        .does(
          20,
          TORA,
          { kind: 'updateMajor', text: ' ' },
          { kind: 'updateMajor', text: ' The cable is found ' },
        )
        .does(40, ALARM, RING)
        .does(50, OLIN, { kind: 'endMajor', text: ' It is mended ' }, { kind: 'endMajor', text: 'x' }),
    ))

  it('is heard of by those that follow it, until they are done', () =>
    keep(
      'major-follower',
      new Story()
        .log()
        .does(
          1,
          TORA,
          { kind: 'hearOfMajor', major: 9, text: 'x' },
          { kind: 'endWithMajor', major: 9, text: 'x' },
        )
        .does(
          2,
          TORA,
          { kind: 'follow', major: 9 },
          { kind: 'follow', major: 9 },
          { kind: 'follow', major: 10 },
          { kind: 'declareMajor', text: 'x' },
        )
        .does(
          3,
          TORA,
          { kind: 'hearOfMajor', major: 9, text: 'The cable is found' },
          { kind: 'hearOfMajor', major: 10, text: 'x' },
          { kind: 'endWithMajor', major: 10, text: 'x' },
        )
        .does(
          4,
          OLIN,
          { kind: 'endWithMajor', major: 9, text: 'It is mended' },
          { kind: 'endWithMajor', major: 9, text: 'x' },
          { kind: 'hearOfMajor', major: 9, text: 'x' },
        )
        .does(5, OLIN, { kind: 'follow', major: 10, evenDone: true }),
    ))

  it('takes in what is done only where that is said', () =>
    keep(
      'major-done',
      new Story()
        .log()
        .does(1, TORA, DONE, { kind: 'follow', major: 9 }, { kind: 'follow', major: 9, evenDone: true })
        .does(2, { system: 'major incident' }, { kind: 'endWithMajor', major: 9, text: 'x' }),
    ))

  it('ended by the desk names nobody', () =>
    keep(
      'major-ended-by-the-desk',
      new Story()
        .log()
        .does(2, TORA, { kind: 'follow', major: 9 })
        .does(4, { system: 'major incident' }, { kind: 'endWithMajor', major: 9, text: 'It is mended' }),
    ))
})

describe('Arrivals', () => {
  const holding = (change: (design: Design) => unknown = () => undefined) =>
    changed((one) => {
      one.portals.find((portal) => portal.id === 'merrow')!.holds = true
      change(one)
    })

  it('hold, ask, turn away and take back', () =>
    keep(
      'arrival',
      new Story(holding((one) => (one.portals.find(({ id }) => id === 'merrow')!.categoryLevels = 2)))
        .log({ answers: { gates: 1 } })
        .does(
          1,
          TORA,
          { kind: 'reply', text: 'Which gate?' },
          { kind: 'assign', technician: PIA },
          { kind: 'resort', field: 'queue', value: 'boarding' },
        )
        .does(2, INES, { kind: 'answer', text: 'Gate 4' })
        .does(
          3,
          TORA,
          { kind: 'reject', text: ' ' },
          { kind: 'reject', text: ' Ask the ferry ' },
          { kind: 'reject', text: 'x' },
        )
        .does(4, INES, { kind: 'answer', text: 'They sent me to you' })
        .does(5, TORA, {
          kind: 'accept',
          ticketKind: 'gone',
          category: 'gates',
          priority: 'p9',
          level: 'gone',
        })
        .does(6, TORA, { kind: 'accept', category: 'gates' })
        .does(7, TORA, { kind: 'accept', category: 'gates/barriers', priority: 'p1', level: 'one-off' })
        .does(8, TORA, { kind: 'accept' }, { kind: 'hold' }, { kind: 'hold' })
        .does(
          9,
          TORA,
          { kind: 'accept' },
          { kind: 'reply', text: 'We look' },
          { kind: 'hold' },
          { kind: 'reject', text: 'x' },
        ),
    ))

  it('merge into another, and take others in', () =>
    keep(
      'arrival-merge',
      new Story(holding())
        .log()
        .does(1, TORA, { kind: 'merge', into: 7 }, { kind: 'merge', into: 9 })
        .does(
          2,
          TORA,
          { kind: 'merge', into: 9 },
          { kind: 'accept' },
          { kind: 'takeIn', from: 3, summary: 'x', requesters: [], text: '' },
        ),
    ))

  it('of a ticket at work take another in', () =>
    keep(
      'arrival-take-in',
      new Story()
        .log()
        .does(1, TORA, {
          kind: 'takeIn',
          from: 3,
          summary: 'The gate again',
          requesters: ['runa-holm', 'ines-varga'],
          text: 'It beeps',
        })
        .does(2, TORA, { kind: 'reply', text: 'We look at it' })
        .does(3, TORA, { kind: 'merge', into: 12 }),
    ))
})

describe('Who has it, and what it is sorted as', () => {
  it('is given, put back and refused to who is not there', () =>
    keep(
      'assign',
      new Story()
        .log()
        .does(
          1,
          TORA,
          { kind: 'assign', technician: TORA },
          { kind: 'assign', technician: PIA, from: CADE },
          { kind: 'assign', technician: PIA, from: TORA },
        )
        .does(
          2,
          TORA,
          { kind: 'assign', technician: PIA },
          { kind: 'assign', technician: INES },
          { kind: 'assign', technician: 'nobody' },
        )
        .does(
          3,
          OLIN,
          { kind: 'assign', technician: null, why: [{ is: 'said', text: 'Pia Lund is away' }] },
          { kind: 'assign', technician: null },
        )
        .does(4, { system: 'hand over' }, { kind: 'assign', technician: TORA }),
    ))

  it('is set by hand against a rule, and set again', () =>
    keep(
      'resort',
      new Story()
        .log()
        .does(
          1,
          TORA,
          { kind: 'resort', field: 'category', value: 'gone' },
          { kind: 'resort', field: 'category', value: 'gates/barriers', from: 'x' },
        )
        .does(
          2,
          TORA,
          { kind: 'resort', field: 'category', value: 'gates/barriers', from: 'gates/scanners' },
          { kind: 'resort', field: 'category', value: 'gates/barriers' },
        )
        .does(
          3,
          TORA,
          { kind: 'resort', field: 'priority', value: 'p1' },
          { kind: 'resort', field: 'priority', value: 'p4' },
        )
        .does(
          4,
          TORA,
          { kind: 'resort', field: 'team', value: 'networks' },
          { kind: 'resort', field: 'queue', value: 'boarding' },
          { kind: 'resort', field: 'impact', value: 'low' },
          { kind: 'resort', field: 'urgency', value: 'low' },
        ),
    ))
})

describe('Promises', () => {
  it('are paused, resumed and extended by hand', () =>
    keep(
      'clocks-by-hand',
      new Story()
        .log()
        .does(
          1,
          TORA,
          { kind: 'pauseClocks', targets: ['gone'], why: 'x' },
          { kind: 'pauseClocks', targets: [], why: ' ' },
        )
        .does(
          2,
          TORA,
          { kind: 'pauseClocks', targets: ['respond'], why: ' A storm ' },
          { kind: 'pauseClocks', targets: [], why: 'A storm' },
          { kind: 'pauseClocks', targets: [], why: 'A storm' },
        )
        .does(
          10,
          TORA,
          { kind: 'resumeClocks', targets: ['respond'] },
          { kind: 'resumeClocks', targets: [] },
          { kind: 'resumeClocks', targets: [] },
        )
        .does(11, TORA, { kind: 'extendClock', target: 'resolve', by: HOUR, why: 'x' })
        .does(
          12,
          OLIN,
          { kind: 'extendClock', target: 'gone', by: HOUR, why: 'x' },
          { kind: 'extendClock', target: 'resolve', by: MINUTE - 1, why: 'x' },
          { kind: 'extendClock', target: 'resolve', by: 91 * DAY, why: 'x' },
        )
        .does(
          13,
          OLIN,
          { kind: 'extendClock', target: 'resolve', by: MINUTE, why: 'Parts come later' },
          { kind: 'extendClock', target: 'resolve', by: 90 * DAY, why: 'Far later' },
        )
        .does(
          14,
          TORA,
          DONE,
          { kind: 'pauseClocks', targets: [], why: 'x' },
          { kind: 'resumeClocks', targets: [] },
        ),
    ))

  it('warn up their ladder until somebody has it', () =>
    keep(
      'ladder-acknowledged',
      new Story()
        .log()
        .does(1, TORA, { kind: 'acknowledge', via: 'application' })
        .does(60, ALARM, RING)
        .does(
          61,
          TORA,
          { kind: 'acknowledge', message: 'gone', via: 'link' },
          { kind: 'acknowledge', via: 'application' },
          { kind: 'acknowledge', via: 'application' },
        )
        .does(400, ALARM, RING),
    ))

  it('warn to the end where nobody says so', () =>
    keep(
      'ladder-to-the-end',
      new Story()
        .log()
        .does(60, ALARM, RING)
        .does(96, ALARM, RING)
        .does(121, ALARM, RING)
        .does(140, ALARM, RING)
        .does(500, ALARM, RING),
    ))
})

describe('A ticket that waits', () => {
  const idle = (action: object, status = 'ask-requester') =>
    changed((one) => {
      one.kinds[0]!.idle = [{ id: 'rest', status, after: 'PT1H', action } as never]
    })
  const waits = (design: CompiledDesign, more = {}) =>
    new Story(design)
      .log(more)
      .does(1, TORA, { kind: 'move', from: 'logged', to: 'in-hand', fields: {} })
      .does(2, TORA, {
        kind: 'move',
        from: 'in-hand',
        to: 'ask-requester',
        fields: { reason: 'Which gate?' },
      })
      .does(62, ALARM, RING)

  it.each([
    ['the-requester', { do: 'tell', whom: 'requester', template: 'reminder' }, {}],
    ['the-technician', { do: 'tell', whom: 'technician', template: 'reminder' }, {}],
    ['the-lead', { do: 'tell', whom: 'teamLead', template: 'reminder' }, {}],
    ['nobody-outside', { do: 'tell', whom: 'requester', template: 'reminder' }, { internal: true }],
    ['moves-on', { do: 'move', to: 'solved' }, {}],
    ['moves-on-with-words', { do: 'move', to: 'called-off', remarks: 'Nobody answered' }, {}],
    ['moves-on-internal', { do: 'move', to: 'solved' }, { internal: true }],
  ])('reminds, or goes on: %s', (name, action, more) => keep(`idle-${name}`, waits(idle(action), more)))
})

describe('A newer edition', () => {
  const before = sample
  const follows = (change: (design: Design) => void) => {
    const story = new Story().log().does(1, TORA, { kind: 'move', from: 'logged', to: 'in-hand', fields: {} })
    const newer = changed(change, 2, before)
    story.ticket.edition = newer
    return story.does(60, { system: 'adoption' }, { kind: 'adopt' }, { kind: 'adopt' })
  }

  it.each<[string, (design: Design) => void]>([
    ['same', () => undefined],
    ['no-kind', (one) => (one.kinds = one.kinds.filter((kind) => kind.id !== 'fault'))],
    [
      'no-status',
      (one) => (one.kinds[0]!.statuses = one.kinds[0]!.statuses.filter(({ id }) => id !== 'in-hand')),
    ],
    [
      'no-earlier-status',
      (one) => (one.kinds[0]!.statuses = one.kinds[0]!.statuses.filter(({ id }) => id !== 'logged')),
    ],
    ['no-priority', (one) => (one.priorities = one.priorities.filter(({ id }) => id !== 'p2'))],
    ['no-item', (one) => (one.items = one.items.filter(({ id }) => id !== 'gate-scanner'))],
    [
      'new-idle',
      (one) =>
        void one.kinds[0]!.idle!.push(
          { ...one.kinds[0]!.idle![0]!, id: 'new', status: 'in-hand' },
          { ...one.kinds[0]!.idle![0]!, id: 'other' },
        ),
    ],
    [
      'holiday',
      (one) =>
        void one.calendars
          .find(({ id }) => id === 'varnes')!
          .exceptions.push({ date: '2027-01-04', shut: 'all day', name: 'A day off' }),
    ],
    ['hours', (one) => void one.calendars.forEach((calendar) => (calendar.week = calendar.week.slice(0, 2)))],
    [
      'promise',
      (one) =>
        one.serviceLevels.forEach((level) => level.targets.forEach((target) => (target.granted.p2 = 'PT1H'))),
    ],
  ])('is followed where it can be: %s', (name, change) => keep(`adopt-${name}`, follows(change)))

  it('is not followed by what is done', () => {
    const story = new Story().log().does(1, TORA, DONE)
    story.ticket.edition = changed(() => undefined, 2, before)
    return keep('adopt-done', story.does(60, { system: 'adoption' }, { kind: 'adopt' }))
  })
})

describe('Work', () => {
  const at = (minutes: number) => BEGAN + minutes * MINUTE

  it('is timed, written down, booked and listed', () =>
    keep(
      'work',
      new Story()
        .log()
        .does(
          1,
          TORA,
          { kind: 'startTimer' },
          { kind: 'estimate', takes: HOUR },
          { kind: 'estimate', takes: HOUR },
          { kind: 'estimate', takes: null },
        )
        .does(
          30,
          TORA,
          { kind: 'stopTimer', until: at(1), what: ' looked ' },
          { kind: 'startTimer' },
          { kind: 'stopTimer', until: at(30) },
        )
        .does(31, OLIN, { kind: 'recordTime', from: at(10), to: at(20), what: ' called ' }, (state) => ({
          kind: 'dropTime',
          id: state.times!.at(-1)!.id,
        }))
        .does(32, PIA, (state) => ({ kind: 'dropTime', id: state.times![0]!.id }))
        .does(33, { person: 'ada-thorne' }, (state) => ({ kind: 'dropTime', id: state.times![0]!.id }))
        .does(
          34,
          OLIN,
          { kind: 'book', person: PIA, from: at(60), to: at(90), what: ' A visit ' },
          { kind: 'book', person: INES, from: at(60), to: at(90), what: 'x' },
          { kind: 'book', person: PIA, from: at(90), to: at(60), what: 'x' },
        )
        .does(
          35,
          OLIN,
          (state) => ({ kind: 'changeBooking', id: state.bookings![0]!.id, person: TORA }),
          (state) => ({ kind: 'changeBooking', id: state.bookings![0]!.id, from: at(70), to: at(95) }),
          (state) => ({ kind: 'changeBooking', id: state.bookings![0]!.id, state: 'begun' }),
        )
        .does(
          36,
          TORA,
          (state) => ({ kind: 'changeBooking', id: state.bookings![0]!.id, state: 'finished' }),
          (state) => ({ kind: 'changeBooking', id: state.bookings![0]!.id, state: 'calledOff' }),
          { kind: 'changeBooking', id: 99, state: 'begun' },
        )
        .does(
          40,
          TORA,
          {
            kind: 'addTasks',
            tasks: [
              { text: 'One', description: ' a long word ', due: at(600), person: PIA },
              { text: 'Two', required: true },
            ],
          },
          { kind: 'addChecklist', checklist: { id: 'visit', name: 'visit', tasks: [] } },
          { kind: 'addTasks', tasks: [] },
        )
        .does(
          41,
          TORA,
          ({ tasks }) => ({
            kind: 'changeTask',
            id: tasks![0]!.id,
            change: { text: ' Uno ', due: null, person: null },
          }),
          ({ tasks }) => ({
            kind: 'changeTask',
            id: tasks![1]!.id,
            change: { done: true, due: at(90), person: TORA },
          }),
          ({ tasks }) => ({ kind: 'changeTask', id: tasks![1]!.id, change: { done: true } }),
          ({ tasks }) => ({ kind: 'changeTask', id: tasks![1]!.id, change: { done: false } }),
        )
        .does(42, TORA, ({ tasks }) => ({ kind: 'dropTask', id: tasks![0]!.id }), {
          kind: 'dropTask',
          id: 'gone',
        })
        .does(
          43,
          TORA,
          { kind: 'link', to: 8, as: 'related', on: true },
          { kind: 'link', to: 8, as: 'related', on: true },
          { kind: 'link', to: 8, as: 'causes', on: true },
          { kind: 'link', to: 9, as: 'related', on: false },
          { kind: 'link', to: 8, as: 'related', on: false },
          { kind: 'link', to: 7, as: 'related', on: true },
        )
        .does(
          44,
          TORA,
          { kind: 'watch', person: TORA, on: true },
          { kind: 'watch', person: TORA, on: true },
          { kind: 'watch', person: TORA, on: false },
          { kind: 'watch', person: TORA, on: false },
          { kind: 'watch', person: INES, on: true },
        ),
    ))
})

describe('Two things of the directory are one', () => {
  const merges = (list: Merger['list'], from: string, into: string): Command => ({
    ...{ kind: 'followMerger', list, from, into },
    called: { from: `old ${from}`, into: `new ${into}` },
  })

  it('and its people, its team and its queue are told by the one that stays', () =>
    keep(
      'merger-people',
      new Story()
        .log()
        .does(1, OLIN, { kind: 'assign', technician: TORA })
        .does(
          2,
          TORA,
          { kind: 'startTimer' },
          { kind: 'watch', person: PIA, on: true },
          { kind: 'addTasks', tasks: [{ text: 'Look', person: PIA }] },
        )
        .does(3, PIA, { kind: 'startTimer' })
        .does(
          4,
          OLIN,
          merges('people', PIA, TORA),
          merges('people', PIA, TORA),
          merges('teams', 'devices-workshop', 'networks'),
          merges('queues', 'workshop', 'crossings'),
          merges('covers', 'Round the clock', 'Office hours'),
          merges('agreements', '1042', '1051'),
          merges('people', INES, 'corin-vale'),
        ),
    ))

  it('and at a site with other hours its promises count in those, with what was spent', () =>
    keep(
      'merger-site',
      new Story()
        .log()
        .does(30, OLIN, merges('sites', 'varnes', 'hallin'), merges('organisations', 'merrow', 'port')),
    ))

  it('and one that does not name it stays as it was', () =>
    keep(
      'merger-nothing',
      new Story().log().does(1, OLIN, merges('sites', 'skerry', 'hallin'), { kind: 'fit' }),
    ))
})

describe('The directory says something else of where it is from', () => {
  it('and its promises are fitted', () => {
    const data = demoDirectory()
    const { ticket } = new Story().log()
    data.sites.find((one) => one.id === ticket.state!.site)!.calendar = 'clock'
    const story = new Story().log()
    story.ticket.directory = new Directory(data)
    return keep('fit-hours', story.does(45, { system: 'directory' }, { kind: 'fit' }, { kind: 'fit' }))
  })
})
