import { isOneOf } from '../lookup'
import { sharedWith, withoutGaps } from '../json'
import { messageOf } from '../error/messageOf'
import { factsOf, OPERATORS, operatorInWords, readWhen, testsOf, type Condition } from '../condition'
import {
  addressOf,
  ASKER_FACTS,
  canBeTitle,
  checkAnswers,
  fitsPattern,
  ITEM_ICONS,
  QUESTION_TYPES,
  patternOf,
  unreachableQuestions,
  type CatalogItem,
  type Form,
  type Portal,
  type Question,
} from '../intake'
import { fieldsOf } from './templateFields'
import { checkCalendar, flattenCalendar } from '../time'
import { termsOfFact } from '../facts'
import type { Design } from './design'
import { earlierQuestions } from './laterForms'
import { Directory, type DirectoryData } from './directory'
import { fields } from './proofreadFields'
import { kinds } from './proofreadKinds'
import { serviceLevels } from './proofreadLevels'
import { ladders } from './proofreadLadders'
import { checklists } from './proofreadChecklists'
import { moves } from './proofreadMoves'
import { exchanges } from './proofreadExchanges'
import { plans } from './proofreadPlans'
import { triageRules } from './proofreadTriage'
import { words } from './proofreadWords'
import type { Finding, Mend } from '../finding'
import { makeOtherwise, takeOut } from './mends'
import { Memory } from './memory'
import { Reader, type Known } from './reader'

const NOBODY: DirectoryData = { people: [], teams: [], sites: [], organisations: [], agreements: [] }

/**
 * Reads a whole design and finds what is wrong (errors) or odd (remarks) in it, in the order of its articles.
 * @param directory without it, as where there is only a file, references to people, teams, sites and organisations
 *   are left unasked
 */
export function proofread(design: Design, directory?: Directory): Finding[] {
  return findingsOf(
    new Reader(design, directory ?? new Directory(NOBODY), directory ? 'everything' : 'nothing'),
  )
}

/**
 * Proofreads a design again and again while somebody changes it: what nothing has changed of is not looked at anew.
 * @example
 * const proofreader = new Proofreader()
 * proofreader.read(design, directory)
 * proofreader.read(changed, directory) // the same as proofread(changed, directory), sooner
 */
export class Proofreader {
  private readonly memory = new Memory()
  private design: Design | undefined

  /**
   * @param directory the very same while nothing in it changes
   * @param known how much of the directory it tells of
   */
  read(design: Design, directory: Directory, known: Known = 'everything'): Finding[] {
    this.design = sharedWith(this.design, design)
    return findingsOf(new Reader(this.design, directory, known, this.memory))
  }
}

function findingsOf(reader: Reader): Finding[] {
  const parts = [
    doubles,
    desk,
    catalog,
    forms,
    kinds,
    fields,
    triageRules,
    calendars,
    serviceLevels,
    ladders,
    templates,
    moves,
    checklists,
    plans,
    desks,
    exchanges,
    words,
  ]
  for (const part of parts) part(reader)
  return reader.findings
}

function doubles(reader: Reader): void {
  const { design } = reader
  const lists: [string, string[]][] = [
    ['catalog', design.items.map((one) => one.id)],
    ['questions', design.questions.map((one) => one.name)],
    ['fields', design.fields.map((one) => one.name)],
    ['kinds', design.kinds.map((one) => one.id)],
    ['triage/categories', design.categories.map((one) => one.id)],
    ['service-levels', design.serviceLevels.map((one) => one.id)],
    ['ladders', design.ladders.map((one) => one.id)],
    ['working-time', design.calendars.map((one) => one.id)],
    ['portals', design.portals.map((one) => one.id)],
    ['moves', design.moves.map((one) => one.id)],
    ['plans', design.plans.map((one) => one.id)],
    ['partners', design.exchanges.map((one) => one.id)],
  ]
  for (const [place, ids] of lists)
    for (const id of twice(ids)) reader.error(`${place}/${id}`, 'duplicateId', `“${id}” is there twice`)
}

/** What a list says more than once. */
function twice(ids: readonly string[]): Set<string> {
  const seen = new Set<string>()
  return new Set(ids.filter((one) => seen.size === seen.add(one).size))
}

function desk(reader: Reader): void {
  reader.refers('working-time', 'calendar', reader.design.desk.calendar)
  for (const site of reader.directory.sites.values())
    if (site.active !== false && !reader.ids.calendar!.has(site.calendar))
      reader.error(
        'working-time',
        'calendarMissing',
        `the site ${site.name} needs the calendar “${site.calendar}”, which is not here`,
      )
  for (const { number, calendar } of reader.directory.agreements)
    if (calendar !== undefined && !reader.ids.calendar!.has(calendar))
      reader.error(
        'working-time',
        'calendarMissing',
        `agreement ${number} needs the calendar “${calendar}”, which is not here`,
      )
}

