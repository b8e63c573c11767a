import { saveAgreement } from '../../directory/agreements'
import { AgreementBody } from '../../directory/bodies'
import { defineRoute } from '../../http/route'

export default defineRoute(
  {
    who: 'lead',
    path: { number: 'number' },
    summary: 'Change an agreement: all that it says, as it shall be',
    body: AgreementBody,
  },
  async ({ desk, body, path }) => ({ number: await saveAgreement(desk, body, path.number) }),
)
