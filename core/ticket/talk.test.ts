import { describe, expect, it } from 'vitest'
import type { Entry } from './entry'
import { lastWordOf, sinceSeen, talkOf } from './talk'

const INES = { person: 'ines' }
const TORA = { person: 'tora' }
let sequence = 0
const entry = (at: number, actor: object, body: object) =>
  ({ sequence: ++sequence, at, actor, ...body }) as unknown as Entry
const record = () => {
  sequence = 0
  return [
    entry(1, INES, { kind: 'logged', channel: 'portal' }),
    entry(1, { system: 'triage' }, { kind: 'assigned', technician: 'tora' }),
    entry(2, TORA, { kind: 'replied', text: 'Which door?' }),
    entry(3, TORA, { kind: 'noted', text: 'It was the cat' }),
    entry(4, INES, { kind: 'answered', text: 'The green one' }),
    entry(5, TORA, { kind: 'statusMoved', from: 'in-hand', to: 'solved', fields: [], said: 'Oiled it' }),
    entry(6, TORA, { kind: 'statusMoved', from: 'solved', to: 'in-hand', fields: [] }),
  ]
}
const message = (key: string, person: string | null, queued_at: number) => ({ key, person, queued_at })

describe('the conversation', () => {
  const said = { 6: 'Oiled it' }
  it('has all that a requester said and was told, and the notes, oldest first', () => {
    const lines = talkOf(record(), said, [message('due', 'ines', 3)], new Set(['ines']))
    expect(lines.map(({ is, text }) => `${is} ${text}`.trim())).toEqual([
      'asked',
      'ours Which door?',
      'note It was the cat',
      'told',
      'theirs The green one',
      'ours Oiled it',
    ])
  })

  it('puts a message beside the words that it took along, and leaves out those of the desk', () => {
    const deliveries = [
      message('a', 'ines', 1),
      message('b', 'ines', 2),
      message('c', 'tora', 2),
      message('d', null, 2),
    ]
    const lines = talkOf(record(), said, deliveries, new Set(['ines']))
    expect(lines.map((line) => line.messages.map((one) => one.key).join())).toEqual(['a', 'b', '', '', ''])
  })

  it('ends with the last word between them: no note, nothing that nobody wrote', () => {
    const lines = talkOf(record().slice(0, 4), {}, [message('late', 'ines', 9)], new Set(['ines']))
    expect(lastWordOf(lines)?.text).toBe('Which door?')
    expect(lastWordOf(talkOf(record().slice(0, 1), {}, [], new Set()))).toBeUndefined()
  })
})

describe('what happened since somebody began to write', () => {
  it('is what others said or did to it, not their notes, and not what one did oneself', () => {
    const kinds = (since: number, by: string) => sinceSeen(record(), since, by).map((one) => one.kind)
    expect(kinds(2, 'tora')).toEqual(['answered'])
    expect(kinds(2, 'mika')).toEqual(['replied', 'answered', 'statusMoved', 'statusMoved'])
    expect(kinds(7, 'mika')).toEqual([])
  })
})
