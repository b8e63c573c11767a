import { defineRoute } from '../../http/route'

export default defineRoute({ who: 'staff', summary: 'How you want to be told' }, async ({ desk, caller }) => {
  const person = (await desk.knowledge.directory()).people.get(caller.id)
  return { mail: person?.mail ?? '', zone: person?.zone ?? 'UTC', notify: person?.notify ?? {} }
})