/** Desks: what is whose. */
function desks(reader: Reader): void {
  const { kinds: sorts, items } = reader.design
  for (const kind of sorts) reader.refers(`kinds/${kind.id}`, 'desk', kind.desk)
  for (const { id, kind, desk } of items) {
    reader.refers(`catalog/${id}`, 'desk', desk)
    const owner = sorts.find((one) => one.id === kind)?.desk
    if (owner !== undefined && owner !== desk)
      reader.error(
        `catalog/${id}`,
        'kindOfAnotherDesk',
        `leads to a ticket kind that is the own of another desk; choose a shared one`,
      )
  }
}

function catalog(reader: Reader): void {
  for (const item of reader.design.items) {
    const place = `catalog/${item.id}`
    reader.refers(place, 'group', item.group)
    reader.refers(place, 'ticket kind', item.kind)
    reader.refers(place, 'form', item.form)
    reader.refers(place, 'category', item.category)
    reader.gives(place, item.priority)
    for (const portal of item.portals) reader.refers(place, 'portal', portal)
    if (item.icon !== undefined && !isOneOf(ITEM_ICONS, item.icon))
      reader.error(
        place,
        'iconUnknown',
        `there is no picture “${String(item.icon)}”; choose another`,
        makeOtherwise('items', item, { icon: undefined }, 'Show none'),
      )
    formCondition(reader, place, item.showWhen, new Set())
    title(reader, place, item)
    offered(reader, place, item)
  }
  for (const portal of reader.design.portals) portalRules(reader, portal)
}

const isNoDay = (text: string) => {
  const when = readWhen(text)
  return !when || when.at !== undefined
}

/** When an item is offered, and what takes its place. */
function offered(reader: Reader, place: string, item: CatalogItem): void {
  const { from, until, retired } = item
  for (const [part, day] of [
    ['from', from],
    ['until', until],
  ] as const)
    if (day !== undefined && isNoDay(day))
      reader.error(
        place,
        'dayUnreadable',
        `“${day}” is no day; write it as 2026-11-27`,
        makeOtherwise('items', item, { [part]: undefined }, 'Leave the day out'),
      )
  if (from !== undefined && until !== undefined && until < from)
    reader.error(
      place,
      'offeredNever',
      `is offered from ${from} and no longer than ${until}, so never; change one of the days`,
      makeOtherwise('items', item, { until: undefined }, 'Leave the last day out'),
    )
  const instead = retired?.instead
  reader.refers(place, 'catalog item', instead)
  const other = reader.design.items.find((one) => one.id === instead)
  if (other && (other.id === item.id || other.retired))
    reader.remark(
      place,
      'insteadRetired',
      `sends requesters to “${other.name}”, which is retired too, so they are sent nowhere`,
      makeOtherwise(
        'items',
        item,
        { retired: withoutGaps({ ...retired, instead: undefined }) },
        'Send them nowhere',
      ),
    )
}

const untitled = (item: CatalogItem, name: string): Mend =>
  makeOtherwise(
    'items',
    item,
    { title: item.title?.filter((one) => one !== name) },
    'Leave it out of the title',
  )

/** What makes the titles of an item's tickets must be asked by its form, and be an answer that can stand in a title. */
function title({ forms, library, remark }: Reader, place: string, item: CatalogItem): void {
  const { form: asks, title: names = [] } = item
  const asked = forms.get(asks)?.steps.flatMap((step) => step.questions.map((one) => one.question))
  for (const name of names) {
    const type = library.get(name)?.type
    if (!asked?.includes(name))
      remark(
        place,
        'titleUnasked',
        `the title of its tickets names “${name}”, which its form does not ask`,
        untitled(item, name),
      )
    else if (type && !canBeTitle(type))
      remark(
        place,
        'titleUntold',
        `the answer to “${name}” cannot stand in a title; choose another question`,
        untitled(item, name),
      )
  }
}

/** Each address leads to one portal. */
function portalAddress(reader: Reader, portal: Portal, place: string): void {
  const own = new Set([portal.id, addressOf(portal), ...(portal.formerAddresses ?? [])])
  for (const one of own)
    if (!/^[a-z0-9]+(-[a-z0-9]+)*$/.test(one))
      reader.error(place, 'addressMalformed', 'its address has small letters, figures and hyphens only')
  const taken = (other: Portal) =>
    [other.id, addressOf(other), ...(other.formerAddresses ?? [])].find((one) => own.has(one))
  for (const other of reader.design.portals) {
    const address = other === portal ? undefined : taken(other)
    if (address !== undefined && other.id !== portal.id)
      reader.error(
        place,
        'addressTaken',
        `shares the address “${address}” with ${other.name}; choose another`,
      )
  }
}

