import type { Locator, Page } from '@playwright/test'

/** Somebody at a keyboard and a mouse: each press of a key or button is counted, the words are not. */
export class Hands {
  presses = 0
  constructor(private readonly page: Page) {}

  async press(...keys: string[]): Promise<void> {
    for (const key of keys) {
      this.presses++
      await this.page.keyboard.press(key)
    }
  }

  /** Types where the cursor is. */
  say(words: string): Promise<void> {
    return this.page.keyboard.type(words)
  }

  async click(what: Locator): Promise<void> {
    this.presses++
    await what.click()
  }

  /** Goes into a field and types there, over what stands in it. */
  async fill(field: Locator, words: string): Promise<void> {
    this.presses++
    await field.fill(words)
  }

  /** Opens a list of the kit and chooses in it: what is looked for in a long one is typed. */
  async choose(list: Locator, option: string | RegExp): Promise<void> {
    await this.click(list)
    await this.click(this.page.getByRole('option', { name: option }).filter({ visible: true }).first())
  }
}
