import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../../demo/design'
import { demoDirectory } from '../../../demo/directory'
import { holds, type Condition, type Facts, type Test } from '../../condition'
import type { Design } from '../design'
import { Directory } from '../directory'
import { proofread } from '../proofread'
import {
  lackOf,
  likelyMatch,
  mappedDesign,
  namesInFile,
  referencesLacking,
  referencesOf,
  type Decide,
  type NamesInFile,
} from '.'
import { directoryThing, foldedCondition, mappedTable } from './conditions'

const design = demoDesign()
const directory = new Directory(demoDirectory())
const nobody = new Directory({
  people: [],
  teams: [],
  sites: [],
  organisations: [],
  agreements: [],
  roles: [],
})

const missing = (one: Design, known: Directory) =>
  proofread(one, known).flatMap(({ refersTo }) =>
    refersTo && ['team', 'queue', 'desk', 'person', 'organisation', 'site', 'role'].includes(refersTo.what)
      ? [`${refersTo.what} ${refersTo.id}`]
      : [],
  )
const lacking = (known: Directory, names: NamesInFile) =>
  referencesLacking(design, known).map((one) => lackOf(design, one, { directory: known, names }))
const said = (one: Design) => referencesOf(one).map(({ what, id }) => `${what} ${id}`)

describe('what a design names of the directory', () => {
  it('is all that proofreading misses where there is nothing', () => {
    const found = said(design)
    expect(found.length).toBeGreaterThan(30)
    expect(missing(design, nobody).filter((one) => !found.includes(one))).toEqual([])
    expect(referencesLacking(design, directory)).toEqual([])
  })

  it('is called otherwise everywhere, and back again', () => {
    const there: Decide = (_, id) => `there-${id}`
    const mapped = mappedDesign(design, there)
    expect(said(mapped)).toEqual(said(design).map((one) => one.replace(' ', ' there-')))
    expect(missing(mapped, nobody).filter((one) => !one.includes(' there-'))).toEqual([])
    expect(mappedDesign(mapped, (_, id) => id.slice('there-'.length))).toEqual(design)
  })

  it('is gone where all of it is left out, but for where tickets go that no row fits', () => {
    const bare = mappedDesign(design, () => undefined)
    const { queue, team } = design.triage.otherwise
    // The role of administrators is everywhere.
    const left = ['role administrator', `queue ${queue}`, `team ${team}`]
    expect(said(bare)).toEqual(left)
    expect(new Set(missing(bare, nobody))).toEqual(new Set(left))
  })

  it('is told by name to whoever reads the file elsewhere, who finds what is called so', () => {
    const names = namesInFile(design, directory)
    const team = design.triage.otherwise.team
    expect(names.team?.[team]).toBe(directory.teams.get(team)?.name)
    const other = new Directory({
      ...demoDirectory(),
      teams: [{ id: 'ours', name: directory.teams.get(team)!.name.toUpperCase() }],
    })
    const lack = lacking(other, names).find((one) => one.id === team)!
    expect(lack).toMatchObject({ what: 'team', isNeeded: true })
    expect(likelyMatch(lack, other)).toBe('ours')
    expect(likelyMatch({ ...lack, name: 'Nobody' }, other)).toBeUndefined()
  })

  it('says what is gone where it is left out, in words and with no id', () => {
    const without = new Directory({
      ...demoDirectory(),
      teams: demoDirectory().teams.filter((one) => one.id !== 'networks'),
    })
    const [lack] = lacking(without, namesInFile(design, directory))
    expect(lack).toMatchObject({ what: 'team', id: 'networks', name: 'Networks', isNeeded: false })
    const words = JSON.stringify(lack!.without)
    expect(words).toContain('Where it goes')
    expect(lack!.without.length).toBeGreaterThan(0)
  })
})

