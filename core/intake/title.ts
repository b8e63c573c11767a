import { answersInWords, type QuestionLibrary } from './answers'
import type { Answers, CatalogItem, Form, QuestionType } from './form'
import type { NameOf } from './questionType'

/** Longest title of a ticket, in characters. */
export const TITLE_LIMIT = 200
/** Types that say nothing without their question, or have nothing to say in one line. */
const UNTOLD: readonly QuestionType[] = ['yesNo', 'attachment', 'explanation']

/** Whether answers to it can stand in a title. */
export const canBeTitle = (type: QuestionType): boolean => !UNTOLD.includes(type)

/** What makes the title where an item says nothing of it. */
const USUAL = ['summary']

/** A text as one line of a title: without line breaks, cut after a whole word where it is too long. */
export function titleLine(text = ''): string {
  const line = text.trim().replace(/\s+/g, ' ')
  if (line.length <= TITLE_LIMIT) return line
  const cut = line.slice(0, TITLE_LIMIT - 1)
  const end = cut.lastIndexOf(' ')
  return `${end > TITLE_LIMIT / 2 ? cut.slice(0, end) : cut}…`
}

/**
 * What a new ticket is called: the name of its item and the answers that the item names, in their order, so that it is
 * told from others of its item. What was written at length stands for itself, and so does the answer to `summary`.
 * @param nameOf names what answers chose by id
 * @returns at most `TITLE_LIMIT` characters; the item's name where nothing of it is answered
 * @example `Wi-Fi on a crossing: MV Petrel`
 */
export function titleOf(
  item: CatalogItem,
  form: Form,
  library: QuestionLibrary,
  answers: Readonly<Answers>,
  nameOf: NameOf,
): string {
  const said = new Map(answersInWords(form, library, answers, nameOf).map((one) => [one.name, one.answer]))
  const names = (item.title ?? USUAL).filter((name) => {
    const type = library.get(name)?.type
    return said.get(name)?.trim() && type !== undefined && canBeTitle(type)
  })
  const parts = names.map((name) => said.get(name)!.trim())
  const first = names[0] === undefined ? undefined : library.get(names[0])?.type
  const isWhole = first !== undefined && (item.title === undefined || first === 'longText')
  return titleLine([...(isWhole ? [] : [item.name]), parts.join(', ')].filter(Boolean).join(': '))
}
