import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  automaticBecause,
  belongsTo,
  foldQuoted,
  identifiersIn,
  messageId,
  ownReference,
  readDeliveryReport,
  threadId,
} from '.'

const OURS = 'desk.example'
const nobody = () => undefined
const mail = (more: object) => ({ inReplyTo: [], references: [], subject: '', ...more })

describe('the ticket of a mail (RFC 5322 §3.6.4)', () => {
  it('is that of the mail which it answers, by our identifiers or by one that came in', () => {
    const known = (id: string) => (id === '<a@b.example>' ? 12 : undefined)
    const belongs = (more: object) => belongsTo(mail(more), OURS, known)?.reference
    expect(belongs({ inReplyTo: ['<1042-7-1@desk.example>'] })).toBe(1042)
    expect(belongs({ inReplyTo: ['<ticket-1042@DESK.example>'] })).toBe(1042)
    expect(belongs({ inReplyTo: ['<a@b.example>'] })).toBe(12)
    expect(belongs({ inReplyTo: ['<x@b.example>'] })).toBeUndefined()
  })

  it('is the nearest of those in References, whose order is oldest first', () => {
    const references = ['<1-2-1@desk.example>', '<2-2-1@desk.example>', '<x@b.example>']
    expect(belongsTo(mail({ references }), OURS, nobody)).toEqual({ reference: 2, by: 'header' })
  })

  it('is the one in the subject only where no header says another', () => {
    const subject = 'Re: [77] Scanner'
    expect(belongsTo(mail({ subject }), OURS, nobody)).toEqual({ reference: 77, by: 'subject' })
    const both = { subject, inReplyTo: ['<3-2-1@desk.example>'] }
    expect(belongsTo(mail(both), OURS, nobody)?.reference).toBe(3)
    expect(belongsTo(mail({ subject: 'Room [B12]' }), OURS, nobody)).toBeUndefined()
  })

  it('is read back from whatever identifiers we make, and from no others', () => {
    fc.assert(
      fc.property(fc.nat(), fc.nat(999), fc.nat(9), (reference, sequence, index) => {
        expect(ownReference(threadId(reference, OURS), OURS)).toBe(reference)
        expect(ownReference(messageId(`${reference}-${sequence}-${index}`, OURS), OURS)).toBe(reference)
        expect(ownReference(threadId(reference, 'other.example'), OURS)).toBeUndefined()
      }),
    )
    expect(ownReference('<order-12@desk.example>', OURS)).toBeUndefined()
  })

  it('is looked for in fields that go over lines', () => {
    expect(identifiersIn('<a@b.example>\r\n <c@d.example>')).toEqual(['<a@b.example>', '<c@d.example>'])
    expect(identifiersIn(undefined)).toEqual([])
  })
})

describe('a mail that a machine wrote', () => {
  const why = (fields: Record<string, string>) => automaticBecause(new Map(Object.entries(fields)))

  // RFC 3834 §5: “no” is what a person sends; any other value is automatic, with parameters or without.
  it.each([
    ['auto-submitted', 'auto-replied'],
    ['auto-submitted', 'Auto-Generated; owner-email="x"'],
    ['return-path', '<>'],
    ['list-id', '<crew.merrow.sound.example>'],
    ['precedence', 'bulk'],
  ])('is known by %s: %s', (field, value) => {
    expect(why({ [field]: value })).toBeDefined()
  })

  it.each([{}, { 'auto-submitted': 'no' }, { 'return-path': '<a@b.example>' }, { precedence: 'urgent' }])(
    'is not what a person sends: %j',
    (fields) => {
      expect(why(fields as unknown as Record<string, string>)).toBeUndefined()
    },
  )
})

describe('a delivery report (RFC 3464)', () => {
  it('is read recipient by recipient', () => {
    // The example of RFC 3464, appendix E.1, in its shape (from memory).
    const text = [
      'Reporting-MTA: dns; cs.example',
      '',
      'Original-Recipient: rfc822;louisl@larry.example',
      'Final-Recipient: rfc822;louisl@larry.example',
      'Action: failed',
      'Status: 4.0.0',
      'Diagnostic-Code: smtp; 426 connection timed out',
      ' after a while',
      'Last-Attempt-Date: Thu, 7 Jul 1994 17:15:49 -0400',
    ]
    expect(readDeliveryReport(text.join('\r\n'))).toEqual([
      {
        recipient: 'louisl@larry.example',
        action: 'failed',
        status: '4.0.0',
        detail: '426 connection timed out after a while',
      },
    ])
    expect(readDeliveryReport('Good day,\n\nthe action: failed')).toEqual([])
  })
})

describe('what is quoted', () => {
  // Ways in which mail programs quote are common practice, with no source.
  it.each([
    ['Gate 3.\n\nOn 16 Nov 2026 The Sound Commons wrote:\n> Which gate?\n> Ines', 'Gate 3.'],
    [
      'Gate 3.\n\nOn 16 Nov 2026 at 10:42 The Sound Commons\n<help@merrow.sound.example> wrote:\n\n> Which?',
      'Gate 3.',
    ],
    ['Gate 3.\n> Which gate?\n', 'Gate 3.'],
    ['Gate 3.\n\n-----Original-----\nFrom: help@merrow.sound.example\nSubject: x\n\nWhich?', 'Gate 3.'],
    ['Gate 3.\n-- \nInes Varga\nVarnes Quay', 'Gate 3.'],
    ['Gate 3.\n> Which?\n-- \nInes', 'Gate 3.'],
    ['Two things:\n\nthe gate and the till', 'Two things:\n\nthe gate and the till'],
  ])('is parted from what is said: %j', (text, said) => {
    expect(foldQuoted(text).said).toBe(said)
  })

  it('stays where the answers stand between it', () => {
    const text = '> Which gate?\nGate 3.\n> Since when?\nSince nine.'
    expect(foldQuoted(text)).toEqual({ said: text, quoted: '' })
  })

  it('never loses a word, and never leaves nothing', () => {
    const line = fc.constantFrom(
      'Gate 3',
      '> quoted',
      '',
      '-- ',
      'On 3 May Ines wrote:',
      '---- x ----',
      'From: a',
      '>',
    )
    fc.assert(
      fc.property(fc.array(line, { minLength: 1 }), (lines) => {
        const text = lines.join('\n')
        const { said, quoted } = foldQuoted(text)
        const words = (one: string) => one.split(/\s+/).filter(Boolean)
        expect([...words(said), ...words(quoted)]).toEqual(words(text))
        expect(said === '').toBe(text.trim() === '')
      }),
    )
  })
})
