import { useQueryCache, type EntryKey } from '@pinia/colada'
import { flushPromises } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { within } from '../testing/on'
import { useLedger, type LedgerAsk, type LedgerPage } from './useLedger'

interface Row {
  id: number
  text: string
}
type Page = LedgerPage<Row> & { next: number | null }

/** A server with so many rows, which remembers how it was asked, and can be held up. */
function server(count: number) {
  const asked: { limit: number; after?: number }[] = []
  const state = { count, version: 1, wait: undefined as Promise<void> | undefined, broken: false, filter: '' }
  async function ask({ limit, after = 0 }: LedgerAsk<Page>): Promise<Page> {
    asked.push({ limit, ...(after && { after: Number(after) }) })
    const { filter, version } = state
    await state.wait
    if (state.broken) throw new Error('The desk cannot be reached.')
    const ids = Array.from({ length: state.count }, (_, at) => at + 1).filter((id) => id > Number(after))
    const rows = ids.slice(0, limit).map((id) => ({ id, text: `${filter}${id} v${version}` }))
    return { rows, next: ids.length > limit ? rows.at(-1)!.id : null }
  }
  return { asked, state, ask }
}

async function ledger(count: number, more: Partial<Parameters<typeof useLedger<Page>>[0]> = {}) {
  const desk = server(count)
  const filter = ref('')
  const key = (): EntryKey => ['rows', filter.value]
  const { got } = within(() => ({
    list: useLedger<Page>({ key, ask: desk.ask, keyOf: ({ id }) => id, size: 3, ...more }),
    cache: useQueryCache(),
  }))
  await flushPromises()
  const notice = () => got.cache.invalidateQueries({ key: ['rows'] }).catch(() => undefined)
  const ids = () => got.list.rows.value.map((row) => (row as Row).id)
  return { ...desk, ...got, filter, notice, ids }
}

describe('a list of the server', () => {
  it('comes page by page, as long as there is more', async () => {
    const { list, asked, ids } = await ledger(7)
    expect(ids()).toEqual([1, 2, 3])
    await list.more()
    await list.more()
    await list.more()
    expect(ids()).toEqual([1, 2, 3, 4, 5, 6, 7])
    expect(asked).toEqual([{ limit: 3 }, { limit: 3, after: 3 }, { limit: 3, after: 6 }])
  })

  it('does not ask for one page twice', async () => {
    const { list, asked } = await ledger(7)
    await Promise.all([list.more(), list.more(), list.more()])
    expect(asked).toHaveLength(2)
  })

  it('is read anew in one question of its present length', async () => {
    const { list, asked, state, notice, ids } = await ledger(7)
    await list.more()
    state.version = 2
    await notice()
    await flushPromises()
    expect(asked.at(-1)).toEqual({ limit: 6 })
    expect(ids()).toEqual([1, 2, 3, 4, 5, 6])
    expect(list.rows.value[5]).toEqual({ id: 6, text: '6 v2' })
  })

  it('keeps what is further down than the server gives at once', async () => {
    const { list, asked, state, notice, ids } = await ledger(9, { most: 5 })
    await list.more()
    await list.more()
    state.version = 2
    await notice()
    await flushPromises()
    expect(asked.at(-1)).toEqual({ limit: 5 })
    expect(ids()).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9])
    expect(list.rows.value.map((row) => (row as Row).text.slice(-2))).toEqual([
      ...Array(5).fill('v2'),
      ...Array(4).fill('v1'),
    ])
  })

  it('loses no row where a notice comes while more is read', async () => {
    const { list, state, notice, ids } = await ledger(7)
    let letGo = () => {}
    state.wait = new Promise((done) => (letGo = done))
    const more = list.more()
    const anew = notice()
    letGo()
    await Promise.all([more, anew])
    await flushPromises()
    expect(ids()).toEqual([1, 2, 3, 4, 5, 6])
  })

  it('begins anew where it is narrowed down otherwise, and shows the rows before until then', async () => {
    const { list, filter, state, ids, asked } = await ledger(7)
    await list.more()
    let letGo = () => {}
    state.wait = new Promise((done) => (letGo = done))
    state.count = 2
    filter.value = 'x'
    await flushPromises()
    expect([ids(), list.isOld.value]).toEqual([[1, 2, 3, 4, 5, 6], true])
    // Nothing is read on from what is no longer wanted.
    await list.more()
    letGo()
    await flushPromises()
    expect([ids(), list.isOld.value]).toEqual([[1, 2], false])
    expect(asked.at(-1)).toEqual({ limit: 3 })
  })

  it('does not put a page of one list under another', async () => {
    const { list, filter, state, ids } = await ledger(7)
    let letGo = () => {}
    state.wait = new Promise((done) => (letGo = done))
    const more = list.more()
    filter.value = 'x'
    letGo()
    await more
    await flushPromises()
    expect(ids()).toEqual([1, 2, 3])
  })

  it('says what went wrong, keeps what it has, and goes on', async () => {
    const { list, state, ids, notice } = await ledger(7)
    state.broken = true
    await list.more()
    expect([(list.error.value as Error).message, ids()]).toEqual(['The desk cannot be reached.', [1, 2, 3]])
    await notice()
    await flushPromises()
    expect(ids()).toEqual([1, 2, 3])
    state.broken = false
    await list.again()
    await list.more()
    expect([list.error.value, ids()]).toEqual([undefined, [1, 2, 3, 4, 5, 6]])
  })

  it('tells while nothing is known yet', async () => {
    const desk = server(1)
    let letGo = () => {}
    desk.state.wait = new Promise((done) => (letGo = done))
    const { got } = within(() =>
      useLedger<Page>({ key: () => ['slow'], ask: desk.ask, keyOf: ({ id }) => id }),
    )
    expect(got.loading.value).toBe(true)
    letGo()
    await flushPromises()
    expect(got.loading.value).toBe(false)
  })
})
