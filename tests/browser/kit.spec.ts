import { expect, test, type Page } from '@playwright/test'
import { findings } from './people'

// Every control of the kit in every state, by day and by night: axe, a picture, and the keyboard.

async function kit(page: Page, theme: 'day' | 'night') {
  await page.addInitScript((wanted) => localStorage.setItem('yare-theme', wanted), theme)
  await page.goto('/kit')
  await expect(page.getByRole('heading', { name: 'The kit' })).toBeVisible()
  await expect(page.getByRole('row', { name: /No wireless in the hold/ }).first()).toBeVisible()
}

for (const theme of ['day', 'night'] as const) {
  test(`axe finds nothing in the kit by ${theme}, shut and opened`, async ({ page }) => {
    await kit(page, theme)
    expect.soft(await findings(page), 'shut').toEqual([])
    const openings: [name: string, open: () => Promise<void>][] = [
      ['menu', () => page.getByRole('button', { name: 'Moves …' }).click()],
      ['slip', () => page.getByRole('button', { name: 'A slip …' }).click()],
      ['dialog', () => page.getByRole('button', { name: 'A dialog …' }).click()],
      ['question', () => page.getByRole('button', { name: 'Take out …' }).click()],
      ['choice', () => page.getByRole('combobox', { name: 'Shelf' }).click()],
      ['several', () => page.locator('.p-multiselect').click()],
      ['tree choice', () => page.locator('.p-treeselect').click()],
      ['finder', () => page.getByRole('combobox', { name: 'Requester' }).fill('a')],
      ['day', () => page.getByLabel('Wanted by').click()],
    ]
    for (const [name, open] of openings) {
      await open()
      await page.waitForTimeout(250)
      expect.soft(await findings(page), name).toEqual([])
      await page.keyboard.press('Escape')
    }
  })

  test(`the kit looks by ${theme} as it did`, async ({ page }) => {
    await kit(page, theme)
    await expect(page.getByRole('main')).toHaveScreenshot(`kit-${theme}.png`, {
      mask: [page.locator('.p-progressbar-indeterminate')],
      maxDiffPixelRatio: 0.02,
      animations: 'disabled',
    })
  })
}

test('the kit at 200 %: nothing is cut off, and axe finds nothing', async ({ page }) => {
  await page.setViewportSize({ width: 640, height: 400 })
  await kit(page, 'day')
  expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true)
  expect(await findings(page)).toEqual([])
})

test('what is pressed can be done by keyboard alone', async ({ page }) => {
  await kit(page, 'day')
  const done = page.getByText(/^Done:/)
  await page.getByRole('button', { name: 'Moves …' }).focus()
  await page.keyboard.press('Enter')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await expect(done).toHaveText('Done: handed over')

  // Asked at the place, it does nothing without a yes, and the focus comes back.
  const remove = page.getByRole('button', { name: 'Take out …' })
  await remove.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alertdialog')).toContainText('three promises count by it')
  await page.keyboard.press('Escape')
  await expect(done).toHaveText('Done: left')
  await expect(remove).toBeFocused()
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Take it out' }).focus()
  await page.keyboard.press('Enter')
  await expect(done).toHaveText('Done: taken out')

  await page.getByRole('button', { name: 'Say something', exact: true }).click()
  await page.getByRole('button', { name: 'Take it back' }).click()
  await expect(done).toHaveText('Done: taken back')
})

test('cells are gone through, filled in, copied and pasted by keyboard', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  await page.goto('/kit')
  const grid = page.getByRole('grid', { name: 'Rooms' })
  const cell = (name: string) => grid.getByRole('gridcell', { name, exact: true })
  await cell('Room 1').click()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.type('Galley')
  await page.keyboard.press('Tab')
  await page.keyboard.type('3')
  await page.keyboard.press('Enter')
  await expect(cell('Galley')).toBeVisible()
  await expect(cell('7')).toHaveAttribute('aria-invalid', 'true')
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('Shift+ArrowLeft')
  await page.keyboard.press('ControlOrMeta+c')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Home')
  await page.keyboard.press('ControlOrMeta+v')
  await expect(cell('Galley')).toHaveCount(2)
  await expect(cell('7')).toHaveCount(0)
  await page.keyboard.press('ControlOrMeta+End')
  await expect(cell('R-10000')).toBeFocused()
})

test('what somebody else writes does not touch what is being typed', async ({ page }) => {
  await kit(page, 'day')
  const name = page.getByLabel('Name, kept in place')
  await name.fill('Night watch at Hallin')
  // The page is told of another name while the cursor is still in the field.
  await page.getByRole('button', { name: 'Somebody else names it' }).dispatchEvent('click')
  await expect(name).toHaveValue('Night watch at Hallin')
  await expect(page.getByText('Somebody else has made it “Harbour hours” meanwhile.')).toBeVisible()
  await name.fill('N')
  await page.keyboard.press('Tab')
  await expect(page.getByText('Please give it a name.')).toBeVisible()
  await expect(name).toHaveValue('N')
})
