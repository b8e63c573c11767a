import { countedAs, figureFault, LONGEST_TASK, MOST_TASKS, type Checklist, type ListedTask } from '../work'
import { forSome } from './proofreadMoves'
import { duration } from './proofreadPlans'
import type { Reader } from './reader'

/** Checklists: what each refers to, and whether what it asks for can be done. */
export function checklists(reader: Reader): void {
  for (const one of reader.design.checklists) checklistOf(reader, one)
}

function checklistOf(reader: Reader, { id, name, team, when, tasks }: Checklist): void {
  const place = `plans/checklists#${id}`
  if (!name.trim()) reader.error(place, 'nameMissing', 'has no name')
  reader.refers(place, 'team', team)
  reader.condition(place, when)
  reader.reasons(place, when)
  forSome(reader, place, when)
  if (!tasks.length) reader.remark(place, 'checklistEmpty', 'has no task')
  if (tasks.length > MOST_TASKS) {
    reader.error(
      place,
      'checklistTooLarge',
      `has ${tasks.length} tasks, and a ticket has ${MOST_TASKS} at most; make several of it, or a plan`,
    )
    return
  }
  const counted = new Set<string>()
  tasks.forEach((task, at) => {
    const here = `${place}/${at + 1}`
    if (counted.has(countedAs(task)))
      reader.remark(here, 'taskTwice', `“${task.text}” is there twice; the two are counted together`)
    counted.add(countedAs(task))
    taskOf(reader, here, task)
  })
}

function taskOf(reader: Reader, here: string, { text, team, person, within, evidence }: ListedTask): void {
  if (!text.trim()) reader.error(here, 'textEmpty', 'is a task without a word')
  if (text.length > LONGEST_TASK)
    reader.error(
      here,
      'taskTooLong',
      `has ${text.length} characters; shorten it to ${LONGEST_TASK}, and say more below it`,
    )
  reader.refers(here, 'team', team)
  reader.refers(here, 'person', person)
  duration(reader, here, within)
  if (evidence?.is === 'field') reader.refers(here, 'field', evidence.field)
  if (evidence?.is !== 'figure') return
  const { least, most } = evidence
  if (least !== undefined && most !== undefined && figureFault(evidence, least) !== undefined)
    reader.error(
      here,
      'limitsCrossed',
      `no figure is ${least} or more and ${most} or less; turn the limits round`,
    )
}