function portalRules(reader: Reader, portal: Portal): void {
  const place = `portals/${portal.id}`
  const { organisations, groups = [], inactivityMinutes: minutes } = portal
  for (const organisation of organisations) reader.refers(place, 'organisation', organisation)
  for (const group of groups) reader.refers(place, 'group', group)
  portalAddress(reader, portal, place)
  reader.refers(place, 'catalog item', portal.otherwise)
  if (!portal.name.trim()) reader.error(place, 'nameMissing', 'has no name')
  if (!/^[^\s@]+@[^\s@]+$/.test(portal.mailbox))
    reader.error(place, 'mailboxMissing', 'needs a mailbox that its mails come from')
  if (!(minutes >= 1 && minutes <= 1440))
    reader.error(place, 'inactivityOutOfRange', 'signs people off after 1 to 1440 minutes without activity')
  arrivalRules(reader, portal, place)
  const isShown = (item: CatalogItem) =>
    !item.retired &&
    (item.portals.length === 0 || item.portals.includes(portal.id)) &&
    (groups.length === 0 || groups.includes(item.group))
  reader.gives(place, portal.priority)
  reader.refers(place, 'team', portal.team)
  reader.refers(place, 'person', portal.person)
  if (!reader.design.items.some(isShown)) reader.remark(place, 'portalEmpty', 'nothing can be asked for here')
}

/** What a portal needs that holds tickets or takes mail. */
function arrivalRules(reader: Reader, portal: Portal, place: string): void {
  // A mail that lacks what its form asks waits in Arrivals too.
  if (portal.holds || portal.byMail)
    for (const id of TEMPLATES_OF_ARRIVALS) reader.refers(place, 'template', id)
  reader.refers(place, 'catalog item', portal.byMail?.item)
  const twin = reader.design.portals.find(
    (one) => one !== portal && one.mailbox.toLowerCase() === portal.mailbox.toLowerCase(),
  )
  if (twin && (portal.byMail || twin.byMail))
    reader.error(
      place,
      'mailboxShared',
      `shares its mailbox with ${twin.name}, so a mail could not be told apart`,
    )
}

function forms(reader: Reader): void {
  const { design } = reader
  const used = new Set([...design.items.map((one) => one.form), ...reader.later.keys()])
  for (const form of design.forms) {
    const place = `forms/${form.id}`
    const asked = new Set(earlierQuestions(design, form.id, reader.later))
    const own = new Set<string>()
    for (const one of form.steps.flatMap((step) => step.questions)) {
      const here = `${place}#${one.question}`
      reader.refers(here, 'question', one.question)
      for (const condition of [one.showWhen, one.requireWhen]) formCondition(reader, here, condition, asked)
      if (own.has(one.question)) reader.error(here, 'questionTwice', 'the form asks this twice')
      own.add(one.question)
      asked.add(one.question)
    }
    unreachable(reader, form)
    if (!used.has(form.id))
      reader.remark(place, 'formUnused', 'no catalog item and no plan uses this form', takeOut('forms', form))
  }
  questions(reader)
}

/** A condition in a form may ask for who asks, and for what the form has asked before. */
function formCondition(
  reader: Reader,
  here: string,
  condition: Condition | undefined,
  asked: Set<string>,
): void {
  reader.condition(here, condition)
  for (const { op, fact } of condition ? testsOf(condition) : [])
    if (OPERATORS[op].needs)
      reader.error(
        here,
        'unknownInForm',
        `asks of “${fact.replace(/^form\./, '')}” whether it ${operatorInWords(op)} …, which nobody can tell while the form is filled in`,
      )
  for (const fact of condition ? factsOf(condition) : []) {
    const isAsker = isOneOf(ASKER_FACTS, fact)
    if (!isAsker && !fact.startsWith('form.'))
      reader.error(
        here,
        'factUnknownInForm',
        `asks for “${termsOfFact(fact)?.name ?? fact}”, which nobody knows while the form is filled in`,
      )
    else if (!isAsker && !asked.has(fact.slice(5)))
      reader.error(
        here,
        'dependsOnLaterQuestion',
        `depends on “${fact.slice(5)}”, which this form does not ask before it`,
      )
  }
}

