import { holds } from '../condition'
import { ticketFacts } from '../facts'
import { misfit } from '../fields'
import { beginLadder, type Deed, type Found, type Hands, type Ringing } from '../ladder'
import { statusOf } from '../lifecycle'
import { silentIn } from '../plan'
import { against, enterFields, fieldChanges } from './fields'
import { filledGate } from './filledGate'
import { addresseesOf, isPerson, type Addressee } from './recipients'
import { isMajor } from './major'
import { openSeals } from './planFollowed'
import { beginIfFree, whyNoPlan } from './plans'
import { handOnSeals } from './seals'
import { addTasks, bringChecklist } from './tasks'
import { oneAt } from '../lookup'

const LADDER = { system: 'ladder' }

/** What rungs can do to a ticket; each thing is written down with the rung as its reason. */
export function handsOf(ringing: Ringing): Hands {
  const { change, because, dueAt, rung, said, climb } = ringing
  const { state, design, directory } = change
  const present = design.priority(state.priority)
  const isAboutDelivery = rung.moment.at === 'event' && rung.moment.event === 'deliveryFailed'
  const toAddressee = (one: Found): Addressee | undefined =>
    'id' in one ? directory.people.get(one.id) : one
  return {
    // As it is then: an action sees what the ones before it did.
    get ticket() {
      const { state: now } = change
      return { ...now, isMajor: isMajor(change) }
    },
    higher: design.design.priorities
      .filter((one) => one.active && one.order < present.order)
      .sort((a, b) => b.order - a.order)
      .map((one) => one.id),
    find: (recipient) =>
      addresseesOf(change, recipient, dueAt).map((one) => (isPerson(one) ? { id: one.id } : one)),
    tell: (found, template, { urgent, isRung } = {}) =>
      change.tell(
        found.map(toAddressee),
        template,
        isRung ? { rung: said } : {},
        isRung ? { urgent, climb, isAboutDelivery } : {},
      ),
    sort: (field, value) => change.enter({ kind: 'resorted', field, value, because }, LADDER),
    give: (technician, team) => change.enter({ kind: 'assigned', technician, team, because }, LADDER),
    enter: (status) => enterBy(ringing, status),
    set: (field, value) => {
      const found = design.fieldsOf(state.kind).find((one) => one.name === field)
      if (!found || misfit(found, value, against(change)) !== undefined)
        return { missing: [{ is: 'noField', field, kind: state.kind }] }
      return { run: () => void enterFields(change, { [field]: value }, because, LADDER) }
    },
    note: (text) => change.enter({ kind: 'noted', text }, LADDER),
    addTask: (text, required) =>
      addTasks(change, [{ text, ...(required && { required }) }], { because, actor: LADDER }),
    addChecklist: (checklist) => {
      const found = design.design.checklists.find((one) => one.id === checklist)
      if (!found) return { missing: [{ is: 'noChecklist', checklist }] }
      return { run: () => bringChecklist(change, found, { because, actor: LADDER }) }
    },
    beginPlan: (id) => {
      const missing = whyNoPlan(state, design, id)
      if (missing) return { missing: [missing] }
      return { run: () => void beginIfFree(change, id, because, LADDER) }
    },
    handOn: (to) => {
      const found = addresseesOf(change, to, dueAt).filter(isPerson)
      const deeds = handOnSeals(change, to.to === 'askedManager' ? 'manager' : found)
      const hasAny = openSeals(state, design).some(({ task, one }) => silentIn(task, one).length > 0)
      return { hasAny, ...(deeds.length && { run: () => deeds.forEach((deed) => deed()) }) }
    },
    declareMajor: () => {
      if (!isMajor(change))
        change.enter({ kind: 'majorDeclared', text: change.say(oneAt(because.why, 0)) }, LADDER)
    },
    call: (webhook) => change.call(webhook, { rung: said }),
    setOff: (ladder) => setOff(ringing, ladder),
  }
}

/** Into a status, where its gate asks for nothing that only a person can say. */
function enterBy({ change, because }: Ringing, to: string): Deed {
  const { state, design } = change
  if (state.status === to) return {}
  const kind = design.kind(state.kind)
  if (!kind.statuses.some((one) => one.id === to))
    return { missing: [{ is: 'noStatus', status: to, kind: kind.id }] }
  const why = oneAt(because.why, 0)
  const { fields, lacking } = filledGate(statusOf(kind, to), change.say(why), state.fields)
  if (lacking.length) return { missing: [{ is: 'gateAsks', kind: kind.id, status: to, fields: lacking }] }
  return {
    run: () => {
      // An action before it in the same rung may have moved it there.
      if (change.state.status === to) return
      const told = fieldChanges(change, fields)
      change.enter({ kind: 'statusMoved', from: change.state.status, to, fields: told, because }, LADDER)
      change.why = why
    },
  }
}

function setOff({ change }: Ringing, id: string): Deed {
  const ladder = change.design.design.ladders.find((one) => one.id === id)
  if (!ladder) return { missing: [{ is: 'noLadder', ladder: id }] }
  return {
    run: () => {
      if (!holds(ladder.when, ticketFacts(change.state, change.design, change.now))) return
      change.depth++
      beginLadder(change, ladder)
      change.depth--
    },
  }
}
