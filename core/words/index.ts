/** Everything that the desk says by itself, a table per language. */
export {
  chooseLanguage,
  isLanguage,
  LANGUAGE_NAMES,
  LANGUAGES,
  languagesOf,
  wantedLanguages,
  type Language,
} from './language'
export { daySaid, momentSaid, writtenSaid } from './moments'
export { PROBLEM_CODES, problemSaid, type ProblemCode } from './problem'
export { capital, listInWords, numberSaid, say, type Key, type Values } from './say'
