import { describe, expect, it } from 'vitest'
import type { Misfit } from './fit'
import { fitInWords, misfitInWords, placeOfMisfit, type FitNames } from './fitWords'

const NAMES: FitNames = {
  partner: 'Varnes',
  ours: (field) => `our “${field}”`,
  theirs: (field) => `their “${field}”`,
  target: (target) => `the ${target}`,
  value: (_, value) => value.toUpperCase(),
}

describe('what does not fit', () => {
  it.each<[Misfit, string, string | undefined]>([
    [
      { is: 'valueUntaken', field: 'stage', value: 's', name: 'Stuck' },
      'Varnes may say “Stuck” as their “stage”, and it becomes nothing here: give it a value, or say what any other becomes.',
      'takes-stage',
    ],
    [
      { is: 'valueUnheard', field: 'state', value: 'busy' },
      'Varnes does not take in “busy” as our “state”.',
      'sends-state',
    ],
    [{ is: 'fieldUnheard', field: 'state' }, 'Varnes does not take in our “state”.', 'sends-state'],
    [{ is: 'fieldUnsaid', field: 'stage' }, 'Varnes never says their “stage”.', 'takes-stage'],
    [
      { is: 'neededUnsaid', field: 'sort' },
      'Varnes takes in no ticket without “sort”: say it, or their lead leaves it out.',
      undefined,
    ],
    [{ is: 'spokenUnheard', what: 'notes' }, 'Varnes does not hear notes.', undefined],
    [
      { is: 'rulesCross', field: 'state', target: 'status', ours: 'ours', theirs: 'ours' },
      'Where both change the status at once, ours stays here and ours stays at Varnes: both desks would differ from then on.',
      'sends-state',
    ],
    [{ is: 'drifts', target: 'status', from: 'a', to: 'b' }, 'the status “A” comes back as “B”.', undefined],
    [
      { is: 'circle', target: 'status', values: ['a', 'b'] },
      'the status never comes to rest: “A” → “B” → “A”.',
      undefined,
    ],
  ])('%o', (misfit, words, place) => {
    expect(misfitInWords(misfit, NAMES)).toBe(words)
    expect(placeOfMisfit(misfit)).toBe(place)
  })

  it('is said once for all values of a field', () => {
    const unheard = ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h'].map((value) => ({
      ...{ is: 'valueUnheard' as const, field: 'state', value },
    }))
    const untaken = ['s', 't'].map((value) => ({
      ...{ is: 'valueUntaken' as const, field: 'stage', value, name: value.toUpperCase() },
    }))
    expect(fitInWords([...unheard, { is: 'fieldUnheard', field: 'moon' }, ...untaken], NAMES)).toEqual([
      {
        place: 'sends-state',
        says: 'Varnes does not take in “a”, “b”, “c”, “d”, “e”, “f” and 2 more as our “state”.',
      },
      { place: 'sends-moon', says: 'Varnes does not take in our “moon”.' },
      {
        place: 'takes-stage',
        says: 'Varnes may say “S” and “T” as their “stage”, which become nothing here: give each a value, or say what any other becomes.',
      },
    ])
  })
})