describe('a design in the words of another directory', () => {
  const only =
    (...gone: string[]): Decide =>
    (_, id) =>
      gone.includes(id) ? undefined : id
  const is = (fact: string, value: string): Test => ({ fact, op: 'is', value })

  it('is never for more than it was', () => {
    const portal = { ...design.portals[0]!, organisations: ['gone'] }
    const move = { ...design.moves[0]!, teams: ['gone'] }
    const field = { ...design.fields[0]!, sees: { teams: ['gone'] } }
    const level = { ...design.serviceLevels[0]!, when: is('organisation', 'gone') }
    const item = { ...design.items[0]!, showWhen: is('organisation', 'gone') }
    const mapped = mappedDesign(
      {
        ...design,
        ...{ portals: [portal], moves: [move], fields: [field], serviceLevels: [level], items: [item] },
      },
      only('gone'),
    )
    expect([mapped.portals, mapped.moves, mapped.serviceLevels]).toEqual([[], [], []])
    expect(mapped.fields[0]!.sees).toEqual({ roles: ['administrator'] })
    expect(mapped.items[0]).toMatchObject({ id: item.id, retired: {} })
    expect(mapped.items[0]!.showWhen).toBeUndefined()
  })

  it('keeps what named it among others', () => {
    const level = {
      ...design.serviceLevels[0]!,
      when: { any: [is('organisation', 'gone'), is('impact', 'high')] },
    }
    const rota = { ...design.rotas[0]!, members: ['gone', 'olin-brandt'] }
    const mapped = mappedDesign({ ...design, serviceLevels: [level], rotas: [rota] }, only('gone'))
    expect(mapped.serviceLevels[0]!.when).toEqual({ any: [is('impact', 'high')] })
    expect(mapped.rotas[0]!.members).toEqual(['olin-brandt'])
  })

  it('loses rows that ask for it or send to it, and asks nothing where it was excluded', () => {
    const table = {
      ...{ id: 't', name: 'T', columns: ['site', 'impact'], outcomes: ['queue', 'team'] },
      rows: [
        { id: 'a', cells: [{ op: 'is' as const, value: 'gone' }, null], outcome: { queue: 'q', team: 't' } },
        {
          id: 'b',
          cells: [{ op: 'isNot' as const, value: 'gone' }, null],
          outcome: { queue: 'q', team: 't' },
        },
        { id: 'c', cells: [null, null], outcome: { queue: 'gone', team: 't' } },
        {
          id: 'd',
          cells: [
            { op: 'oneOf' as const, value: ['gone', 'here'] },
            { op: 'is' as const, value: 'gone' },
          ],
          outcome: { queue: 'q', team: 't' },
        },
      ],
    }
    expect(mappedTable(table, only('gone')).rows.map(({ id, cells }) => [id, cells])).toEqual([
      ['b', [null, null]],
      [
        'd',
        [
          { op: 'oneOf', value: ['here'] },
          { op: 'is', value: 'gone' },
        ],
      ],
    ])
  })

  const IDS = ['a', 'b', 'c', 'd']
  const test: fc.Arbitrary<Condition> = fc.oneof(
    fc.record({
      fact: fc.constantFrom('team', 'site', 'organisation', 'impact'),
      op: fc.constantFrom('is' as const, 'isNot' as const),
      value: fc.constantFrom(...IDS),
    }),
    fc.record({
      fact: fc.constantFrom('team', 'site', 'impact'),
      op: fc.constantFrom('oneOf' as const, 'noneOf' as const),
      value: fc.subarray(IDS, { minLength: 1 }),
    }),
    fc.record({
      fact: fc.constantFrom('team', 'site'),
      op: fc.constantFrom('filled' as const, 'empty' as const),
    }),
  )
  const condition = fc.letrec<{ one: Condition }>((tie) => ({
    one: fc.oneof(
      { maxDepth: 3 },
      test,
      fc.array(tie('one'), { maxLength: 3 }).map((all) => ({ all })),
      fc.array(tie('one'), { maxLength: 3 }).map((any) => ({ any })),
      fc.array(tie('one'), { maxLength: 3 }).map((none) => ({ none })),
    ),
  })).one
  /** Of the four, d is left out, and the others are called otherwise. */
  const decide: Decide = (_, id) => (id === 'd' ? undefined : `our-${id}`)
  const value = fc.option(fc.constantFrom('a', 'b', 'c'), { nil: null })

  it('has conditions that hold for the same tickets', () => {
    fc.assert(
      fc.property(
        condition,
        fc.record({ team: value, site: value, organisation: value, impact: value }),
        (one, there) => {
          const here: Facts = Object.fromEntries(
            Object.entries(there).map(([fact, id]) => [
              fact,
              id !== null && directoryThing(fact) ? `our-${id}` : id,
            ]),
          )
          const folded = foldedCondition(one, decide)
          expect(typeof folded === 'boolean' ? folded : holds(folded, here)).toBe(holds(one, there))
        },
      ),
      { numRuns: 1000 },
    )
  })
})
