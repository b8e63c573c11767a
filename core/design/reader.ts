import {
  ALWAYS,
  factsOf,
  isList,
  isText,
  mayHold,
  OPERATORS,
  testsOf,
  type Condition,
  type Facts,
  type FactValue,
  type Test,
  type Vocabulary,
} from '../condition'
import { fieldFact, fieldOf, termsOfType, type TicketField } from '../fields'
import type { Form, Question, QuestionLibrary } from '../intake'
import type { Finding, FindingCode, Mend } from '../finding'
import { REQUESTER } from '../rights'
import type { ValueSet } from '../facts'
import { termsOfFact } from '../facts'
import type { Domains } from '../table'
import { caseDesign, casesFacts, holdsFor, type CaseDesign, type Share } from './cases'
import { CompiledDesign } from './compile'
import type { Design } from './design'
import { askedLater, formsOfItem, questionsIn } from './laterForms'
import { domainsOf } from './domains'
import type { Directory } from './directory'
import { Memory } from './memory'
import { isTemplateField } from './templateFields'
import { namedDirectory, namesOf, type Names } from './names'

/**
 * How much is known of the directory: all of it, all but its people, of whom there may be too many to be told of each, or
 * nothing.
 */
export type Known = 'everything' | 'allButPeople' | 'nothing'

const OF_DIRECTORY = new Set(['team', 'person', 'organisation', 'site', 'queue', 'desk', 'role'])

/** Under which a remark is kept. */
export const keptId = ({ code, place }: Pick<Finding, 'code' | 'place'>) => `${code} ${place}`

/** Collects findings; `ids` holds what exists, so that every reference is asked in one way. */
export class Reader {
  readonly findings: Finding[] = []
  readonly ids: Record<string, Set<string>>

  constructor(
    readonly design: Design,
    readonly directory: Directory,
    /** Which things of the directory are known; references to others are not asked. */
    private readonly knows: Known = 'everything',
    /** What an earlier reading worked out. */
    readonly memory = new Memory(),
  ) {
    memory.begin()
    const of = (list: { id: string }[]) => new Set(list.map((one) => one.id))
    this.ids = {
      calendar: of(design.calendars),
      priority: of(design.priorities),
      category: of(design.categories),
      queue: new Set(directory.queues.keys()),
      desk: new Set(directory.desks.keys()),
      'ticket kind': of(design.kinds),
      question: new Set(design.questions.map((one) => one.name)),
      field: new Set(design.fields.map((one) => one.name)),
      form: of(design.forms),
      group: of(design.groups),
      'catalog item': of(design.items),
      portal: of(design.portals),
      rota: of(design.rotas),
      template: of(design.templates),
      checklist: of(design.checklists),
      plan: of(design.plans),
      move: of(design.moves),
      ladder: of(design.ladders),
      webhook: of(design.webhooks),
      role: new Set([...directory.roles.keys()].filter((one) => one !== REQUESTER)),
      team: new Set(directory.teams.keys()),
      person: new Set(directory.people.keys()),
      status: new Set(design.kinds.flatMap((kind) => kind.statuses.map((one) => one.id))),
      'group of statuses': new Set(['new', 'active', 'waiting', 'done']),
      organisation: new Set(directory.organisations.keys()),
      site: new Set(directory.sites.keys()),
    }
  }

  /** Whether it can be told who is there. */
  get knowsPeople(): boolean {
    return this.knows === 'everything'
  }

  /** What the directory's people and places are called, where there is one. */
  get names(): Names | undefined {
    return this.knows !== 'nothing' ? namesOf(this.design, namedDirectory(this.directory)) : undefined
  }

  /** What values the facts of a ticket can have. */
  get domains(): Domains {
    return (this.found ??= this.memory.same('domains', domainsOf(this.design, this.names)))
  }
  private found: Domains | undefined

  /** What of the design says which tickets there can be. */
  get cases(): CaseDesign {
    return (this.apart ??= this.memory.same('cases', caseDesign(this.design)))
  }
  private apart: CaseDesign | undefined

  /** The questions of the library by their names. */
  get library(): QuestionLibrary {
    return (this.byName ??= new Map(this.design.questions.map((one) => [one.name, one])))
  }
  private byName: QuestionLibrary | undefined

  /** The forms by their ids. */
  get forms(): ReadonlyMap<string, Form> {
    return (this.formsById ??= new Map(this.design.forms.map((one) => [one.id, one])))
  }
  private formsById: ReadonlyMap<string, Form> | undefined

