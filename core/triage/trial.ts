import { copyOf, type Facts, type FactValue } from '../condition'
import type { CompiledDesign, Directory } from '../design'
import { becauseInWords, sourceInWords, type BecauseWords, type Reader } from '../explain'
import { decideTable, type DecisionTable } from '../table'
import type { Sorted } from './because'
import { askSources, type SourceAnswer } from './priority'
import { triage, type TriageInput, type TriageResult } from './triage'

/** One step of a trial, in names. */
export interface TrialStep {
  step: keyof TriageResult
  /** Null where nobody is found. */
  value: string | null
  because: BecauseWords
}

/** What triage would make of a ticket, step by step. */
export interface Trial {
  steps: TrialStep[]
  sources: {
    source: SourceAnswer['source']
    name: string
    value?: string
    switchedOff?: string
    wins: boolean
  }[]
  /** In each table the row that decided, and the one that nearly did. */
  rows: Partial<Record<'what' | 'weight' | 'routing' | 'skills', { decided?: string; nearly?: string }>>
}

const STEPS = ['category', 'impact', 'urgency', 'priority', 'queue', 'team', 'technician'] as const

/** Tries triage: each step with its because, each source of the priority, and the rows that decided. */
export function tryTriage(input: TriageInput, design: CompiledDesign, directory: Directory): Trial {
  const values = triage(input, design, directory)
  const words = design.vocabulary(directory)
  const reader: Reader = { language: 'en', design: () => design, directory }
  const facts: Facts = Object.assign(copyOf(input.facts), plain(values))
  const { what, weight, routing, skills, teamOrders } = design.design.triage
  const team = values.team.value
  const sources = askSources({ ...input, facts }, design, directory, teamOrders?.[team] && team)
  const winner = sources.find((one) => one.value)
  return {
    steps: STEPS.map((step) => ({
      step,
      value: values[step].value === null ? null : words.value(step, values[step].value as FactValue),
      because: becauseInWords(values[step].because, reader),
    })),
    sources: sources.map((one) => ({
      source: one.source,
      name: sourceInWords(one.source, one.of, design.edition, reader),
      ...(one.value && { value: design.priority(one.value).numeral }),
      ...(one.switchedOff && { switchedOff: design.priority(one.switchedOff).numeral }),
      wins: one === winner,
    })),
    rows: {
      // The table of categories is asked before the category is known: with that of the item.
      ...(what && {
        what: rowsOf(what, Object.assign(copyOf(facts), { category: design.item(input.item).category })),
      }),
      weight: rowsOf(weight, facts),
      routing: rowsOf(routing, facts),
      ...(skills && { skills: rowsOf(skills, facts) }),
    },
  }
}

const plain = (values: TriageResult): Facts =>
  Object.fromEntries(
    Object.entries(values).map(([name, { value }]: [string, Sorted<string | null>]) => [name, value]),
  )

function rowsOf(table: DecisionTable, facts: Facts): { decided?: string; nearly?: string } {
  const { row, fitting, nearest } = decideTable(table, facts)
  return { decided: row?.id ?? table.rows[fitting[0] ?? -1]?.id, nearly: nearest?.row.id }
}
