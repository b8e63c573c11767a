import { describe, expect, it } from 'vitest'
import type { Design, DesignStep } from '~~/core/design'
import { changeDesign } from '~~/core/design'
import { refusal } from '../../testing/server'
import { disputesOf } from './disputes'
import { DraftChanges, nothingYet, type DraftPage } from './DraftChanges'

const CATEGORIES = [
  { id: 'gates', name: 'Gates' },
  { id: 'tills', name: 'Tills' },
]
const name = (id: string, before: string, after: string): DesignStep => ({
  ...{ list: 'categories', id, before: { id, name: before }, after: { id, name: after } },
})

/** A desk with one draft, which others change as well, and which can be away. */
function desk() {
  const state = {
    design: { categories: CATEGORIES } as unknown as Design,
    sent: [] as DesignStep[][],
    /** How often it cannot be reached from now on. */
    away: 0,
    /** It takes the next change, but its answer is lost. */
    losesAnswer: false,
  }
  const page = () => ({ design: structuredClone(state.design), version: 1 }) as unknown as DraftPage
  const wire = {
    read: async () => page(),
    async send(changes: DesignStep[]) {
      if (state.away-- > 0) throw new Error('no answer')
      state.sent.push(changes)
      try {
        state.design = changes.reduce(changeDesign, state.design)
      } catch {
        throw refusal(409, 'Somebody else has changed this meanwhile.')
      }
      if (state.losesAnswer) {
        state.losesAnswer = false
        throw new Error('the line broke')
      }
      return page()
    },
    pause: async () => undefined,
  }
  const window = async () => {
    const changes = new DraftChanges(nothingYet(), wire)
    await changes.load()
    return changes
  }
  return { state, wire, window }
}
const namesIn = (design: Design | undefined) =>
  (design as unknown as { categories: { name: string }[] }).categories.map((one) => one.name)
const shown = (changes: DraftChanges) => namesIn(changes.standing.draft?.design)

describe('changes of a draft', () => {
  it('stand on the screen at once, and a quick second one builds on the first', async () => {
    const { state, window } = desk()
    const mine = await window()
    const both = [
      mine.change([name('gates', 'Gates', 'Barriers')]),
      mine.change([name('gates', 'Barriers', 'Gate')]),
    ]
    expect(shown(mine)).toEqual(['Gate', 'Tills'])
    expect(await Promise.all(both)).toEqual([true, true])
    expect(state.sent).toHaveLength(2)
    expect(namesIn(state.design)).toEqual(['Gate', 'Tills'])
    expect(mine.standing.busy).toBe(0)
  })

  it('that change nothing are not sent', async () => {
    const { state, window } = desk()
    expect(await (await window()).change([name('gates', 'Gates', 'Gates')])).toBe(true)
    expect(state.sent).toEqual([])
  })

  it('are taken back and put in again, two presses two of them', async () => {
    const { state, window } = desk()
    const mine = await window()
    await mine.change([name('gates', 'Gates', 'Barriers')])
    await mine.change([name('tills', 'Tills', 'Tills and kiosks'), name('gates', 'Barriers', 'Bars')])
    await Promise.all([mine.undo(), mine.undo()])
    expect(namesIn(state.design)).toEqual(['Gates', 'Tills'])
    await mine.undo()
    await mine.redo()
    await mine.redo()
    expect(shown(mine)).toEqual(['Bars', 'Tills and kiosks'])
    expect([mine.standing.done.length, mine.standing.undone.length]).toEqual([2, 0])
  })

  it('are kept while the desk is away, say so, and are sent once when it is back', async () => {
    const { state, window } = desk()
    const mine = await window()
    state.away = 3
    const said: (string | undefined)[] = []
    mine.wire.pause = async () => said.push(mine.standing.error?.message)
    const first = mine.change([name('gates', 'Gates', 'Barriers')])
    const second = mine.change([name('tills', 'Tills', 'Kiosks')])
    expect(mine.unsent()).toHaveLength(2)
    expect(await Promise.all([first, second])).toEqual([true, true])
    expect(said).toEqual(Array<string>(3).fill(expect.stringContaining('kept on this page') as string))
    expect(state.sent).toHaveLength(2)
    expect(mine.standing.error).toBeUndefined()
    expect(mine.unsent()).toEqual([])
  })

  it.each([
    ['a name', [name('gates', 'Gates', 'Barriers')]],
    [
      'an order',
      [{ list: 'categories', id: '#order', before: ['gates', 'tills'], after: ['tills', 'gates'] }],
    ],
    [
      'a new thing',
      [{ list: 'categories', id: 'kiosks', before: null, after: { id: 'kiosks', name: 'Kiosks' } }],
    ],
    ['one that goes', [{ list: 'categories', id: 'tills', before: CATEGORIES[1], after: null }]],
  ])('whose answer was lost are no second change: %s', async (_, steps: DesignStep[]) => {
    const { state, window } = desk()
    const mine = await window()
    state.losesAnswer = true
    expect(await mine.change(steps)).toBe(true)
    expect(mine.standing.refused).toEqual([])
    expect(namesIn(state.design)).toEqual(
      namesIn(steps.reduce(changeDesign, { categories: CATEGORIES } as never)),
    )
  })
})

