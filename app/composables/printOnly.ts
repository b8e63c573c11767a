/** Prints a part of the page alone: the styles of paper go by its name. */
export function printOnly(part: 'ticket' | 'statement'): void {
  document.documentElement.dataset.print = part
  print()
  delete document.documentElement.dataset.print
}
