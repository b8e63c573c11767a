import { sayInAssist } from '../../../assist/sessions'
import { AssistLineBody } from '../../../http/assistBodies'
import { guestOfAssist } from '../../../http/guestOfAssist'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  {
    who: 'anyone',
    path: { code: 'text' },
    summary: 'Say something to whoever of the desk began the session',
    body: AssistLineBody,
  },
  async ({ event, desk, body: { text }, path: { code } }) => {
    const { key } = await guestOfAssist(desk, event, code)
    return sayInAssist(desk, key, { person: null, text })
  },
)