describe('a draft in two windows', () => {
  it('has what both wrote, where they wrote different things', async () => {
    const { window } = desk()
    const [mine, theirs] = [await window(), await window()]
    await theirs.change([name('tills', 'Tills', 'Kiosks')])
    await mine.change([name('gates', 'Gates', 'Barriers')])
    expect(shown(mine)).toEqual(['Barriers', 'Kiosks'])
    await theirs.load()
    expect(shown(theirs)).toEqual(['Barriers', 'Kiosks'])
  })

  it('refuses the second of two in one place, shows what is there, and keeps what was refused', async () => {
    const { state, window } = desk()
    const [mine, theirs] = [await window(), await window()]
    await theirs.change([name('gates', 'Gates', 'Turnstiles')])
    expect(await mine.change([name('gates', 'Gates', 'Barriers')])).toBe(false)
    expect(shown(mine)).toEqual(['Turnstiles', 'Tills'])
    expect(mine.standing.refused).toHaveLength(1)
    // What is written next is taken, and what was refused waits still.
    await mine.change([name('tills', 'Tills', 'Kiosks')])
    expect(mine.standing.refused).toHaveLength(1)
    const [dispute] = disputesOf(mine.standing.draft!.design, mine.standing.refused)
    expect(dispute).toMatchObject({ path: ['name'], mine: 'Barriers', theirs: 'Turnstiles' })
    await mine.settle(new Map([[dispute!.key, 'mine']]))
    expect(namesIn(state.design)).toEqual(['Barriers', 'Kiosks'])
    expect([mine.standing.refused, mine.standing.error]).toEqual([[], undefined])
    await mine.undo()
    expect(namesIn(state.design)).toEqual(['Turnstiles', 'Kiosks'])
    await mine.redo()
    await theirs.undo()
    expect(theirs.standing.error?.problem.status).toBe(409)
    expect(theirs.standing.done).toHaveLength(1)
  })

  it('leaves theirs where that is chosen, with all else that was written here', async () => {
    const { state, window } = desk()
    const [mine, theirs] = [await window(), await window()]
    const both = { id: 'gates', name: 'Barriers', priority: 'p1' }
    await theirs.change([name('gates', 'Gates', 'Turnstiles')])
    await mine.change([{ list: 'categories', id: 'gates', before: CATEGORIES[0], after: both }])
    const [dispute] = disputesOf(mine.standing.draft!.design, mine.standing.refused)
    await mine.settle(new Map([[dispute!.key, 'theirs']]))
    expect(state.design.categories[0]).toEqual({ id: 'gates', name: 'Turnstiles', priority: 'p1' })
    expect(mine.standing.refused).toEqual([])
  })

  it('keeps what is on its way on the screen when it is read anew', async () => {
    const { window, wire } = desk()
    const mine = await window()
    let go = () => {}
    const held = new Promise<void>((done) => (go = done))
    const { send } = wire
    mine.wire.send = async (changes) => {
      await held
      return send(changes)
    }
    const change = mine.change([name('gates', 'Gates', 'Barriers')])
    await mine.load()
    expect(shown(mine)).toEqual(['Barriers', 'Tills'])
    go()
    expect(await change).toBe(true)
  })
})
