import { afterEach, describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import { demoDesign } from '~~/demo/design'
import type { Design } from '~~/core/design'
import { settled, within } from '../testing/on'
import { serve } from '../testing/server'
import type { ProofreadingRequest } from '../workers/proofreadDraft'
import { useFindings } from './useFindings'

/** A worker that takes what can be sent to one, and finds nothing. */
const sent: ProofreadingRequest[] = []
class FakeWorker {
  #hear: (event: { data: object }) => void = () => undefined
  addEventListener(name: string, hear: (event: { data: object }) => void) {
    if (name === 'message') this.#hear = hear
  }
  terminate() {}
  postMessage(message: unknown) {
    const request = JSON.parse(structuredClone(message) as string) as ProofreadingRequest
    sent.push(request)
    queueMicrotask(() => this.#hear({ data: { question: request.question, findings: [], took: 0 } }))
  }
}

describe('findings of the draft as it stands on the screen', () => {
  afterEach(() => vi.unstubAllGlobals())

  it('are asked for with what a page made of the draft, proxies and all', async () => {
    vi.stubGlobal('Worker', FakeWorker)
    serve({ 'GET /api/draft/directory': () => ({ people: [], agreements: [] }) })
    const draft = ref({ design: demoDesign(), findings: [] }) as Ref<{ design: Design; findings: [] }>
    within(() => useFindings(draft as never))
    await settled()
    expect(sent).toHaveLength(1)
    // A page changes one portal: what it leaves as it was comes from the draft, which Vue watches.
    const [first, ...others] = draft.value.design.portals
    const portals = [{ ...first!, motto: 'for all' }, ...others]
    draft.value.design = { ...toRaw(draft.value).design, portals }
    await settled()
    expect(sent).toHaveLength(2)
    expect(Object.keys(sent[1]!.parts)).toEqual(['portals'])
    expect(sent[1]!.parts.portals![0]).toMatchObject({ motto: 'for all', organisations: ['merrow'] })
  })
})
