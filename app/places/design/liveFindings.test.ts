import { describe, expect, it, vi } from 'vitest'
import type { Design, DirectoryData, Finding } from '~~/core/design'
import { demoDesign } from '~~/demo/design'
import { demoDirectory } from '~~/demo/directory'
import type { ProofreadingAnswer, ProofreadingRequest } from '~/workers/proofreadDraft'
import { LiveFindings } from './liveFindings'

const remark = (message: string): Finding => ({
  ...{ severity: 'remark', code: 'kindUnused', place: 'kinds/x', message },
})
const directory: DirectoryData = demoDirectory()

/** A proofreader that answers when it is told to. */
function benched() {
  const asked: ProofreadingRequest[] = []
  const ended = vi.fn()
  let answered: (answer: ProofreadingAnswer) => void = () => undefined
  let failed: () => void = () => undefined
  const found = vi.fn<(findings: Finding[] | undefined) => void>()
  const live = new LiveFindings((onAnswer, onFailure) => {
    answered = onAnswer
    failed = onFailure
    return { ask: (request) => asked.push(request), end: ended }
  }, found)
  const answer = (message: string, question = asked.at(-1)!.question) =>
    answered({ question, findings: [remark(message)], took: 1 })
  return { live, asked, found, ended, answer, fail: () => failed() }
}

const named = (design: Design, name: string): Design => ({ ...design, desk: { ...design.desk, name } })

describe('findings while the draft is changed', () => {
  it('hands over all of the design and the directory once, and then what is another', () => {
    const { live, asked, answer, found } = benched()
    const design = demoDesign()
    live.read(design, directory)
    expect(Object.keys(asked[0]!.parts)).toEqual(Object.keys(design))
    expect(asked[0]!.directory).toBe(directory)
    answer('first')
    live.read(named(design, 'Other'), directory)
    expect(Object.keys(asked[1]!.parts)).toEqual(['desk'])
    expect(asked[1]!.directory).toBeUndefined()
    answer('second')
    expect(found.mock.calls.map(([list]) => list?.[0]?.message)).toEqual(['first', 'second'])
  })

  it('reads one design at a time, and of those that come meanwhile the newest only', () => {
    const { live, asked, answer } = benched()
    const design = demoDesign()
    for (const name of ['a', 'b', 'c']) live.read(named(design, name), directory)
    expect(asked).toHaveLength(1)
    answer('of a')
    expect(asked.map((one) => one.parts.desk?.name)).toEqual(['a', 'c'])
    // What is late is of no design that is on the screen.
    answer('of a again', 1)
    answer('of c')
    expect(asked).toHaveLength(2)
  })

  it('begins anew with all of it where a proofreader fails', () => {
    const { live, asked, fail, found, ended } = benched()
    const design = demoDesign()
    live.read(design, directory)
    fail()
    expect(found).toHaveBeenCalledWith(undefined)
    expect(ended).toHaveBeenCalledOnce()
    live.read(design, directory)
    expect(Object.keys(asked[1]!.parts)).toEqual(Object.keys(design))
    expect(asked[1]!.directory).toBe(directory)
  })
})
