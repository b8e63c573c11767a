import Ajv2020, { type ValidateFunction } from 'ajv/dist/2020.js'
import addFormats from 'ajv-formats'
import type { CompiledDesign } from '../../core/design'
import { checkAnswers, formSchema, type Answers } from '../../core/intake'
import { Refused } from '../../core/ticket'

const ajv = new Ajv2020({ strict: false, allErrors: true })
addFormats(ajv)

const compiled = new WeakMap<CompiledDesign, Map<string, ValidateFunction>>()

function validatorOf(design: CompiledDesign, formId: string): ValidateFunction {
  const ofDesign = compiled.get(design) ?? new Map<string, ValidateFunction>()
  compiled.set(design, ofDesign)
  let validate = ofDesign.get(formId)
  if (!validate) {
    validate = ajv.compile(formSchema(design.form(formId), design.questions) as object)
    ofDesign.set(formId, validate)
  }
  return validate
}

/**
 * Holds answers against the JSON Schema of the item's form. The decider then says in words what is wrong;
 * what only the schema refuses is refused here.
 */
export function refuseUnlessSchemaFits(design: CompiledDesign, itemId: string, answers: Answers): void {
  const item = design.findItem(itemId)
  if (!item) return
  const validate = validatorOf(design, item.form)
  if (validate(answers)) return
  if (checkAnswers(design.form(item.form), design.questions, answers).length > 0) return
  const fields = (validate.errors ?? []).map((error) => ({
    field: error.instancePath.slice(1) || 'answers',
    message: error.message ?? 'does not fit the form',
  }))
  throw new Refused('invalid', 'Some answers need another look.', fields)
}
