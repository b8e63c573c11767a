import type { Form } from '../intake'
import { tasksOf, type PassedOn, type Plan, type TicketTask } from '../plan'
import type { Reader } from './reader'

// Tickets that plans ask for: whether each could be logged, and whether one would ask for itself.

/** What is asked in the form of an item must be answered by what is passed on, and nothing else can be. */
export function passedOn(reader: Reader, place: string, id: string, passes: readonly PassedOn[]): void {
  const item = reader.design.items.find((one) => one.id === id)
  const form = item && reader.forms.get(item.form)
  if (!form) return
  const label = (name: string) => reader.library.get(name)?.label ?? name
  const asked = questionsOf(form)
  for (const { question } of passes)
    if (reader.library.has(question) && !asked.some((one) => one.question === question))
      reader.error(
        place,
        'passedUnasked',
        `passes on “${label(question)}”, which “${item.name}” does not ask; leave it out`,
      )
  for (const { question, required, showWhen } of asked)
    if (required && !showWhen && !passes.some((one) => one.question === question))
      reader.error(
        place,
        'ticketUnanswered',
        `asks for “${item.name}”, in which “${label(question)}” must be answered; pass something on for it`,
      )
}

const questionsOf = ({ steps }: Form) => steps.flatMap((one) => one.questions)

const ticketTasks = (plan: Plan): TicketTask[] => tasksOf(plan).filter((one) => one.do === 'ticket')

/** A plan whose tickets begin it anew would never end; a running desk stops it, but that is not what is meant. */
export function circlesOfTickets(reader: Reader): void {
  const { plans } = reader.design
  const begins = (plan: Plan, { item: id }: TicketTask): boolean => {
    const item = reader.design.items.find((one) => one.id === id)
    if (!item) return false
    if (reader.design.kinds.some((kind) => kind.id === item.kind && kind.plans?.includes(plan.id)))
      return true
    const isIt = { fact: 'item', op: 'is', value: id } as const
    return plan.when !== undefined && reader.share(`begins ${plan.id} ${id}`, plan.when, isIt) !== 'none'
  }
  if (!plans.some((one) => ticketTasks(one).length)) return
  const next = new Map(
    plans.map((plan) => [
      plan.id,
      ticketTasks(plan).flatMap((task) =>
        plans.filter((other) => begins(other, task)).map(({ id }) => ({ task, id })),
      ),
    ]),
  )
  const leadsTo = (from: string, to: string, seen = new Set<string>()): boolean => {
    if (from === to) return true
    if (seen.has(from)) return false
    seen.add(from)
    return (next.get(from) ?? []).some(({ id }) => leadsTo(id, to, seen))
  }
  for (const plan of plans)
    for (const task of new Set(
      (next.get(plan.id) ?? []).filter(({ id }) => leadsTo(id, plan.id)).map((one) => one.task),
    ))
      reader.error(
        `plans/${plan.id}#${task.id}`,
        'ticketCircle',
        'asks for a ticket that has this plan again, and that one for the next; ask for another item',
      )
}
