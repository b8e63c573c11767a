import { textsIn } from '~~/core/lookup'
import { isNamedType, type Answer, type NamedType } from '~~/core/intake/form'
import { fieldsOf, readAnswer } from '~~/core/intake/posted'
import type { Choices } from '~/composables/useChoices'
import type { FieldsSent } from '~/composables/usePageForm'

/**
 * Answers to a form as the fields of its page send them: before the script is there, and without it.
 * @param form as `useForm` keeps it
 * @param choices where what is sent by its name is found
 */
export function useSentAnswers(form: ReturnType<typeof useForm>, choices: Choices, zone: Ref<string>) {
  const { language } = usePortalWords()
  const { send } = useSentFiles()
  /** What was found by a name that was sent. */
  const ids = new Map<string, string>()
  const idOf = (type: string, name: string) => ids.get(`${type} ${name}`)
  const questions = () => [...form.library.value.values()]

  /** Looks for what was sent by its name. @param more what is sent besides the questions */
  async function find(fields: FieldsSent, more: { type: NamedType; said: string }[] = []): Promise<void> {
    const named = questions().flatMap(({ name, type }) =>
      isNamedType(type)
        ? textsIn(fields(`q-${name}`))
            .slice(0, 1)
            .map((said) => ({ type, said }))
        : [],
    )
    for (const { type, said } of [...named, ...more]) {
      const wanted = said.trim().toLocaleLowerCase(language.value)
      const found = await choices.find(type, said)
      const one = found.find(({ label }) => label.toLocaleLowerCase(language.value) === wanted)
      if (one) ids.set(`${type} ${said}`, one.value)
    }
  }
  /** Takes over what stands in the fields of the page. @param without answers that it has no fields for */
  function take(fields: FieldsSent, without: Readonly<Record<string, Answer>> = {}): void {
    for (const question of questions()) {
      if (question.name in without || question.type === 'attachment') continue
      const texts = (name: string) => fields(`q-${name}`)?.filter((one) => typeof one === 'string') ?? []
      // Before the script was there a field that nobody has touched says nothing.
      if (fieldsOf(question).every((one) => fields(`q-${one}`) === undefined)) continue
      form.put(question.name, readAnswer(question, texts, { idOf, zone: zone.value }))
    }
  }
  /** Files that the browser has sent with the form by itself. */
  async function takeFiles(fields: FieldsSent): Promise<void> {
    for (const { name, type } of questions()) {
      const files = type === 'attachment' ? await send(fields(`q-${name}`)) : []
      if (files.length) form.put(name, [...textsIn(form.answers[name]), ...files])
    }
  }
  return { idOf, find, take, takeFiles }
}

/** Puts the eye on a question that needs another look: a finder, a line, or the first of several. */
export const focusOnQuestion = (name: string): void =>
  (document.getElementById(`q-${name}`) ?? document.getElementById(`q-${name}-0`))?.focus()
