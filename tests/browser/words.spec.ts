import { expect, test, type Page } from '@playwright/test'
import { findings, signIn, signInByApi, TECHNICIAN } from './people'

const INES = 'ines-varga@merrow.sound.example'
let reference = 0

test.beforeAll(async ({ request, baseURL }) => {
  await signInByApi(request, baseURL!, INES, 'merrow')
  const answer = await request.post('/api/tickets', {
    headers: { origin: baseURL! },
    data: {
      item: 'gate-scanner',
      portal: 'merrow',
      answers: { gates: 1 },
    },
  })
  expect(answer.status(), await answer.text()).toBe(201)
  reference = ((await answer.json()) as { reference: number }).reference
})

/** Pastes a picture, as a screen that was just copied. */
const pastePicture = (page: Page, name: string) =>
  page
    .getByRole('textbox')
    .and(page.locator('.tiptap'))
    .evaluate(async (box, called) => {
      const canvas = Object.assign(document.createElement('canvas'), { width: 60, height: 30 })
      canvas.getContext('2d')!.fillRect(0, 0, 60, 30)
      const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/png'))
      const clipboardData = new DataTransfer()
      clipboardData.items.add(new File([blob!], called, { type: 'image/png' }))
      box.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }))
    }, name)

test('a reply has emphasis, words at hand and a picture, which its requester sees', async ({
  page,
  browser,
}) => {
  await signIn(page, TECHNICIAN)
  await page.goto(`/desk/${reference}`)
  const leaf = page.getByRole('article', { name: `Ticket ${reference}` })
  await leaf.getByRole('heading', { level: 1 }).click()
  await page.keyboard.press('r')
  await expect(leaf.locator('.tiptap')).toBeFocused()
  await page.keyboard.type('Hold it ')
  await page.keyboard.press('ControlOrMeta+b')
  await page.keyboard.type('flat')
  await page.keyboard.press('ControlOrMeta+b')
  await page.keyboard.press('Enter')
  await pastePicture(page, 'flat.png')
  await expect(leaf.locator('.tiptap img[src]')).toBeVisible()
  await expect(leaf.getByText('flat.png')).toBeVisible()
  await page.keyboard.type('/')
  await expect(leaf.getByRole('listbox', { name: 'Words at hand' })).toBeVisible()
  expect(await findings(page)).toEqual([])
  await page.keyboard.press('Escape')
  await expect(leaf.getByRole('listbox')).toHaveCount(0)
  await page.keyboard.press('Backspace')
  await page.keyboard.type('That is all.')

  // What was being written is there when the page is loaded anew, with its picture.
  await page.reload()
  await leaf.getByRole('heading', { level: 1 }).click()
  await page.keyboard.press('r')
  await expect(leaf.locator('.tiptap strong')).toHaveText('flat')
  await expect(leaf.locator('.tiptap img[src]')).toBeVisible()
  await page.keyboard.press('Control+Enter')
  await expect(leaf.locator('.say strong')).toHaveText('flat')
  await leaf.locator('.say img').scrollIntoViewIfNeeded()
  await expect
    .poll(() => leaf.locator('.say img').evaluate((one: HTMLImageElement) => one.naturalWidth))
    .toBe(60)

  const requester = await (await browser.newContext()).newPage()
  await signIn(requester, INES, '/portal/merrow/sign-in')
  await requester.goto(`/portal/merrow/requests/${reference}`)
  await expect(requester.locator('strong', { hasText: 'flat' })).toBeVisible()
  await expect(requester.getByText('That is all.')).toBeVisible()
  // The page's script draws the words once more when it comes, so that the picture may be another by then.
  await expect(() => requester.locator('.rich img').scrollIntoViewIfNeeded({ timeout: 2000 })).toPass()
  await expect
    .poll(() => requester.locator('.rich img').evaluate((one: HTMLImageElement) => one.naturalWidth))
    .toBe(60)
})

test('a note names somebody by the keyboard alone', async ({ page }) => {
  await signIn(page, TECHNICIAN)
  await page.goto(`/desk/${reference}`)
  const leaf = page.getByRole('article', { name: `Ticket ${reference}` })
  await leaf.getByRole('heading', { level: 1 }).click()
  await page.keyboard.press('n')
  await expect(leaf.locator('.tiptap')).toBeFocused()
  await page.keyboard.type('What do you say, @olin')
  await expect(leaf.getByRole('option', { name: 'Olin Brandt' })).toBeVisible()
  await page.keyboard.press('Enter')
  await page.keyboard.type('?')
  // To the tools and back: one stop.
  await page.keyboard.press('Shift+Tab')
  await expect(leaf.getByRole('button', { name: 'Strong' })).toBeFocused()
  await page.keyboard.press('Tab')
  await expect(leaf.locator('.tiptap')).toBeFocused()
  await page.keyboard.press('Control+Enter')
  await expect(leaf.locator('.say.note')).toContainText('What do you say, @Olin Brandt ?')
})