/** A form that asks one question less. */
const askedNoMore = (form: Form, name: string): Mend =>
  makeOtherwise(
    'forms',
    form,
    {
      steps: form.steps.map((step) => ({
        ...step,
        questions: step.questions.filter((one) => one.question !== name),
      })),
    },
    'Take it out of the form',
  )

/** Questions that can never show; one that must be answered is an error. */
function unreachable(reader: Reader, form: Form): void {
  const { library, memory } = reader
  const all = form.steps.flatMap((step) => step.questions)
  // A broken reference is an error of its own, and nothing can be tried with it.
  if (all.some((one) => !library.has(one.question))) return
  const inputs = [form, ...all.map((one) => library.get(one.question))]
  const never = memory.once(`unreachable ${form.id}`, inputs, () => unreachableQuestions(form, library))
  for (const name of never) {
    const place = `forms/${form.id}#${name}`
    if (all.find((one) => one.question === name)?.required)
      reader.error(
        place,
        'requiredNeverShown',
        'must be answered but can never show; change when it is asked',
      )
    else
      reader.remark(
        place,
        'neverShown',
        'can never show; change when it is asked, or take it out',
        askedNoMore(form, name),
      )
  }
}

function questions(reader: Reader): void {
  const { design } = reader
  const asked = new Set(
    design.forms.flatMap((form) => form.steps.flatMap((s) => s.questions.map((q) => q.question))),
  )
  for (const question of design.questions) {
    const place = `questions/${question.name}`
    if (!question.label.trim()) reader.error(place, 'wordsMissing', 'has no words; write what is asked')
    if (QUESTION_TYPES[question.type].terms.includes('options') && !question.options?.length)
      reader.error(place, 'optionsMissing', 'has no options to choose from')
    if (question.min !== undefined && question.max !== undefined && question.min > question.max)
      reader.error(place, 'rangeEmpty', 'its least value is above its greatest')
    looks(reader, place, question)
    if (!asked.has(question.name))
      reader.remark(place, 'questionUnused', 'no form asks this', takeOut('questions', question))
  }
}

/** The pattern of a question, and whether what is filled in beforehand would be accepted. */
function looks(reader: Reader, place: string, question: Question): void {
  const { pattern, name } = question
  if (pattern) {
    try {
      patternOf(pattern.like)
    } catch (error) {
      return reader.error(
        place,
        'patternUnusable',
        `what it must look like cannot be used: ${messageOf(error)}`,
      )
    }
    if (!pattern.message.trim())
      reader.error(
        place,
        'patternUnexplained',
        'does not say what is wrong with an answer that looks otherwise',
      )
  }
  if (question.default === undefined) return
  const form: Form = { id: '', name: '', steps: [{ title: '', questions: [{ question: name }] }] }
  const [problem] = checkAnswers(
    { form, library: new Map([[name, question]]), fits: fitsPattern },
    { [name]: question.default },
  )
  if (problem)
    reader.error(place, 'defaultRefused', `what is filled in beforehand is not accepted: ${problem.message}`)
}

function calendars(reader: Reader): void {
  const all = new Map(reader.design.calendars.map((one) => [one.id, one]))
  for (const calendar of all.values()) {
    const here = `working-time/${calendar.id}`
    const own = checkCalendar(calendar)
    for (const { place, message } of own) reader.error(here, 'calendarFault', `${place}: ${message}`)
    try {
      const flat = flattenCalendar(calendar, (id) => all.get(id))
      const isNeverOpen = flat.week.length === 0 && !flat.laterWeeks?.length
      if (isNeverOpen && !flat.exceptions.some((one) => one.open))
        reader.error(
          here,
          'calendarNeverOpen',
          'it never opens, so nothing that counts in it would ever be due',
        )
    } catch (error) {
      reader.error(here, 'calendarFault', messageOf(error))
    }
  }
}

/** Templates that the desk itself sends; a design must have them. */
const NEEDED_TEMPLATES = ['confirmation', 'assigned', 'reply', 'answered']

/** What the desk sends besides, once a portal holds tickets in Arrivals. */
const TEMPLATES_OF_ARRIVALS = ['held', 'rejected']

function templates(reader: Reader): void {
  for (const id of NEEDED_TEMPLATES) reader.refers('templates', 'template', id)
  for (const template of reader.design.templates)
    for (const [language, { subject, body }] of [
      ['', template] as const,
      ...Object.entries(template.languages ?? {}),
    ])
      for (const field of fieldsOf(`${subject} ${body}`))
        reader.filledIn(
          `templates/${template.id}`,
          field,
          `{${field}} is no field; it would stand in the message${language && ` in ${language}`} as it is`,
        )
}
