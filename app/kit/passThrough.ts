/** What the library's parts leave out for those who read with their ears; checked by axe on the page of the kit. */
const sentinel = { 'aria-hidden': undefined }
const list = {
  pcFilter: { root: { 'aria-label': 'Find in the list' } },
  hiddenFirstFocusableEl: sentinel,
  hiddenLastFocusableEl: sentinel,
  // What is scrolled can be scrolled by keyboard.
  listContainer: { tabindex: '0' },
}

interface Step {
  context: { active: boolean }
}
interface Day {
  context: { selected: boolean; disabled: boolean }
}

export const passThrough = {
  select: list,
  multiselect: {
    ...list,
    // Choosing goes by the whole line; a box inside it would be a second control without a name.
    pcOptionCheckbox: { root: { inert: '' } },
    pcHeaderCheckbox: { input: { 'aria-label': 'All' } },
  },
  autocomplete: { dropdown: { 'aria-label': 'Show all' } },
  treeselect: {
    dropdown: { role: undefined, 'aria-hidden': 'true' },
    pcTree: {
      nodeToggleButton: { 'aria-label': 'Open or close' },
      pcFilterInput: { root: { 'aria-label': 'Find in the list' } },
    },
    hiddenFirstFocusableEl: sentinel,
    hiddenLastFocusableEl: sentinel,
  },
  // The list of its steps is the list of tabs, not all of it.
  stepper: { root: { role: undefined } },
  steplist: { root: { role: 'tablist' } },
  step: {
    // With it the frame round a tab would be a thing of its own.
    root: { 'aria-current': undefined },
    header: ({ context }: Step) => ({ 'aria-selected': context.active }),
  },
  datepicker: {
    day: { 'aria-selected': undefined, 'aria-disabled': undefined },
    dayCell: ({ context }: Day) => ({
      role: 'gridcell',
      'aria-selected': context.selected,
      'aria-disabled': context.disabled,
    }),
  },
}
