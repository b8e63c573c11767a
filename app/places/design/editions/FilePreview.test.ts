import { describe, expect, it } from 'vitest'
import type { DirectoryPage } from '~/composables/useNames'
import { draw, settled } from '~/testing/on'
import FilePreview from './FilePreview.vue'
import { choiceOf, choicesFor, matchOf, missingOf, saidAnew, type Lacking } from './matching'

const lacking = (more: Partial<Lacking> = {}): Lacking => ({
  ...{ what: 'team', id: 'out-and-about', name: 'The ones outside', isNeeded: false, match: null },
  without: [
    {
      ...{ part: 'triage', id: 'routing', what: 'changed', article: 'Triage', name: 'Where it goes' },
      says: ['row 3 is gone'],
    },
  ],
  ...more,
})
const directory = {
  teams: [
    { id: 'networks', name: 'Networks' },
    { id: 'old', name: 'Old ones', active: false },
  ],
  organisations: [],
  roles: [{ id: 'lead', name: 'Lead' }],
} as unknown as DirectoryPage

type Preview = AnswerOf<'POST /api/design-file/preview'>
const preview = (more: Partial<Preview> = {}): Preview => ({
  ...{ version: 3, findings: [], lacking: [], kept: [] },
  changes: [
    {
      part: 'groups',
      id: 'a',
      what: 'changed',
      article: 'Catalog',
      name: 'Group “A”',
      says: ['called: “B”'],
    },
  ],
  ...more,
})
const missing = (id: string): Preview['findings'][number] => ({
  ...{ severity: 'error', code: 'referenceMissing', place: 'triage/where-it-goes', where: 'Where it goes' },
  message: `refers to the team “${id}”`,
  refersTo: { what: 'team', id },
})

describe('what a file names and is not here', () => {
  it('may be one that is here, a new one, or left out where the design can do without', () => {
    expect(choicesFor(lacking(), directory).map((one) => one.label)).toEqual([
      'Make a new team',
      'Leave it out',
      'Networks',
    ])
    expect(choicesFor(lacking({ isNeeded: true }), directory).map((one) => one.value)).toEqual([
      'make',
      'to networks',
    ])
    expect(choicesFor(lacking({ what: 'role' }), directory).map((one) => one.value)).toEqual([
      'leave',
      'to lead',
    ])
  })

  it.each(['make', 'leave', 'to networks'] as const)('is what was chosen: %s', (choice) => {
    const match = matchOf(lacking(), choice)
    expect(choiceOf(lacking({ match }))).toBe(choice)
  })

  it('needs more than a name where it is a person or a site', () => {
    const made = (what: Lacking['what'], make: object) =>
      missingOf(lacking({ what, match: { what, id: 'x', make: { name: 'X', ...make } } }))
    expect(made('team', {})).toBeUndefined()
    expect(made('person', {})).toBe('mail')
    expect(made('person', { mail: 'x@desk.example' })).toBeUndefined()
    expect(made('site', {})).toBe('organisation')
  })

  it('is said anew in place of what was said before', () => {
    const [one, other] = [matchOf(lacking(), 'leave'), matchOf(lacking({ id: 'b' }), 'leave')]
    expect(saidAnew([one, other], matchOf(lacking(), 'make'))).toEqual([other, matchOf(lacking(), 'make')])
  })
})

describe('a file that was brought', () => {
  async function page(given: Preview) {
    const props = { name: 'design.json', preview: given, directory, busy: false }
    const { wrapper } = draw(FilePreview, { props })
    await settled()
    return wrapper
  }

  it('is taken once everything that it names is something here', async () => {
    const open = await page(preview({ lacking: [lacking()], findings: [missing('out-and-about')] }))
    expect(open.text()).toContain('1 thing that it names is not here: say what it is')
    // That it is missing is said in the list, not once more as an error.
    expect(open.text()).toContain('0 errors')
    expect(open.text()).toContain('row 3 is gone')
    expect(open.text()).not.toContain('Take it into the draft')

    const said = lacking({ match: matchOf(lacking(), 'to networks') })
    const ready = await page(preview({ lacking: [said] }))
    expect(ready.text()).toContain('Take it into the draft')
    expect(ready.text()).not.toContain('row 3 is gone')
  })

  it('is not taken with errors of its own, and says them', async () => {
    const wrong = await page(preview({ findings: [missing('somebody')] }))
    expect(wrong.text()).toContain('It cannot be taken like this')
    expect(wrong.text()).toContain('refers to the team “somebody”')
  })
})