  /**
   * For which of the tickets for which something else holds a condition does.
   * @param key where it stands, once in a reading
   */
  share(key: string, condition: Condition, among: Condition = ALWAYS): Share {
    const known = [...this.domainsFor(condition), ...this.domainsFor(among)]
    const inputs = [condition, among, this.cases, ...known]
    return this.memory.once(`share ${key}`, inputs, () =>
      holdsFor(this.cases, this.domains, condition, among),
    )
  }

  /** What the facts can be by which the cases of a condition are told apart. */
  private domainsFor(condition: Condition): readonly unknown[] {
    let known = this.told.get(condition)
    if (!known) this.told.set(condition, (known = casesFacts([condition]).map((fact) => this.domains[fact])))
    return known
  }
  private readonly told = new Map<Condition, readonly unknown[]>()

  /**
   * Finds something, or what it found before.
   * @param key where it looks, once in a reading
   * @param inputs all that it goes by
   */
  again(key: string, inputs: readonly unknown[], find: () => void): void {
    const from = this.findings.length
    const found = this.memory.once(`found ${key}`, inputs, () => {
      find()
      return this.findings.splice(from)
    })
    this.findings.push(...found)
  }

  /** What rules can refer to, by its ids; the very same as before while nothing comes or goes. */
  get referable(): unknown {
    const { design } = this
    const ids = (list: readonly { id: string }[]) => list.map((one) => one.id)
    return this.memory.same('referable', [
      ...[ids(design.items), ids(design.portals), ids(design.categories)],
      ...[design.kinds.flatMap((kind) => ids(kind.statuses)), design.calendars.map(({ id }) => id)],
    ])
  }

  /** How facts and values are called, for sentences. */
  get vocabulary(): Vocabulary {
    return (this.words ??= new CompiledDesign(this.design, 0).vocabulary(this.directory))
  }
  private words: Vocabulary | undefined

  error(place: string, code: FindingCode, message: string, mend?: Mend): void {
    this.findings.push({ severity: 'error', code, place, message, ...(mend && { mend }) })
  }

  readonly remark = (place: string, code: FindingCode, message: string, mend?: Mend): void => {
    const kept = this.kept(code, place, message)
    this.findings.push({
      ...{ severity: 'remark', code, place, message },
      ...(mend && { mend }),
      ...(kept !== undefined && { kept }),
    })
  }

  /** Why a remark is left as it is, if it is the very one that somebody left. */
  private kept(code: FindingCode, place: string, message: string): string | undefined {
    const one = this.design.kept.find(({ id }) => id === keptId({ code, place }))
    return one?.says === message ? one.because : undefined
  }

  refers(place: string, what: string, id: string | undefined | null): void {
    if (
      this.knows !== 'everything' &&
      OF_DIRECTORY.has(what) &&
      (this.knows === 'nothing' || what === 'person')
    )
      return
    if (id === undefined || id === null || this.ids[what]!.has(id)) return
    this.findings.push({
      ...{ severity: 'error', code: 'referenceMissing', place },
      message: `refers to the ${what} “${id}”, which does not exist; choose another or add it`,
      refersTo: { what, id },
    })
  }

  /** A priority that something gives: there, and switched on. */
  gives(place: string, priority: string | undefined | null): void {
    this.refers(place, 'priority', priority)
    const found = this.design.priorities.find((one) => one.id === priority)
    if (found && !found.active)
      this.error(
        place,
        'priorityOff',
        `gives the priority ${found.numeral} ${found.name}, which is switched off; choose another, or switch it on`,
      )
  }

  /**
   * The questions that a rule goes by must be asked by a form of the items that the rule can be for; else it lost its
   * reason, and never holds or always does.
   */
  reasons(place: string, condition: Condition | undefined): void {
    if (!condition) return
    for (const fact of factsOf(condition)) {
      const name = fact.startsWith('form.') ? fact.slice(5) : undefined
      if (name === undefined || !this.ids.question!.has(name)) continue
      const asking = this.askedBy(name)
      const label = this.library.get(name)?.label ?? name
      if (!asking.length)
        this.error(
          place,
          'reasonNeverAsked',
          `goes by “${label}”, which no form of the catalog asks any more`,
        )
      else if (!asking.some((item) => mayHold(condition, item)))
        this.error(
          place,
          'reasonNotAskedHere',
          `goes by “${label}”, which no form of the items that it is for asks any more`,
        )
    }
  }

  /** Whether it was found that what stands at a place goes by a question that is not asked; what follows from that is not told as well. */
  hasLostReason(place: string): boolean {
    return this.findings.some(
      (one) => one.place === place && (one.code === 'reasonNeverAsked' || one.code === 'reasonNotAskedHere'),
    )
  }

