/** What people of the desk write: Markdown, as HTML and as plain words. */
export { fileIn, plainWords, writtenHtml, type Writing } from './writing'
