import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { placeInWords } from './placeWords'

describe('a place in words', () => {
  const design = demoDesign()
  const { kinds, triage, ladders, serviceLevels } = design
  it.each([
    [`service-levels/${serviceLevels[0]!.id}`, 'Level “Boarding stopped”'],
    ['forms/gate-scanner#gates', 'Form “Gate scanner”, “How many gates do not read?”'],
    ['questions/gates', 'Question “How many gates do not read?”'],
    [`kinds/${kinds[0]!.id}#${kinds[0]!.statuses[0]!.id}`, /^Ticket kind “.*”, status “.*”$/],
    [`triage/where-it-goes#${triage.routing.rows[2]!.id}`, 'Table “Where it goes”, row 3'],
    ['triage/source-order#site', 'Source order, the site'],
    ['triage/source-order#field-crew-item', 'Source order, the catalog item'],
    ['triage/source-order', 'Source order'],
    ['triage/categories#loans/laptop', /^Category “Loans › .*”$/],
    [`ladders/${ladders[0]!.id}#${ladders[0]!.rungs[0]!.id}`, /^Ladder “.*”, rung 1$/],
    [`moves/${design.moves[0]!.id}`, `Move “${design.moves[0]!.name}”`],
    [`plans/checklists#${design.checklists[0]!.id}`, `Checklist “${design.checklists[0]!.name}”`],
    ['moves/layout-fault', 'A layout'],
    ['service-levels', 'Service levels'],
    ['languages#nb', 'Languages'],
    ['portals/gone', 'Portal “gone”'],
  ])('%s', (place, words) => {
    if (typeof words === 'string') expect(placeInWords(design, place)).toBe(words)
    else expect(placeInWords(design, place)).toMatch(words)
  })
})
