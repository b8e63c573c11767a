import { expect, test } from '@playwright/test'
import { choose } from './kit'
import { findings, signIn, TECHNICIAN } from './people'

test('an article solves what would have been a request, and a notice says what is known to be broken', async ({
  page,
  browser,
}) => {
  await signIn(page, TECHNICIAN)
  await page.getByRole('link', { name: 'Knowledge' }).click()
  await page.getByRole('button', { name: 'Tell visitors of a fault …' }).click()
  await page.getByRole('button', { name: 'Tell them' }).click()
  await expect(page.getByText('say in a few words what is broken')).toBeVisible()
  await page.getByLabel('What is broken').fill('The line to the rock is down')
  await page.getByRole('button', { name: 'Tell them' }).click()
  await expect(page.getByText('The line to the rock is down')).toBeVisible()
  await page.getByRole('button', { name: 'Write an article …' }).click()
  await page.getByLabel('Title').fill('The foyer bell rings by itself')
  const text = page.getByRole('textbox', { name: 'Text', exact: true })
  await text.pressSequentially('Turn the **small key** by a quarter.')
  await expect(text.getByText('small key')).toHaveCSS('font-weight', '700')
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByRole('heading', { name: 'The foyer bell rings by itself' })).toBeVisible()
  expect(await findings(page)).toEqual([])

  const visitor = await (await browser.newContext()).newPage()
  await signIn(visitor, 'perpetua-glim@lantern.sound.example', '/portal/lantern/sign-in')
  await expect(visitor.getByText('Known to be broken: The line to the rock is down')).toBeVisible()
  await visitor.getByLabel('What do you need?').fill('foyer bell')
  await visitor.getByRole('list', { name: 'What fits' }).getByRole('link', { name: 'The foyer bell' }).click()
  await expect(visitor.getByText('small key')).toBeVisible()

  await visitor.goto('/portal/lantern/ask/something-else')
  await visitor.getByLabel('In one line, what is it about?').fill('The bell in the foyer rings')
  await visitor.getByRole('button', { name: 'Send the request' }).click()
  await expect(visitor.getByRole('heading', { name: 'Before you send it' })).toBeVisible()
  expect(await findings(visitor)).toEqual([])
  await visitor.getByRole('button', { name: 'Back to the form' }).click()
  await expect(visitor.getByLabel('In one line, what is it about?')).toHaveValue(
    'The bell in the foyer rings',
  )
  // Who has looked once is not stopped again.
  await visitor.getByRole('button', { name: 'Send the request' }).click()
  await expect(visitor.getByRole('heading', { name: 'We have it' })).toBeVisible()

  await visitor.goto('/portal/lantern/ask/something-else')
  await visitor.getByLabel('In one line, what is it about?').fill('The foyer bell again')
  await visitor.getByRole('button', { name: 'Send the request' }).click()
  await visitor.getByRole('button', { name: 'This solved it' }).first().click()
  await expect(visitor.getByText('Nothing was sent to the desk.')).toBeVisible()
  await page.reload()
  await expect(
    page.getByRole('link', { name: /The foyer bell rings by itself.*saved 1 request/ }),
  ).toBeVisible()

  await page.getByRole('button', { name: 'End: The line to the rock is down' }).click()
  await expect(page.getByText('Nothing: the portals show no notice.')).toBeVisible()
})

test('an article from a ticket is a draft until it is out; what it said before can be read and brought back', async ({
  page,
  browser,
}) => {
  await signIn(page, TECHNICIAN)
  const { rows } = await (await page.request.get('/api/tickets?limit=1')).json()
  await page.goto(`/desk/${rows[0].reference}?page=full`)
  await page.getByRole('link', { name: 'Write one from this ticket …' }).click()
  await expect(page.getByText(`From ticket ${rows[0].reference}.`)).toBeVisible()
  const title = 'The binnacle glows green'
  await page.getByLabel('Title').fill(title)
  const text = page.getByRole('textbox', { name: 'Text', exact: true })
  await expect(text).toContainText('What was asked')
  expect(await findings(page)).toEqual([])
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByText('A draft: read only by those')).toBeVisible()

  const visitor = await (await browser.newContext()).newPage()
  await signIn(visitor, 'perpetua-glim@lantern.sound.example', '/portal/lantern/sign-in')
  const fits = visitor.getByRole('list', { name: 'What fits' })
  await visitor.getByLabel('What do you need?').fill('binnacle glows')
  await expect(fits).toContainText('Nothing')

  await page.getByRole('button', { name: 'Change …' }).click()
  await choose(page, 'Read by', 'requesters and the desk')
  await text.press('ControlOrMeta+a')
  await text.pressSequentially('Wipe the glass.')
  await page.getByLabel('A draft').uncheck()
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByText('version 2')).toBeVisible()

  await visitor.getByLabel('What do you need?').fill('binnacle')
  await fits.getByRole('link', { name: title }).click()
  await visitor.getByRole('button', { name: 'It did not help' }).click()
  await visitor.getByLabel('What is missing or wrong?').fill('Which cloth?')
  await visitor.getByRole('button', { name: 'Tell the desk' }).click()
  await expect(visitor.getByText('Whoever writes articles reads it.')).toBeVisible()

  await page.reload()
  await expect(page.getByText('Which cloth?')).toBeVisible()
  await page.getByRole('button', { name: 'What it said before …' }).click()
  const before = page.getByRole('dialog', { name: 'What it said before' })
  await expect(before.locator('ins').filter({ hasText: 'Wipe' }).first()).toBeVisible()
  expect(await findings(page)).toEqual([])
  await before.getByRole('button', { name: 'Bring version 1 back' }).click()
  await expect(page.getByText('version 3')).toBeVisible()
  await expect(page.getByText('What was asked')).toBeVisible()
  await page.getByRole('button', { name: 'Still true …' }).click()
  await page.getByRole('button', { name: 'It is still true' }).click()
  await expect(page.getByText('to be looked at again on')).toBeVisible()
})
