import { shallowRef } from 'vue'

export interface Question {
  /** Where it is asked: what was pressed. */
  at: HTMLElement
  /** What will happen, and to what. */
  says: string
  /** What is pressed to have it done. */
  verb: string
}

interface Asked extends Question {
  answer: (yes: boolean) => void
}

/** What is being asked, for the one slip of the page that asks it. */
export const asked = shallowRef<Asked>()

/**
 * Asks once, at the place, before something is done that cannot be taken back.
 * @returns whether it is to be done; a question that another one takes the place of is answered with no
 */
export function ask(question: Question): Promise<boolean> {
  asked.value?.answer(false)
  return new Promise((done) => {
    const answer = (yes: boolean) => {
      if (asked.value?.answer === answer) asked.value = undefined
      done(yes)
    }
    asked.value = { ...question, answer }
  })
}
