import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { designFile, namesInFile, referencesOf, type Design } from '../../core/design'
import { RIGHT_NAMES } from '../../core/rights'
import { discardDraft } from '../../server/commands/draft'
import { previewFile, takeFile, type Matching } from '../../server/commands/importDesign'
import { draftPage } from '../../server/queries/draft'
import { makeWorld } from './world'

// A design from a desk elsewhere: it calls teams and people of its own.

const LEAD = 'olin-brandt'
const BY = { person: LEAD, rights: new Set(RIGHT_NAMES), way: 'hand' as const }
let world: Awaited<ReturnType<typeof makeWorld>>
let text: string
let theirs: Design
beforeAll(async () => {
  world = await makeWorld('yare_import_design')
  const { design } = await draftPage(world.desk)
  const somebody = referencesOf(design).find((one) => one.what === 'person')!.id
  const names = namesInFile(design, await world.desk.knowledge.directory())
  // Networks and Field Crew are called otherwise there, and a person is somebody whom nobody here knows.
  const elsewhere = JSON.stringify(design)
    .replaceAll('"networks"', '"cables"')
    .replaceAll('"field-crew"', '"out-and-about"')
    .replaceAll(`"${somebody}"`, '"somebody-there"')
  theirs = { ...(JSON.parse(elsewhere) as Design), desk: { ...design.desk, name: 'The other desk' } }
  text = designFile(theirs, {
    ...names,
    team: { cables: 'networks', 'out-and-about': 'The ones outside' },
    person: { 'somebody-there': 'Some Body' },
  })
})
afterAll(() => world.close())

const take = (matches: Matching[], version = 0, by = BY) =>
  takeFile(world.desk, { text, version, matches }, LEAD, by)

describe('a design from elsewhere', () => {
  it('names what is not here once each, with what is likely meant and what goes without it', async () => {
    const { lacking, findings } = await previewFile(world.desk, text)
    expect(lacking.map(({ what, id, name, match }) => [what, id, name, match?.to])).toEqual(
      expect.arrayContaining([
        ['team', 'cables', 'networks', 'networks'],
        ['team', 'out-and-about', 'The ones outside', undefined],
        ['person', 'somebody-there', 'Some Body', undefined],
      ]),
    )
    expect(lacking).toHaveLength(3)
    const crew = lacking.find((one) => one.id === 'out-and-about')!
    expect(crew.isNeeded).toBe(false)
    expect(JSON.stringify(crew.without)).toMatch(/Where it goes/)
    expect(findings.some((one) => one.refersTo?.id === 'out-and-about')).toBe(true)
    expect(findings.some((one) => one.refersTo?.id === 'cables')).toBe(false)
  })

  it('is refused as a whole while something is neither matched nor made nor left out', async () => {
    await expect(take([])).rejects.toMatchObject({ reason: 'invalid' })
    expect((await draftPage(world.desk)).begun).toBe(false)
  })

  it('makes nothing where it cannot be taken: all or nothing', async () => {
    const made: Matching = { what: 'team', id: 'out-and-about', make: { name: 'Outdoors' } }
    await expect(take([made])).rejects.toMatchObject({ reason: 'invalid' })
    const technician = { ...BY, rights: new Set(['changeDesign'] as const) }
    const all: Matching[] = [made, { what: 'person', id: 'somebody-there', to: null }]
    await expect(take(all, 0, technician as typeof BY)).rejects.toMatchObject({ reason: 'forbidden' })
    const teams = await world.desk.db
      .selectFrom('team')
      .select('name')
      .where('name', '=', 'Outdoors')
      .execute()
    expect(teams).toEqual([])
    expect(await world.desk.db.selectFrom('design_match').selectAll().execute()).toEqual([])
  })

  it('comes with what was made for it, and says before what that changes', async () => {
    const matches: Matching[] = [
      { what: 'team', id: 'out-and-about', make: { name: 'Outdoors' } },
      { what: 'person', id: 'somebody-there', to: null },
    ]
    const before = await previewFile(world.desk, text, matches)
    expect(before.findings.filter((one) => one.severity === 'error')).toEqual([])
    expect(JSON.stringify(before.changes)).toContain('Outdoors')
    const page = await take(matches)
    expect(page.design.triage.assignment).toHaveProperty('outdoors')
    const named = referencesOf(page.design).map((one) => one.id)
    expect(named).toContain('outdoors')
    for (const id of ['out-and-about', 'somebody-there', 'cables']) expect(named).not.toContain(id)
    expect((await world.desk.knowledge.directory()).teams.get('outdoors')?.name).toBe('Outdoors')
    await discardDraft(world.desk)
  })

  it('is matched as before the next time a file of that desk comes', async () => {
    const { lacking, findings } = await previewFile(world.desk, text)
    expect(lacking.map(({ id, match }) => [id, match?.to])).toEqual(
      expect.arrayContaining([
        ['cables', 'networks'],
        ['out-and-about', 'outdoors'],
        ['somebody-there', null],
      ]),
    )
    expect(findings.filter((one) => one.severity === 'error')).toEqual([])
  })

  it('keeps the hours in which sites here count where it has none of them', async () => {
    const { design } = await draftPage(world.desk)
    const [office] = design.calendars
    const directory = await world.desk.knowledge.directory()
    const counted = [...directory.sites.values()].find((one) => one.calendar !== office!.id)!
    const name = design.calendars.find((one) => one.id === counted.calendar)!.name
    const file = { ...design, calendars: design.calendars.filter((one) => one.id !== counted.calendar) }
    const preview = await previewFile(world.desk, designFile(file))
    expect(preview.kept).toContain(name)
    expect(preview.findings.filter((one) => one.code === 'calendarMissing')).toEqual([])
    expect(preview.changes.filter((one) => one.what === 'removed')).toEqual([])
  })
})
