import { flushPromises } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { h } from 'vue'
import { draw } from '../testing/on'
import KitSteps from './KitSteps.vue'
import KitTable from './KitTable.vue'
import KitTabs from './KitTabs.vue'
import KitTree from './KitTree.vue'
import KitTreeChoice from './KitTreeChoice.vue'

const COLUMNS = [
  { name: 'id', label: 'No.', figures: true, sorts: true },
  { name: 'summary', label: 'Summary' },
  { name: 'deed', label: 'What can be done', bare: true },
]
const ROWS = [
  { id: 1, summary: 'Printer dark', team: 'Counter' },
  { id: 2, summary: 'Badge does not open', team: 'Field' },
]
const table = (props: object = {}, slots: object = {}) =>
  draw(KitTable, {
    props: { rows: ROWS, columns: COLUMNS, rowKey: 'id', label: 'Tickets', ...props },
    slots: slots as never,
  }).wrapper

describe('a table', () => {
  it('has its rows, and what a cell is drawn with', () => {
    const wrapper = table({}, { 'cell-deed': ({ row }: { row: { id: number } }) => h('b', `open ${row.id}`) })
    expect(wrapper.get('table').attributes('aria-label')).toBe('Tickets')
    expect(wrapper.findAll('thead th').map((one) => one.text())).toEqual([
      'No.',
      'Summary',
      'What can be done',
    ])
    expect(wrapper.findAll('tbody tr').map((one) => one.text())).toEqual([
      '1Printer darkopen 1',
      '2Badge does not openopen 2',
    ])
  })

  it('asks for another order, and leaves it to the server', async () => {
    const wrapper = table({ order: { by: 'id', down: false } })
    await wrapper.get('thead th').trigger('click')
    expect(wrapper.emitted('order')).toEqual([[{ by: 'id', down: true }]])
    expect(wrapper.findAll('tbody tr')[0]!.text()).toContain('Printer dark')
  })

  it('has boxes where rows are chosen', async () => {
    const wrapper = table({ chosen: [2] })
    const boxes = wrapper.findAll('tbody input')
    expect(boxes.map((one) => (one.element as HTMLInputElement).checked)).toEqual([false, true])
    await boxes[0]!.setValue(true)
    expect(wrapper.emitted('update:chosen')).toEqual([[[2, 1]]])
  })

  it('shows what is opened below its row', () => {
    const wrapper = table({ open: 2 }, { opened: ({ row }: { row: { id: number } }) => `all of ${row.id}` })
    expect(wrapper.findAll('tbody tr').map((one) => one.text())).toEqual([
      '1Printer dark',
      '2Badge does not open',
      'all of 2',
    ])
  })

  it('puts groups under their names, and has a button for more', async () => {
    const wrapper = table({ groupedBy: 'team', more: 'Older ones' })
    expect(wrapper.findAll('tbody tr').map((one) => one.text())).toEqual([
      'Counter',
      '1Printer dark',
      'Field',
      '2Badge does not open',
    ])
    await wrapper.get('.more button').trigger('click')
    expect(wrapper.emitted('more')).toHaveLength(1)
  })
})

const BRANCHES = [
  { key: 'mail', label: 'Mail', children: [{ key: 'mail.shared', label: 'Shared mailbox' }] },
  { key: 'desk', label: 'Work place' },
]

describe('a tree', () => {
  it('is open on the way to what is chosen', async () => {
    const { wrapper } = draw(KitTree, {
      props: { branches: BRANCHES, label: 'Categories', modelValue: 'mail.shared' },
    })
    expect(wrapper.findAll('[role="treeitem"]').map((one) => one.attributes('aria-label'))).toEqual([
      'Mail',
      'Shared mailbox',
      'Work place',
    ])
    await wrapper.get('[aria-label="Work place"] .p-tree-node-content').trigger('click')
    expect(wrapper.emitted('update:modelValue')).toEqual([['desk']])
  })

  it('in a field says the name of what is chosen', async () => {
    const { wrapper } = draw(KitTreeChoice, {
      props: { branches: BRANCHES, label: 'Category', modelValue: 'mail.shared' },
    })
    await flushPromises()
    expect(wrapper.text()).toContain('Shared mailbox')
    wrapper.findComponent({ name: 'TreeSelect' }).vm.$emit('update:modelValue', { desk: true })
    expect(wrapper.emitted('update:modelValue')).toEqual([['desk']])
  })
})

describe('sheets and steps', () => {
  it('sheets show the one that is chosen', async () => {
    const { wrapper } = draw(KitTabs, {
      props: {
        label: 'Requests',
        modelValue: 'open',
        tabs: [
          { value: 'open', label: 'Open', count: 4 },
          { value: 'done', label: 'Done' },
        ],
      },
      slots: { open: 'Four are open.', done: 'None is done.' },
    })
    await flushPromises()
    expect(wrapper.text()).toContain('Four are open.')
    expect(wrapper.text()).not.toContain('None is done.')
    await wrapper.findAll('[role="tab"]')[1]!.trigger('click')
    expect(wrapper.emitted('update:modelValue')).toEqual([['done']])
  })

  it('steps are gone back to, and not ahead of', async () => {
    const { wrapper } = draw(KitSteps, {
      props: {
        label: 'Opening a desk',
        modelValue: 'people',
        steps: ['desk', 'people', 'hours'].map((value) => ({ value, label: value })),
      },
      slots: { people: 'Who works there.' },
    })
    await flushPromises()
    const [desk, , hours] = wrapper.findAll('[role="tab"]')
    expect(hours!.attributes('disabled')).toBeDefined()
    await desk!.trigger('click')
    expect(wrapper.emitted('update:modelValue')).toEqual([['desk']])
  })
})
