import { readdirSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { design, Ticket } from '../../tests/aTicket'
import { ticketFacts } from './ticketFacts'
import { FACTS, termsOfFact } from './list'

describe('facts', () => {
  it('are all in the list, each in a file of its own name', () => {
    const files = readdirSync(`${import.meta.dirname}/terms`).filter((one) => !one.endsWith('.test.ts'))
    const names = Object.keys(FACTS).map((name) => `${name}.ts`)
    expect(names.sort()).toEqual(files.sort())
  })

  it('have names of their own', () => {
    const names = Object.values(FACTS).map((one) => one.name)
    expect(new Set(names).size).toBe(names.length)
    expect(termsOfFact('constructor')).toBeUndefined()
  })

  it('are known of every ticket, each as what it says it is', () => {
    const ticket = new Ticket().log({ gates: 3, boardingStopped: false })
    const facts = ticketFacts(ticket.state!, design, ticket.state!.loggedAt)
    for (const [name, { kind }] of Object.entries(FACTS)) {
      const value = facts[name]
      if (value === undefined || value === null) continue
      const type = { yesNo: 'boolean', number: 'number', moment: 'number' }[kind as string] ?? 'string'
      expect(typeof value, name).toBe(type)
    }
  })
})