  /** What is known of tickets of the items that are asked a question, with the request or later on. */
  askedBy(question: string): Facts[] {
    this.asking ??= new Map()
    let found = this.asking.get(question)
    if (!found) {
      const { forms, items } = this.design
      const asks = new Set(
        forms.filter((form) => questionsIn(form).includes(question)).map((form) => form.id),
      )
      found = items
        .filter((item) => formsOfItem(item, this.later).some((form) => asks.has(form)))
        .map(({ id, kind }) => ({ item: id, kind }))
      this.asking.set(question, found)
    }
    return found
  }

  private asking: Map<string, Facts[]> | undefined

  /** The forms that plans ask for later on, with the items whose tickets may be asked them. */
  get later(): ReadonlyMap<string, ReadonlySet<string>> {
    return (this.askedLater ??= askedLater(this.design))
  }
  private askedLater: ReadonlyMap<string, ReadonlySet<string>> | undefined

  /** Facts and values of a condition; `asked` are the answers that can be known where it stands. */
  condition(place: string, condition: Condition | undefined): void {
    if (!condition) return
    for (const fact of factsOf(condition)) this.fact(place, fact)
    for (const test of testsOf(condition)) this.test(place, test)
  }

  fact(place: string, fact: string): void {
    if (fact.startsWith('form.')) this.refers(place, 'question', fact.slice(5))
    else if (fieldOf(fact) !== undefined) this.refers(place, 'field', fieldOf(fact))
    else if (!termsOfFact(fact)) this.error(place, 'factUnknown', `asks for “${fact}”, which no ticket has`)
  }

  /** What a text has filled in must be a field, of every ticket or of the library, or an answer: `{form.NAME}`. */
  filledIn(place: string, field: string, fault: string): void {
    if (field.startsWith('form.')) this.fact(place, field)
    else if (!isTemplateField(this.design, field)) this.error(place, 'fieldUnknown', fault)
  }

  test(place: string, test: Test): void {
    const values = isList(test.value) ? test.value : [test.value]
    const { takes, isExact: exact } = OPERATORS[test.op]
    if (
      takes !== 'nothing' &&
      (!values.length || values.some((one) => one === undefined || one === null || one === ''))
    )
      this.error(place, 'valueMissing', `compares “${test.fact}” with nothing; fill in a value`)
    if (takes === 'calendar') this.refers(place, 'calendar', isText(test.value) ? test.value : undefined)
    if (exact) for (const value of values) this.valueOf(place, test.fact, value)
    if (takes === 'one' || takes === 'range') this.typedValues(place, test.fact, values)
  }

  /** Values that are typed in words, such as lengths of time, must be ones that can be read. */
  private typedValues(place: string, fact: string, values: readonly (FactValue | undefined)[]): void {
    const asked = this.asked(fact)
    if (!asked) return
    const { typed, check } = termsOfType(asked.type)
    for (const value of values)
      if (typed && value !== undefined && check(value, asked, false) !== undefined)
        this.error(place, 'valueMisfit', `compares “${asked.label}” with “${String(value)}”, which is none`)
  }

  /** The question or the field that a fact is of. */
  private asked(fact: string): Question | TicketField | undefined {
    this.byFact ??= new Map<string, Question | TicketField>([
      ...this.design.fields.map((one) => [fieldFact(one.name), one] as const),
      ...this.design.questions.map((one) => [`form.${one.name}`, one] as const),
    ])
    return this.byFact.get(fact)
  }
  private byFact: Map<string, Question | TicketField> | undefined

  /** A value that something is compared with, where it must be one of those that there are. */
  private valueOf(place: string, fact: string, value: FactValue | undefined): void {
    const set = termsOfFact(fact)?.values
    const what = set && REFERRED[set]
    if (what) this.refers(place, what, value as string)
    const question = this.asked(fact)
    if (question?.options && !question.options.some((option) => option.value === value))
      this.error(place, 'optionUnknown', `“${question.label}” has no option “${String(value)}”`)
  }
}

/** What a value of each set refers to, as `refers` calls it; of others any text may be meant. */
const REFERRED: Partial<Record<ValueSet, string>> = {
  category: 'category',
  item: 'catalog item',
  kind: 'ticket kind',
  desk: 'desk',
  priority: 'priority',
  queue: 'queue',
  site: 'site',
  organisation: 'organisation',
  team: 'team',
  portal: 'portal',
  requester: 'person',
  technician: 'person',
  status: 'status',
  statusGroup: 'group of statuses',
}
