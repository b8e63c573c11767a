import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  automaticBecause,
  belongsTo,
  fixedTimeOf,
  fixedTimeUid,
  foldQuoted,
  identifiersIn,
  messageId,
  ownReference,
  readDeliveryReport,
  threadId,
  unprovenBecause,
} from '.'

const OURS = 'desk.example'
const nobody = () => undefined
// Any function will do as a signature here: what is asked is whether it is looked at.
const sign = (text: string) => `s${[...text].reduce((sum, one) => (sum * 31 + one.charCodeAt(0)) % 1e9, 7)}`
const mail = (more: object) => ({ inReplyTo: [], references: [], subject: '', ...more })

describe('the ticket of a mail (RFC 5322 §3.6.4)', () => {
  it('is that of the mail which it answers, by identifiers that we have signed or by one that came in', () => {
    const known = (id: string) => (id === '<a@b.example>' ? 12 : undefined)
    const belongs = (more: object) => belongsTo(mail(more), OURS, known, sign)
    expect(belongs({ inReplyTo: [messageId('1042-7-1', OURS, sign)] })).toEqual({
      reference: 1042,
      by: 'signed',
    })
    expect(belongs({ inReplyTo: [threadId(1042, 'DESK.example', sign)] })?.reference).toBe(1042)
    expect(belongs({ inReplyTo: ['<a@b.example>'] })).toEqual({ reference: 12, by: 'signed' })
    expect(belongs({ inReplyTo: ['<x@b.example>'] })).toBeUndefined()
  })

  it('is only claimed by an identifier that anybody could make up', () => {
    const belongs = (id: string) => belongsTo(mail({ inReplyTo: [id] }), OURS, nobody, sign)
    for (const id of [
      '<1042-7-1@desk.example>',
      '<ticket-1042@desk.example>',
      '<ticket-1042.guess@desk.example>',
    ])
      expect(belongs(id)).toEqual({ reference: 1042, by: 'claimed' })
    // A signature of one ticket is none of another.
    const [local] = threadId(7, OURS, sign).slice(1).split('@')
    expect(belongs(`<ticket-8.${local!.split('.')[1]}@desk.example>`)).toMatchObject({ by: 'claimed' })
  })

  it('is the nearest of those in References, whose order is oldest first', () => {
    const references = [messageId('1-2-1', OURS, sign), messageId('2-2-1', OURS, sign), '<x@b.example>']
    expect(belongsTo(mail({ references }), OURS, nobody, sign)).toEqual({ reference: 2, by: 'signed' })
  })

  it('is the one in the subject only where no header says another', () => {
    const subject = 'Re: [77] Scanner'
    const belongs = (more: object) => belongsTo(mail(more), OURS, nobody, sign)
    expect(belongs({ subject })).toEqual({ reference: 77, by: 'claimed' })
    expect(belongs({ subject, inReplyTo: [messageId('3-2-1', OURS, sign)] })?.reference).toBe(3)
    expect(belongs({ subject: 'Room [B12]' })).toBeUndefined()
  })

  it('is read back from whatever identifiers we make, and from no others', () => {
    fc.assert(
      fc.property(fc.nat(), fc.nat(999), fc.nat(9), (reference, sequence, index) => {
        const key = `${reference}-${sequence}-${index}`
        for (const id of [threadId(reference, OURS, sign), messageId(key, OURS, sign)])
          expect(ownReference(id, OURS, sign)).toMatchObject({ reference, isSigned: true })
        expect(ownReference(threadId(reference, 'other.example', sign), OURS, sign)).toBeUndefined()
      }),
    )
    expect(ownReference('<order-12@desk.example>', OURS, sign)).toBeUndefined()
  })

  it('is that of a fixed time by the identifier that we gave it, and by no other', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e12 }),
        fc.integer({ min: 1, max: 1e6 }),
        (reference, booking) => {
          const uid = fixedTimeUid(reference, booking, OURS, sign)
          expect(fixedTimeOf(uid, OURS, sign)).toEqual({ reference, booking })
          for (const other of [
            `1${uid}`,
            `${uid}x`,
            uid.replace('-', '-1'),
            uid.replace(OURS, 'else.example'),
          ])
            expect(fixedTimeOf(other, OURS, sign)).toBeUndefined()
        },
      ),
    )
  })

  it('is looked for in fields that go over lines', () => {
    expect(identifiersIn('<a@b.example>\r\n <c@d.example>')).toEqual(['<a@b.example>', '<c@d.example>'])
    expect(identifiersIn(undefined)).toEqual([])
  })
})

describe('whether a sender is who it says (RFC 8601)', () => {
  const why = (results: string, server?: string) =>
    unprovenBecause(new Map([['authentication-results', results]]), server)

  it.each([
    'mx.example; dmarc=fail header.from=merrow.example',
    'mx.example; spf=fail smtp.mailfrom=merrow.example; dkim=none',
    'mx.example 1; dkim=fail (bad signature) header.d=merrow.example',
  ])('is doubted by %s', (results) => {
    expect(why(results)).toBeDefined()
  })

  it.each([
    'mx.example; dmarc=pass; spf=fail',
    'mx.example; spf=pass; dkim=fail',
    'mx.example; none',
    'mx.example; spf=neutral',
    '',
  ])('is not doubted by %s', (results) => {
    expect(why(results)).toBeUndefined()
  })

  it('is asked of the server that a setting names, and of no other', () => {
    expect(why('mx.example; dmarc=fail', 'mx.example')).toBeDefined()
    expect(why('elsewhere.example; dmarc=fail', 'mx.example')).toBeUndefined()
    expect(unprovenBecause(new Map())).toBeUndefined()
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

  it('is parted in time that grows with the text and no faster', () => {
    // Lines that look like a divider, or an introduction, until their very end.
    for (const line of [
      '-'.repeat(400_000),
      `${'-'.repeat(200_000)}${'a'.repeat(200_000)}`,
      ': '.repeat(200_000),
    ])
      expect(foldQuoted(`Gate 3.\n${line}!\n> quoted`).said).toContain('Gate 3.')
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
