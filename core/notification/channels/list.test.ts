import { readdirSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { channelTerms, CHANNELS, MESSAGE_CHANNELS, STANDIN_CHANNELS } from './list'

describe('channels', () => {
  it('are all in the list, each in a file of its own name', () => {
    const files = readdirSync(import.meta.dirname).filter((one) => !/^list\.|\.test\.ts$/.test(one))
    const names = Object.keys(MESSAGE_CHANNELS).map((name) => `${name}.ts`)
    expect(names.sort()).toEqual(files.sort())
  })

  it('say what goes out, where only a text does, within the room there is', () => {
    const said = (name: string) =>
      channelTerms(name)!.text?.('A scanner is dead', 'At gate 3.\nBoarding stopped.')
    expect(said('chat')).toBe('A scanner is dead\nAt gate 3.\nBoarding stopped.')
    expect(said('pager')).toBe('A scanner is dead')
    expect(channelTerms('text')!.text!('x'.repeat(999), '')).toHaveLength(300)
    expect(channelTerms('constructor')).toBeUndefined()
  })

  it('are ways of being told but for calls, and have stand-ins but for mail, whose mailbox is one', () => {
    expect(CHANNELS).toEqual(['mail', 'chat', 'text', 'pager'])
    expect(STANDIN_CHANNELS).toEqual(['chat', 'text', 'pager', 'call'])
  })
})
