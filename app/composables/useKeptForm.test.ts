import { beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick, reactive } from 'vue'
import { within } from '../testing/on'
import { useKeptForm } from './useKeptForm'

const fresh = () => reactive({ text: '', files: [] as string[], portal: null as string | null })
const open = () => {
  const form = fresh()
  return { form, ...within(() => useKeptForm('yare-test', form)) }
}

describe('a form that is kept', () => {
  beforeEach(() => sessionStorage.clear())

  it('has what was begun in it when it is opened again, until it is sent', async () => {
    const first = open()
    expect(first.got.begun.value).toBe(false)
    Object.assign(first.form, { text: 'Dear Ines', files: ['17ab'], portal: 'merrow' })
    first.wrapper.unmount()
    const second = open()
    expect(second.form).toEqual({ text: 'Dear Ines', files: ['17ab'], portal: 'merrow' })
    expect(second.got.begun.value).toBe(true)
    second.got.forget()
    second.form.text = 'sent'
    await nextTick()
    expect(open().form).toEqual(fresh())
  })

  it('can be begun anew', () => {
    open().form.text = 'Dear'
    const { form, got } = open()
    got.beginAnew()
    expect(form).toEqual(fresh())
    expect(got.begun.value).toBe(false)
    expect(sessionStorage.length).toBe(0)
  })

  it.each(['Dear Ines', '{"text": 7, "files": "x", "other": 1}', '[1]', 'null'])(
    'takes nothing that is none of its own: %s',
    (kept) => {
      sessionStorage.setItem('yare-test', kept)
      const { form, got } = open()
      expect(form).toEqual(fresh())
      expect(got.begun.value).toBe(false)
    },
  )

  it('goes on where the browser has no room for it', () => {
    const { form } = open()
    const full = vi.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError')
    })
    form.text = 'x'.repeat(10)
    full.mockRestore()
    expect(form.text).toBe('x'.repeat(10))
  })
})
