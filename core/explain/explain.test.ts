import { readFileSync } from 'node:fs'
import Ajv2020 from 'ajv/dist/2020.js'
import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { design, reader } from '../../tests/aTicket'
import { CompiledDesign } from '../design'
import { isBecause, ruleOf, said, textOf, type Because, type Reason } from '../reason'
import { listInWords, say } from '../words'
import { ENGLISH } from '../words/english'
import { becauseInWords, editionsIn, reasonInWords, ruleInWords, withWords } from '.'

const file = (name: string) => JSON.parse(readFileSync(new URL(name, import.meta.url), 'utf8')) as unknown
/** A sample of each reason that a release has ever kept; none is changed, more may come. */
const golden = file('reasons.golden.json') as Reason[]
const schema = file('../ticket/entries.schema.json') as { $defs: Record<string, unknown> }
const fits = new Ajv2020({ strict: false }).compile({ ...schema, $ref: '#/$defs/Reason' })
const unknown = { ...reader, design: () => undefined }

describe('reasons that were ever kept', () => {
  it('has a sample of each kind of reason', () => {
    const kinds = (schema.$defs.Reason as { anyOf: { properties: { is: { const: string } } }[] }).anyOf
    expect([...new Set(golden.map((one) => one.is))].sort()).toEqual(
      [...new Set(kinds.map((one) => one.properties.is.const))].sort(),
    )
  })

  it.each(golden)('$is can be read, and said in words without a gap', (reason) => {
    // Where this fails a reason holds something else than before: give what it holds now another name.
    expect(fits(reason), JSON.stringify(fits.errors)).toBe(true)
    const words = reasonInWords(reason, 1, reader)
    expect(words).toMatch(/\S/)
    expect(words).not.toMatch(/[{}]|undefined|null|NaN|\[object/)
  })

  it.each(golden)('$is is said by ids where its edition cannot be read', (reason) => {
    expect(reasonInWords(reason, 99, unknown)).not.toMatch(/[{}]|undefined|null|NaN|\[object/)
  })

  it('says of a reason of a newer release that it is one', () => {
    const newer = { is: 'moonPhase' } as unknown as Reason
    expect(reasonInWords(newer, 1, reader)).toBe('A newer release can say why.')
    expect(ruleOf(newer)).toBeUndefined()
  })
})

describe('a because in words', () => {
  const because: Because = {
    edition: 1,
    why: [
      { is: 'row', table: 'routing', row: 'boarding', number: 1, facts: { category: 'gates/scanners' } },
      { is: 'rowsToo', numbers: [3] },
    ],
    nearly: [{ is: 'nextWithLoad', person: 'tora-aas', load: 2, capacity: 8 }],
  }

  it('names the row with what it asks, what nearly was, and where the rule stands', () => {
    const { name } = design.design.triage.routing
    expect(becauseInWords(because, reader)).toEqual({
      text: expect.stringMatching(
        new RegExp(`^Row 1 of “${name}” decided: .+\\. Only one row may fit, but row 3 did too\\.$`),
      ) as string,
      nearly: 'Next would be Tora Aas with 2 of 8.',
      article: 'triage/where-it-goes#boarding',
    })
  })

  it('says it by the names of the edition that decided, not of a later one', () => {
    const later = demoDesign()
    later.triage.routing.name = 'Another name'
    const editions = [design, new CompiledDesign(later, 2)]
    const both = { ...reader, design: (edition: number) => editions[edition - 1] }
    expect(becauseInWords(because, both).text).not.toContain('Another name')
    expect(becauseInWords({ ...because, edition: 2 }, both).text).toContain('of “Another name” decided')
  })

  it('stands in words wherever it stood, for whoever has neither editions nor directory', () => {
    const entry = { kind: 'resorted', because, deep: [{ why: because }], other: { why: 'text', edition: 1 } }
    const read = withWords(entry, reader)
    expect(textOf(read.because)).toBe(becauseInWords(because, reader).text)
    expect(becauseInWords(read.deep[0]!.why, unknown)).toEqual(becauseInWords(because, reader))
    expect(read.other).toEqual({ why: 'text', edition: 1 })
    expect([...editionsIn({ a: [because, { ...because, edition: 7 }], b: said('x') })]).toEqual([1, 7])
  })

  it('is none where only somebody wrote something', () => {
    expect(isBecause({ why: 'a part', edition: 3 })).toBe(false)
    expect(becauseInWords(said('Braces {stay} as they are: $& {text}'), reader)).toEqual({
      text: 'Braces {stay} as they are: $& {text}',
    })
  })
})

describe('the catalogue', () => {
  it('fills in what stands in braces, and counts', () => {
    expect(say('en', 'reason.calm', { minutes: 1 })).toBe('The fault has been over for 1 minute')
    expect(say('en', 'reason.calm', { minutes: 30 })).toBe('The fault has been over for 30 minutes')
    expect(listInWords(['a'])).toBe('a')
    expect(listInWords(['a', 'b', 'c'])).toBe('a, b and c')
  })

  it('has no text that nothing says', () => {
    const texts = Object.keys(ENGLISH).filter((key) => key.startsWith('reason.'))
    const more = [
      ...[
        'before',
        'newer',
        'levelChosen',
        'grantedOnShift',
        'stepStatusTells',
        'stepSetAsked',
        'stepSetEmpty',
      ],
      ...['stepTimerOff', 'stepBookingFinished', 'stepBookingCalledOff'],
    ]
    const kinds = new Set([...golden.map((one) => one.is as string), ...more].map((one) => `reason.${one}`))
    expect(texts.filter((key) => !kinds.has(key))).toEqual([])
  })
})

describe('a rule by name', () => {
  const rungOf = design.design.ladders[0]!
  it.each([
    ['triage/where-it-goes#boarding', `row 1 of “${design.design.triage.routing.name}”`],
    ['triage/where-it-goes', `no row of “${design.design.triage.routing.name}”`],
    ['triage/where-it-goes#gone', `a row of “${design.design.triage.routing.name}” that is gone`],
    ['triage/source-order#site', 'the site, in the source order'],
    ['triage/source-order', 'no source of the priority'],
    ['catalog/gate-scanner', `the catalog item “${design.item('gate-scanner').name}”`],
    ['catalog/gone', 'the catalog item “gone”'],
    ['service-levels/boarding', `the service level “${design.design.serviceLevels[0]!.name}”`],
    [`ladders/${rungOf.id}#gone`, `a rung of “${rungOf.name}” that is gone`],
    ['constructor/x', 'constructor/x'],
    ['triage/nothing', 'triage/nothing'],
    ['', ''],
  ])('%s', (rule, words) => {
    expect(ruleInWords(rule, design)).toBe(words)
  })
})
