import fc from 'fast-check'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick } from 'vue'
import { draw, settled } from '../testing/on'
import { copied, pastedCells, placed, rangeOf, stepFrom } from './grid'
import KitGrid from './KitGrid.vue'

const press = (key: string, more: object = {}) => ({ key, ctrlKey: false, metaKey: false, ...more })

describe('a step in a grid', () => {
  const from = { row: 5, column: 1 }
  const step = (key: string, more: object = {}) => stepFrom(from, press(key, more), 100, 3, 10)
  it('goes where the key says, and not out of it', () => {
    expect(step('ArrowDown')).toEqual({ row: 6, column: 1 })
    expect(step('ArrowLeft')).toEqual({ row: 5, column: 0 })
    expect(step('ArrowUp', { ctrlKey: true })).toEqual({ row: 0, column: 1 })
    expect(step('ArrowRight', { metaKey: true })).toEqual({ row: 5, column: 2 })
    expect(step('PageDown')).toEqual({ row: 15, column: 1 })
    expect(step('PageUp')).toEqual({ row: 0, column: 1 })
    expect(step('Home')).toEqual({ row: 5, column: 0 })
    expect(step('End', { ctrlKey: true })).toEqual({ row: 99, column: 2 })
    expect(step('x')).toBeUndefined()
    expect(stepFrom({ row: 99, column: 2 }, press('ArrowDown'), 100, 3, 10)).toEqual({ row: 99, column: 2 })
  })
})

describe('what is copied and pasted', () => {
  it('is the same cells again, whatever stands in them', () => {
    const cell = fc.string({ unit: fc.constantFrom('a', '7', ' ', '"', '\t', '\n', ',', 'ø'), maxLength: 8 })
    const lines = fc
      .tuple(fc.integer({ min: 1, max: 4 }), fc.integer({ min: 1, max: 4 }))
      .chain(([rows, columns]) =>
        fc.array(fc.array(cell, { minLength: columns, maxLength: columns }), {
          minLength: rows,
          maxLength: rows,
        }),
      )
      // One empty cell, or a last line of nothing, is no line of a spreadsheet.
      .filter((cells) => cells.at(-1)!.some((one) => one !== ''))
    fc.assert(
      fc.property(lines, (cells) => {
        expect(pastedCells(copied(cells))).toEqual(cells)
      }),
    )
  })

  it('fills what is chosen with one cell, and stands as it stood from there on where there are more', () => {
    const range = rangeOf({ row: 3, column: 2 }, { row: 2, column: 1 })
    expect(placed([['x']], range).map(({ row, column }) => [row, column])).toEqual([
      [2, 1],
      [2, 2],
      [3, 1],
      [3, 2],
    ])
    expect(placed([['a', 'b'], ['c']], range)).toEqual([
      { row: 2, column: 1, text: 'a' },
      { row: 2, column: 2, text: 'b' },
      { row: 3, column: 1, text: 'c' },
    ])
  })

  it('is not taken where it is too much', () => {
    expect(pastedCells('x\n'.repeat(20_001))).toBeUndefined()
  })
})

