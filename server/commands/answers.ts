import { say } from '../../core/words'
import Ajv2020, { type ValidateFunction } from 'ajv/dist/2020.js'
import addFormats from 'ajv-formats'
import { factsOf } from '../../core/condition'
import type { CompiledDesign, Directory } from '../../core/design'
import {
  ASKER_FACTS,
  checkAnswers,
  fitsPattern,
  formSchema,
  isUsable,
  patternOf,
  type Answers,
  type Asked,
} from '../../core/intake'
import { askerFacts } from '../../core/facts'
import { Refused } from '../../core/ticket'
import { deskNow } from '../clock/deskClock'

/**
 * Patterns that leads write are read by the engine whose time is bounded; those that schemas of ours are made of say
 * what it cannot (`\\u{…}` in ranges) and take bounded time by themselves.
 */
const engine = Object.assign(
  (like: string, flags: string) => {
    if (!isUsable(like)) return new RegExp(like, flags)
    const pattern = patternOf(like)
    return { test: (text: string) => pattern.matcher(text).find() }
  },
  { code: 'patternOf' },
)
const ajv = new Ajv2020({ strict: false, allErrors: true, code: { regExp: engine } })
addFormats(ajv)

const compiled = new WeakMap<CompiledDesign, Map<string, ValidateFunction>>()

/** The schema depends on who asks only where conditions of the form ask for that. */
function validatorOf(design: CompiledDesign, asked: Asked): ValidateFunction {
  const ofDesign = compiled.get(design) ?? new Map<string, ValidateFunction>()
  compiled.set(design, ofDesign)
  const conditions = asked.form.steps
    .flatMap((step) => step.questions)
    .flatMap((one) => [one.showWhen, one.requireWhen])
  const facts = conditions.flatMap((one) => (one ? factsOf(one) : []))
  const known = ASKER_FACTS.filter((fact) => facts.includes(fact)).map((fact) => asked.asker?.[fact])
  const key = JSON.stringify([asked.form.id, known])
  let validate = ofDesign.get(key)
  if (!validate) {
    // As many as there are requesters, where a form asks for the requester: not all are kept.
    if (ofDesign.size > MOST_KEPT) ofDesign.clear()
    validate = ajv.compile(formSchema(asked) as object)
    ofDesign.set(key, validate)
  }
  return validate
}

const MOST_KEPT = 500

/**
 * Holds answers against the JSON Schema of the item's form. The decider then says in words what is wrong;
 * what only the schema refuses is refused here.
 * @param requester for whom it is asked, and at which portal
 */
export function refuseUnlessSchemaFits(
  design: CompiledDesign,
  directory: Directory,
  { item: itemId, answers, requester, portal, agreement }: Wanted,
): void {
  const item = design.findItem(itemId)
  const person = directory.people.get(requester)
  if (!item || !person) return
  const asker = askerFacts(person, portal, directory, deskNow(), agreement)
  const asked = { form: design.form(item.form), library: design.questions, asker, fits: fitsPattern }
  const validate = validatorOf(design, asked)
  if (validate(answers)) return
  if (checkAnswers(asked, answers).length > 0) return
  const fields = (validate.errors ?? []).map((error) => ({
    field: error.instancePath.slice(1) || 'answers',
    message: error.message ?? 'does not fit the form',
  }))
  throw new Refused('invalid', say('en', 'problem.answersWrong'), fields, 'answersWrong')
}

interface Wanted {
  item: string
  answers: Answers
  requester: string
  portal: string | null
  agreement?: number
}
