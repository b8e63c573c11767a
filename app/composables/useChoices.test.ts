import { afterEach, describe, expect, it, vi } from 'vitest'
import { MOST_CHOICES } from '~~/core/intake'
import { within } from '../testing/on'
import { serve } from '../testing/server'
import { choicesAmong, useChoices, type Choice } from './useChoices'

afterEach(() => vi.unstubAllGlobals())

const person = (label: string): Choice => ({ value: label.toLowerCase().replaceAll(' ', '-'), label })
const INES = person('Ines Varga')
const ZORA = person('Zora Zell')
const many = Array.from({ length: MOST_CHOICES }, (_, at) => person(`Ada ${at}`))

/** What there is to choose, with a server that has these, and the questions that it was asked. */
function among(first: Choice[], others: Choice[] = [], organisation?: string) {
  const asked: object[] = []
  serve({
    'GET /api/choices/person': ({ query }) => {
      asked.push(JSON.parse(JSON.stringify(query)) as object)
      const all = [...first, ...others]
      if (query.value) return all.filter((one) => one.value === query.value)
      return query.search ? all.filter((one) => one.label.includes(String(query.search))) : [...first]
    },
  })
  return { asked, ...within(() => useChoices(() => organisation)).got }
}

describe('what there is to choose', () => {
  it('is looked for here where all of it is here, by every word', async () => {
    const { asked, need, find } = among([INES, ZORA])
    await need(['person'])
    expect(await find('person', 'var in')).toEqual([INES])
    expect(await find('person', '')).toEqual([INES, ZORA])
    expect(asked).toHaveLength(1)
  })

  it('is looked for at the server where there are more than the first, and is known by name then', async () => {
    const { asked, find, nameOf } = among(many, [ZORA])
    expect(await find('person', ' Zora ')).toEqual([ZORA])
    expect(asked).toEqual([{}, { search: 'Zora' }])
    expect(nameOf('person', ZORA.value)).toBe('Zora Zell')
  })

  it('is known by name where it was chosen before, and nobody is asked for what is known', async () => {
    const { asked, need, know, nameOf } = among(many, [ZORA])
    await need(['person'])
    await know('person', ZORA.value)
    await know('person', many[0]!.value)
    await know('person', ZORA.value)
    expect(asked).toEqual([{}, { value: ZORA.value }])
    expect(nameOf('person', ZORA.value)).toBe('Zora Zell')
    expect(nameOf('person', 'nobody')).toBeUndefined()
  })

  it('is that of an organisation, where the desk asks for somebody of it', async () => {
    const { asked, need } = among([INES], [], 'merrow')
    await need(['person'])
    expect(asked).toEqual([{ organisation: 'merrow' }])
  })

  it('is asked again once there is something new', async () => {
    const first = [INES]
    const { need, anew, find } = among(first)
    await need(['person'])
    first.push(ZORA)
    await need(['person'])
    expect(await find('person', 'zora')).toEqual([])
    await anew()
    expect(await find('person', 'zora')).toEqual([ZORA])
  })

  it('tells whoever asks what went wrong', async () => {
    serve({})
    await expect(within(() => useChoices()).got.need(['site'])).rejects.toThrow('nothing answers')
  })

  it('of a preview is all that it was given', async () => {
    const { find, nameOf } = choicesAmong(() => ({ person: [INES] }))
    expect(await find('person', 'varga')).toEqual([INES])
    expect(await find('site', '')).toEqual([])
    expect(nameOf('person', INES.value)).toBe('Ines Varga')
  })
})
