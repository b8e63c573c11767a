import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import Ajv2020 from 'ajv/dist/2020.js'
import addFormats from 'ajv-formats'
import { fitsPattern } from '../intake'
import {
  checkAsked,
  fieldSchema,
  FIELD_TEXT_LIMIT,
  FIELD_TYPES,
  isAmong,
  mayChange,
  misfit,
  sees,
  type AskedField,
  type FieldValue,
  type TicketField,
  type FieldType,
} from '.'

const remarks: AskedField = {
  name: 'remarks',
  label: 'What was done?',
  type: 'longText',
  required: true,
  anew: true,
}
const serial: AskedField = { name: 'serial', label: 'Serial number', type: 'text', required: true }
const gate = { name: 'Done', gate: [remarks, { ...serial, required: false }] }

describe('what a gate asks for', () => {
  it.each([
    [{}, ['remarks']],
    [{ remarks: '   ' }, ['remarks']],
    [{ remarks: 'New belt' }, []],
    [{ remarks: 'New belt', serial: '' }, []],
    [{ remarks: 'x'.repeat(FIELD_TEXT_LIMIT + 1) }, ['remarks']],
    [{ remarks: 'New belt', colour: 'red' }, ['colour']],
  ])('lets through only what is asked: %#', (given, wrong) => {
    expect(checkAsked(gate, given as Record<string, string>).map((one) => one.field)).toEqual(wrong)
  })

  it('takes what the ticket has for an answer, but not for what is asked anew, and not where it is emptied', () => {
    const place = { name: 'Done', gate: [serial] }
    expect(checkAsked(place, {}, { serial: 'K-4' })).toEqual([])
    expect(checkAsked(place, { serial: '' }, { serial: 'K-4' })).toHaveLength(1)
    expect(checkAsked({ ...place, gate: [{ ...serial, anew: true }] }, {}, { serial: 'K-4' })).toHaveLength(1)
  })
})

describe('the value of a field', () => {
  const options = [
    { value: 'worn', label: 'Worn out' },
    { value: 'lost', label: 'Lost' },
  ]
  const field = (type: TicketField['type'], more: Partial<TicketField> = {}): TicketField => ({
    ...{ name: 'x', label: 'X', type },
    ...(['choice', 'manyChoices'].includes(type) && { options }),
    ...more,
  })

  it.each<[TicketField['type'], FieldValue, boolean]>([
    ['choice', 'worn', true],
    ['choice', 'stolen', false],
    ['manyChoices', ['worn', 'lost'], true],
    ['manyChoices', 'worn', false],
    ['number', 12.5, true],
    ['number', '12.5', false],
    ['date', '2026-02-28', true],
    ['date', '2026-2-30', false],
    ['yesNo', true, true],
    ['yesNo', 'yes', false],
    ['text', 5, false],
    ['technician', 'tora', true],
    ['technician', 'nobody', false],
  ])('fits its type, or is told how it should: %s %o', (type, value, fits) => {
    const nameOf = (_: string, id: string) => (id === 'tora' ? 'Tora Aas' : undefined)
    expect(misfit(field(type), value, { nameOf }) === undefined).toBe(fits)
  })

  it('is none where it is blank, whatever the type', () => {
    for (const type of Object.keys(FIELD_TYPES) as FieldType[])
      for (const blank of ['', '  ', [], null, undefined]) expect(misfit(field(type), blank)).toBeUndefined()
  })

  it('keeps to least, greatest and pattern', () => {
    const amount = field('number', { min: 1, max: 9, unit: 'gates' })
    expect(misfit(amount, 10)).toContain('9 gates')
    const like = field('text', { pattern: { like: '^K-\\d+$', message: 'as on the label: K-12' } })
    expect(misfit(like, 'K-x', { fits: fitsPattern })).toBe('as on the label: K-12')
    expect(misfit(like, 'K-12', { fits: fitsPattern })).toBeUndefined()
  })

  it('is what its JSON Schema says (Ajv)', () => {
    const ajv = addFormats.default(new Ajv2020({ strict: false }))
    const value = fc.oneof(
      fc.constantFrom('worn', 'stolen', '2026-11-16', '2026-11-16T08:00:00+01:00', 'x'),
      fc.double({ noNaN: true, noDefaultInfinity: true }),
      fc.boolean(),
      fc.subarray(['worn', 'lost', 'stolen'], { minLength: 1 }),
    )
    for (const type of Object.keys(FIELD_TYPES) as FieldType[]) {
      const validate = ajv.compile(fieldSchema(field(type)) as object)
      fc.assert(
        fc.property(value, (one) => {
          expect([type, one, validate(one)]).toEqual([type, one, misfit(field(type), one) === undefined])
        }),
      )
    }
  })
})

describe('who sees a field and who changes it', () => {
  const technician = { role: 'technician', teams: ['networks'] }
  const lead = { role: 'lead', teams: [] }

  it('is everybody of the desk unless somebody is named: by role, or by team', () => {
    expect([undefined, {}, { roles: [], teams: [] }].every((one) => isAmong(one, technician))).toBe(true)
    expect(isAmong({ roles: ['lead'] }, technician)).toBe(false)
    expect(isAmong({ roles: ['lead'], teams: ['networks'] }, technician)).toBe(true)
  })

  it('changes nothing that they do not see', () => {
    const field: TicketField = { name: 'cost', label: 'Cost', type: 'number', sees: { roles: ['lead'] } }
    expect([sees(field, technician), mayChange(field, technician), mayChange(field, lead)]).toEqual([
      false,
      false,
      true,
    ])
    expect(mayChange({ ...field, changes: { teams: ['networks'] } }, technician)).toBe(false)
  })
})
