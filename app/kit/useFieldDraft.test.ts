import { describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, ref } from 'vue'
import { useFieldDraft, type Commit } from './useFieldDraft'

function field<T>(first: T, commit?: Commit<T>) {
  const given = ref(first)
  const told: T[] = []
  const draft = effectScope().run(() =>
    useFieldDraft<T>({
      given: () => given.value as T,
      tell: (now) => void told.push(now),
      commit: () => commit,
    }),
  )!
  return { given, told, draft }
}

describe('what is being entered', () => {
  it('is not touched by an answer that draws the page anew', async () => {
    const { given, draft } = field<string>('Night watch', () => undefined)
    draft.put('Night watch at Hallin')
    given.value = 'Night hours'
    await nextTick()
    expect(draft.draft.value).toBe('Night watch at Hallin')
    expect(draft.theirs.value).toBe('Night hours')
  })

  it('follows what the page knows as long as nobody types', async () => {
    const { given, draft } = field<string>('Night watch')
    given.value = 'Night hours'
    await nextTick()
    expect(draft.draft.value).toBe('Night hours')
    expect(draft.dirty.value).toBe(false)
    expect(draft.theirs.value).toBeUndefined()
  })

  it('tells of each letter, and is nobody else’s where the page follows it', async () => {
    const { given, told, draft } = field('')
    draft.put('P')
    given.value = 'P'
    await nextTick()
    draft.put('Pr')
    given.value = 'Pr'
    await nextTick()
    expect(told).toEqual(['P', 'Pr'])
    expect(draft.theirs.value).toBeUndefined()
    // The form is emptied for the next one.
    given.value = ''
    await nextTick()
    expect(draft.draft.value).toBe('')
  })

  it('compares lists by what is in them', async () => {
    const { given, draft } = field<readonly string[]>(['a'])
    draft.put(['a', 'b'])
    given.value = ['a', 'b']
    await nextTick()
    expect(draft.dirty.value).toBe(false)
  })
})

describe('taking it over', () => {
  it('says what it was and what it is, once', async () => {
    const commit = vi.fn()
    const { draft } = field<string>('Night watch', commit)
    await draft.settle()
    expect(commit).not.toHaveBeenCalled()
    draft.put('Night hours')
    await draft.settle()
    await draft.settle()
    expect(commit.mock.calls).toEqual([['Night hours', 'Night watch']])
    expect(draft.dirty.value).toBe(false)
  })

  it('keeps what was refused, with the words of the refusal, until something else is typed', async () => {
    const { draft } = field<string>('Night watch', () => Promise.reject(new Error('Please give it a name.')))
    draft.put('')
    await draft.settle()
    expect([draft.draft.value, draft.failed.value, draft.dirty.value]).toEqual([
      '',
      'Please give it a name.',
      true,
    ])
    draft.put('N')
    expect(draft.failed.value).toBe('')
  })

  it('sends what was typed while it was on its way after it', async () => {
    const sent: string[] = []
    const letGo: (() => void)[] = []
    const { draft } = field('a', (now) => {
      sent.push(now)
      return new Promise<void>((done) => letGo.push(done))
    })
    draft.put('ab')
    const settled = draft.settle()
    draft.put('abc')
    // Left again meanwhile: nothing goes twice.
    await draft.settle()
    expect(sent).toEqual(['ab'])
    letGo[0]!()
    await vi.waitFor(() => expect(sent).toEqual(['ab', 'abc']))
    letGo[1]!()
    await settled
    expect(draft.dirty.value).toBe(false)
  })

  it('can be called off', async () => {
    const commit = vi.fn()
    const { given, draft } = field<string>('Night watch', commit)
    draft.put('Nigh')
    given.value = 'Night hours'
    await nextTick()
    draft.cancel()
    expect([draft.draft.value, draft.dirty.value, draft.theirs.value]).toEqual([
      'Night hours',
      false,
      undefined,
    ])
    await draft.settle()
    expect(commit).not.toHaveBeenCalled()
  })
})
