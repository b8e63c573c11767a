import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { theDirectory } from '../../tests/aTicket'
import type { Condition } from '../condition'
import { CompiledDesign } from '../design'
import { termsInWords, type Target } from '.'

const design = new CompiledDesign(demoDesign(), 1)
const { calendars } = design.design
const words = design.vocabulary(theDirectory)
const target = (more: Partial<Target> = {}): Target => ({
  ...{ target: 'respond', label: 'Answer', granted: {}, calendar: 'site', pauseIn: [], stopOn: 'reply' },
  ...more,
})
const terms = (more: Partial<Target> = {}) => termsInWords(target(more), calendars, words)
const stopped: Condition = { fact: 'form.boardingStopped', op: 'is', value: true }

describe('the terms of a target in words', () => {
  it('say whose hours count', () => {
    expect(terms()).toEqual(['counts in the hours of the requester’s site', 'kept by the first reply'])
    expect(terms({ calendar: 'agreement' })[0]).toBe('counts in the hours of the agreement')
    expect(terms({ calendar: { calendar: 'desk' }, onShift: true })[0]).toBe(
      `counts in the hours of ${design.calendar('desk').name}, while its technician is on shift`,
    )
    expect(terms({ calendar: { calendar: 'gone' } })[0]).toBe('counts in the hours of gone')
  })

  it('say when it begins, stands still and is called off, in the words of the design', () => {
    expect(
      terms({ startWhen: stopped, pauseIn: ['waiting', 'new'], pauseWhen: stopped, cancelWhen: stopped }),
    ).toEqual([
      'counts in the hours of the requester’s site',
      'begins when the answer to “Is boarding stopped?” is yes',
      'stands still while the ticket is waiting or new, or while the answer to “Is boarding stopped?” is yes',
      'kept by the first reply',
      'called off when the answer to “Is boarding stopped?” is yes',
    ])
  })

  it('say what keeps it', () => {
    const kept = (more: Partial<Target>) => terms(more)[1]
    expect(kept({ stopOn: 'done' })).toBe('kept by being done')
    expect(kept({ startsAnew: true })).toBe('kept by each reply, then begins anew')
    expect(kept({ stopOn: 'update' })).toBe('kept by each update of the major incident, then begins anew')
    expect(kept({ stopOn: 'condition', stopWhen: stopped })).toBe(
      'kept when the answer to “Is boarding stopped?” is yes',
    )
    expect(kept({ stopOn: 'condition' })).toBe('kept when … (nothing is chosen yet)')
  })

  it('say from when it counts where it comes to a ticket later', () => {
    expect(terms({ countsFrom: 'acceptance' }).at(-1)).toBe(
      'coming later, it counts from its acceptance without the pauses',
    )
    expect(terms({ countsFrom: 'loggingThroughPauses' }).at(-1)).toContain('the logging, pauses too')
  })

  it('are said of every target of the sample design without an id among the words', () => {
    for (const level of design.design.serviceLevels)
      for (const one of level.targets)
        for (const sentence of termsInWords(one, calendars, words)) {
          expect(sentence, level.name).not.toMatch(/undefined|form\.|\[object/)
          expect(sentence.trim()).toBe(sentence)
        }
  })
})
