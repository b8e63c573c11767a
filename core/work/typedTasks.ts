/** What stands before a line of a list in other texts: a dash, a number, a box. */
const BULLET = /^(?:[-–—*•·▪◦]|\d{1,3}[.)]|[☐☑✓])\s+/
const BOX = /^\[[ xX]?\]\s*/

/**
 * The tasks of a text that was typed or pasted: one a line, without what marks it as a list.
 * @example typedTasks('- Look at the fuse\n- [ ] Call the pier') // ['Look at the fuse', 'Call the pier']
 */
export function typedTasks(text: string): string[] {
  return text
    .split(/\r\n|[\n\r\u2028\u2029]/)
    .map((line) => line.trim().replace(BULLET, '').replace(BOX, '').trim())
    .filter((line) => line !== '')
}
