import type { Facts } from '~~/core/condition'
import { checkAnswers, shownQuestions } from '~~/core/intake/answers'
import type { PatternFits } from '~~/core/intake/pattern'
import type { Language } from '~~/core/words'
import { isNamedType, type Answer, type Form, type Question } from '~~/core/intake/form'

/** A form with its questions and what is known about who asks. */
export interface AskedForm {
  form: Form
  questions: Question[]
  asker: Facts
}

const isGiven = (value: unknown) =>
  value !== undefined && value !== null && value !== '' && !(Array.isArray(value) && value.length === 0)

/**
 * Answers to a form while it is filled in: which questions are asked, what is given, and what is wrong with it.
 * @param language in which problems are told; English if left out
 * @param answers what is answered already
 */
export function useForm(
  asked: () => AskedForm | undefined,
  language?: Ref<Language>,
  answers = reactive<Record<string, Answer>>({}),
) {
  const library = computed(
    () => new Map((asked()?.questions ?? []).map((question) => [question.name, question])),
  )
  const asker = computed(() => asked()?.asker ?? {})
  // The engine of patterns is fetched once a form has one; until then the server alone holds answers to them.
  const fits = shallowRef<PatternFits>()
  watch(
    library,
    (all) => {
      if (fits.value || ![...all.values()].some((one) => one.pattern)) return
      void import('~~/core/intake/pattern').then(
        (found) => (fits.value = found.fitsPattern),
        () => undefined,
      )
    },
    { immediate: import.meta.client },
  )
  const namesShown = (values: Record<string, unknown>) => {
    const form = asked()?.form
    return new Set(form ? shownQuestions(form, values, asker.value).map((one) => one.question) : [])
  }
  /** What is answered of the questions that are asked; what was typed into one that is hidden now is kept aside. */
  const given = computed(() => {
    const clean = Object.fromEntries(Object.entries(answers).filter(([, value]) => isGiven(value)))
    const shown = namesShown(clean)
    return Object.fromEntries(Object.entries(clean).filter(([name]) => shown.has(name)))
  })
  const shown = computed(() => namesShown(given.value))

  function put(name: string, value: Answer | undefined): void {
    if (value === undefined) Reflect.deleteProperty(answers, name)
    else answers[name] = value
  }
  /** Fills in what the questions say beforehand, where nothing is answered yet. */
  function fillIn(): void {
    for (const { name, default: value } of library.value.values())
      if (value !== undefined && answers[name] === undefined) answers[name] = value
  }
  function check() {
    const page = asked()
    return page
      ? checkAnswers(
          {
            form: page.form,
            library: library.value,
            asker: asker.value,
            fits: fits.value,
            language: language?.value,
          },
          given.value,
        )
      : []
  }
  const namedTypes = computed(() => [...library.value.values()].map((one) => one.type).filter(isNamedType))

  return { answers, library, asker, given, shown, namedTypes, put, fillIn, check }
}
