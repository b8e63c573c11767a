import { describe, expect, it } from 'vitest'
import {
  assistDeedInWords,
  assistEndsAt,
  assistInWords,
  assistMeansInWords,
  assistRules,
  bytesInWords,
  chatPaper,
  factChanges,
  factLines,
  reportPaper,
  type AssistSession,
} from '.'
import { HOUR, MINUTE } from '../time'

const AT = Date.UTC(2026, 10, 17, 9)
const GIB = 1024 ** 3
const nameOf = (id: string) => ({ ines: 'Ines Varga', tora: 'Tora Aas' })[id] ?? id
const session = (more: Partial<AssistSession> = {}): AssistSession => ({
  ...{ id: 4, key: 'k', host: 'tora', guest: 'ines', allows: ['see', 'control'], recorded: false },
  ...{ state: 'agreed', offeredAt: AT, until: AT + 30 * MINUTE, heardAt: AT + MINUTE, agreedAt: AT + MINUTE },
  ...{ people: [], invited: [], shows: [], deeds: 0, ...more },
})

describe('how a desk holds sessions', () => {
  it('is said by its design, and is plain where that says nothing', () => {
    expect(assistRules()).toEqual({
      ...{ offers: ['see', 'control', 'files', 'restart'], waits: 30 * MINUTE, ends: HOUR, shows: [] },
    })
    expect(assistRules({ offers: ['files'], ends: 'PT10M', shows: ['chat'] })).toMatchObject({
      ...{ offers: ['see', 'files'], ends: 10 * MINUTE, shows: ['chat'] },
    })
  })

  it('ends what nobody takes up, and of what nothing is heard', () => {
    expect(assistEndsAt(session({ state: 'offered' }), HOUR)).toBe(AT + 30 * MINUTE)
    expect(assistEndsAt(session(), HOUR)).toBe(AT + MINUTE + HOUR)
  })
})

describe('what a machine says of itself', () => {
  const facts = {
    ...{
      system: 'Quayside 12.4',
      memory: 8 * GIB,
      network: 'Wi-Fi',
      lastRestart: AT - HOUR,
      person: 'ivarga',
    },
    disks: [
      { name: 'main', size: 128 * GIB, free: 3.2 * GIB },
      { name: 'charts', size: 500 * 1024 ** 2, free: 300 * 1024 ** 2 },
    ],
  }

  it('is read line by line, and a disk that is nearly full stands out', () => {
    expect(factLines(facts, 'Europe/Oslo', AT).map(({ label, says, tight }) => [label, says, tight])).toEqual(
      [
        ['System', 'Quayside 12.4', undefined],
        ['Memory', '8 GiB', undefined],
        ['Disk main', '3.2 GiB of 128 GiB free', true],
        ['Disk charts', '300 MiB of 500 MiB free', undefined],
        ['Network', 'Wi-Fi', undefined],
        ['Last restart', '09:00', undefined],
        ['Logged in', 'ivarga', undefined],
      ],
    )
    expect(factLines({}, 'UTC', AT)).toEqual([])
    expect(bytesInWords(10)).toBe('0 KiB')
  })

  it('is held against what was known: what came, what went, what is otherwise', () => {
    const before = {
      ...facts,
      memory: 4 * GIB,
      disks: [facts.disks[0]!, { name: 'old', size: GIB, free: 0 }],
    }
    expect(factChanges(before, facts, 'UTC', AT)).toEqual([
      { label: 'Memory', before: '4 GiB', after: '8 GiB' },
      { label: 'Disk old', before: '0 KiB of 1 GiB free' },
      { label: 'Disk charts', after: '300 MiB of 500 MiB free' },
    ])
    expect(factChanges(facts, facts, 'UTC', AT)).toEqual([])
  })
})

describe('a session in words', () => {
  const stays = [
    { person: 'tora', from: AT + MINUTE, to: AT + 11 * MINUTE },
    { person: 'tora', from: AT + 13 * MINUTE, to: AT + 20 * MINUTE },
  ]

  it('says with whom, for how long, and how it stands', () => {
    const line = (more: Partial<AssistSession>) => assistInWords(session(more), nameOf, AT + 30 * MINUTE)
    expect(line({ state: 'offered' })).toBe('Assist session with Ines Varga: waits for their word')
    expect(line({ people: stays })).toBe('Assist session with Ines Varga: Tora Aas 17 minutes; goes on')
    expect(line({ lostAt: AT })).toMatch(/the machine cannot be reached$/)
    expect(line({ state: 'ended', why: 'forgotten' })).toMatch(/nobody ended it, and nothing was heard/)
    expect(assistMeansInWords(['see', 'files'])).toBe('see the screen and send and fetch files')
    expect(assistDeedInWords({ is: 'file', name: 'gate.log', size: 2048, to: 'desk' })).toBe(
      'fetched “gate.log”, 2 KiB',
    )
  })

  it('is reported with all that happened, and what was said is a file of its own', () => {
    const seen = { at: AT + 2 * MINUTE, facts: { system: 'Quayside 12.4' } }
    const ended = { state: 'ended' as const, why: 'done' as const, endedAt: AT + 20 * MINUTE }
    const one = session({ ...ended, people: stays, seen, machine: { number: '412', name: 'Gate scanner 3' } })
    const paper = reportPaper(7, one, [{ at: AT, text: 'the machine restarts' }], { nameOf, zone: 'UTC' })
    expect(paper).toMatchInlineSnapshot(`
      "Ticket 7, assist session with Ines Varga

      Begun       2026-11-17 09:00 (UTC) by Tora Aas
      Ended       2026-11-17 09:20: it was ended
      Machine     412 Gate scanner 3
      Agreed to   see the screen and use mouse and keyboard, not recorded
      Within      Tora Aas, 17 minutes

      The machine, as it was 2026-11-17 09:02
        System: Quayside 12.4

      What happened
        2026-11-17 09:00  The machine restarts
      "
    `)
    expect(chatPaper([{ at: AT, by: 'Ines Varga', text: 'It is slow.' }], 'UTC')).toBe(
      '2026-11-17 09:00  Ines Varga: It is slow.\n',
    )
  })
})
