import { describe, expect, it } from 'vitest'
import { changesInWords, designFile, Directory, proofread, readDesignFile, referencesOf } from '..'
import { STARTING_DESIGNS, startingDesignOf } from '.'

/** The directory that a new installation would have. */
const directoryFor = ({ teams, queues, covers }: (typeof STARTING_DESIGNS)[number]) =>
  new Directory({
    people: [
      {
        ...{ id: 'ada', name: 'Ada', mail: 'ada@desk.example', role: 'administrator', active: true },
        ...{ zone: 'UTC', teams: teams.map((one) => one.id) },
      },
    ],
    teams: teams.map((one) => ({ ...one, lead: 'ada' })),
    queues: [...queues],
    covers: [...covers],
    organisations: [{ id: 'own', name: 'Own' }],
    sites: [{ id: 'main', name: 'Main', zone: 'UTC', organisation: 'own', calendar: 'office' }],
    agreements: [],
  })

describe.each(STARTING_DESIGNS.map((one) => [one.name, one] as const))('%s', (_, one) => {
  const design = one.design('The desk of a test', 'Europe/London')

  it('is whole: proofreading finds nothing to mend in it', () => {
    expect(proofread(design, directoryFor(one))).toEqual([])
    expect(design.desk).toMatchObject({ name: 'The desk of a test', zone: 'Europe/London' })
    expect(readDesignFile(designFile(design))).toEqual(design)
  })

  it('brings what it names of the directory', () => {
    const brings = new Set([...one.teams, ...one.queues].map((thing) => thing.id))
    expect(referencesOf(design).filter(({ id }) => !brings.has(id))).toEqual([])
    for (const { team } of one.queues) expect(one.teams.map((thing) => thing.id)).toContain(team)
  })

  it('explains every article in which it says something, in the margin', () => {
    const filled = [
      ...['catalog', 'questions', 'kinds', 'triage/categories', 'triage/how-bad', 'triage/source-order'],
      ...['triage/where-it-goes', 'triage/who-gets-it', 'working-time', 'service-levels', 'ladders'],
      ...['moves', 'templates', 'portals', ...(design.triage.signals ? ['triage/signals'] : [])],
    ]
    expect(Object.keys(one.margin).sort()).toEqual(filled.sort())
    for (const words of Object.values(one.margin)) expect(words).toMatch(/^\p{Lu}.{20,}\.$|^\p{Lu}.{20,}\?$/u)
  })

  it('is told in words against another one, with no id', () => {
    const [other] = STARTING_DESIGNS.filter((starting) => starting !== one)
    const changes = changesInWords(other!.design('A', 'UTC'), design, directoryFor(one))
    expect(changes.length).toBeGreaterThan(10)
    for (const change of changes) expect(change.says.length).toBeGreaterThan(0)
  })
})

it('is found by its id', () => {
  expect(startingDesignOf('buildings')?.name).toContain('buildings')
  expect(startingDesignOf('none')).toBeUndefined()
})
