import { setResponseStatus } from 'h3'
import { saveAgreement } from '../../directory/agreements'
import { AgreementBody } from '../../directory/bodies'
import { defineRoute } from '../../http/route'

export default defineRoute(
  { who: 'lead', summary: 'Make an agreement; its number is given out', body: AgreementBody },
  async ({ event, desk, body }) => {
    const number = await saveAgreement(desk, body)
    setResponseStatus(event, 201)
    return { number }
  },
)