describe('a grid', () => {
  // The browser measures; here nothing has a height.
  beforeEach(() => {
    vi.spyOn(HTMLElement.prototype, 'clientHeight', 'get').mockReturnValue(300)
    vi.spyOn(HTMLElement.prototype, 'clientWidth', 'get').mockReturnValue(600)
  })
  const COLUMNS = [
    { name: 'name', label: 'Name' },
    { name: 'floor', label: 'Floor', figures: true },
    { name: 'code', label: 'Code', readonly: true },
  ]
  const ROWS = Array.from({ length: 200 }, (_, at) => ({
    id: at,
    name: `Room ${at}`,
    floor: at % 4,
    code: `R${at}`,
  }))
  async function grid(props: object = {}) {
    const drawn = draw(KitGrid, {
      props: { rows: ROWS, columns: COLUMNS, rowKey: 'id', label: 'Rooms', ...props },
    })
    await settled()
    const cell = (row: number, column: number) => drawn.wrapper.get(`[id$="-${row}-${column}"]`)
    const at = () =>
      /-(\d+)-(\d+)$/
        .exec(document.activeElement?.id ?? '')
        ?.slice(1)
        .map(Number)
    const key = async (name: string, more: object = {}) => {
      document.activeElement!.dispatchEvent(
        new KeyboardEvent('keydown', { key: name, bubbles: true, cancelable: true, ...more }),
      )
      await nextTick()
      await nextTick()
    }
    const clip = (type: 'copy' | 'paste', text = '') => {
      const event = new Event(type, { bubbles: true, cancelable: true })
      const kept = { text }
      Object.assign(event, {
        clipboardData: { getData: () => text, setData: (_: string, now: string) => (kept.text = now) },
      })
      document.activeElement!.dispatchEvent(event)
      return kept
    }
    const changes = () => drawn.wrapper.emitted('change')?.flat() as unknown[] | undefined
    return { ...drawn, cell, at, key, clip, changes }
  }

  it('is one stop, says how much there is, and draws what is in sight', async () => {
    const { wrapper } = await grid()
    const root = wrapper.get('[role=grid]')
    expect(root.attributes()).toMatchObject({
      'aria-label': 'Rooms',
      'aria-rowcount': '201',
      'aria-colcount': '3',
    })
    const drawn = wrapper.findAll('[role=gridcell]').length
    expect(drawn).toBeGreaterThan(0)
    expect(drawn).toBeLessThan(100)
    expect(wrapper.findAll('[role=gridcell][tabindex="0"]')).toHaveLength(1)
  })

  it('is gone through and filled in by keys alone', async () => {
    const { cell, at, key, wrapper, changes } = await grid()
    ;(cell(0, 0).element as HTMLElement).focus()
    await key('ArrowDown')
    expect(at()).toEqual([1, 0])
    await key('B')
    const box = wrapper.get('input')
    expect((box.element as HTMLInputElement).value).toBe('B')
    await box.setValue('Bridge')
    await key('Enter')
    expect(changes()).toEqual([[{ key: 1, column: 'name', text: 'Bridge' }]])
    expect(at()).toEqual([2, 0])
    await key('F2')
    await wrapper.get('input').setValue('nothing')
    await key('Escape')
    expect(changes()).toHaveLength(1)
    expect(at()).toEqual([2, 0])
    await key('Enter')
    await wrapper.get('input').setValue('Mess')
    await key('Tab')
    expect(at()).toEqual([2, 1])
    expect(changes()).toHaveLength(2)
  })

  it('empties what is chosen, but nothing that nobody types into', async () => {
    const { cell, key, changes, wrapper } = await grid()
    ;(cell(0, 1).element as HTMLElement).focus()
    await cell(0, 1).trigger('mousedown')
    await key('ArrowRight', { shiftKey: true })
    await key('ArrowDown', { shiftKey: true })
    expect(wrapper.findAll('[aria-selected=true]')).toHaveLength(4)
    await key('Delete')
    expect(changes()).toEqual([
      [
        { key: 0, column: 'floor', text: '' },
        { key: 1, column: 'floor', text: '' },
      ],
    ])
    await cell(0, 2).trigger('mousedown')
    await key('x')
    expect(wrapper.find('input').exists()).toBe(false)
  })

  it('gives and takes what spreadsheets copy, and grows where it may', async () => {
    const rows = ROWS.slice(0, 2)
    const { cell, key, clip, changes, wrapper } = await grid({ rows, grows: true })
    ;(cell(0, 0).element as HTMLElement).focus()
    await key('ArrowRight', { shiftKey: true })
    expect(clip('copy').text).toBe('Room 0\t0')
    await key('Home')
    await key('ArrowDown')
    clip('paste', 'Galley\t2\tno\r\nHold\t3\r\n')
    expect(changes()).toEqual([
      [
        { key: 1, column: 'name', text: 'Galley' },
        { key: 1, column: 'floor', text: '2' },
      ],
    ])
    expect(wrapper.emitted('add')).toEqual([[[{ name: 'Hold', floor: '3' }]]])
    await nextTick()
    expect(wrapper.get('[role=status]').text()).toBe('5 cells pasted, 1 rows added')
  })

  it('says what is wrong with a cell, and takes nothing where it is only read', async () => {
    const error = (row: { floor: number }, { name }: { name: string }) =>
      name === 'floor' && row.floor > 2 ? 'There are three floors.' : undefined
    const { cell, key, clip, changes, wrapper } = await grid({ error, readonly: true })
    expect(cell(3, 1).attributes()).toMatchObject({
      'aria-invalid': 'true',
      title: 'There are three floors.',
    })
    ;(cell(0, 0).element as HTMLElement).focus()
    await key('x')
    await key('Delete')
    clip('paste', 'x')
    expect(wrapper.find('input').exists()).toBe(false)
    expect(changes()).toBeUndefined()
  })
})
