/** What people of the desk write: Markdown, as HTML and as plain words. */
export { fileIn, partsIn, plainWords, stepsIn, writtenHtml, type Writing } from './writing'
export type { WrittenPart } from './parts'
export { withoutPeople, type Spoken } from './withoutPeople'
export { LONGEST_STEP, MOST_STEPS, type WrittenStep } from './steps'
