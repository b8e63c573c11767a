import { expect, test, type Page } from '@playwright/test'
import { findings, REQUESTER, signIn, signInByApi, TECHNICIAN } from './people'

// What requesters do at their portal besides asking: for a colleague, with colleagues, and once it is done.
const COLLEAGUE = 'ketil-rasp@merrow.sound.example'
const DOOR = '/portal/merrow/sign-in'
const origin = () => new URL(test.info().project.use.baseURL!).origin

/** Somebody of the desk solves a request. */
async function solve(page: Page, reference: string): Promise<void> {
  const desk = await page.context().browser()!.newContext({ baseURL: origin() })
  await signInByApi(desk.request, origin(), TECHNICIAN)
  const fields = { solvedBy: 'tora-aas', remarks: 'Cleaned and tried.' }
  const answer = await desk.request.post(`/api/tickets/${reference}/move`, {
    data: { from: 'logged', to: 'solved', fields },
    headers: { origin: origin() },
  })
  expect(answer.status()).toBe(200)
  await desk.close()
}

test('somebody asks for a colleague and watches it; it is done, and how is said in a press', async ({
  page,
  browser,
}) => {
  await signIn(page, REQUESTER, DOOR)
  // By subject, and kept at hand, so that it stands first the next time.
  await page.getByRole('navigation', { name: 'By subject' }).getByRole('link', { name: 'Gates' }).click()
  await expect(page.getByRole('link', { name: 'Wi-Fi on a crossing' }).last()).not.toBeInViewport()
  await page.locator('.groups').getByRole('link', { name: 'Barrier does not open or shut' }).click()
  await page.getByRole('button', { name: 'Keep it at hand' }).click()
  await expect(page.getByRole('button', { name: 'At hand; take it away' })).toBeVisible()

  await page.getByLabel('For a colleague').check()
  await page.getByRole('button', { name: 'Send the request' }).click()
  await expect(page.getByText('please choose a person')).toBeVisible()
  await page.getByRole('combobox', { name: 'Colleague' }).fill('Ketil')
  await page.getByRole('option', { name: 'Ketil Rasp' }).click()
  await page.getByLabel('What happens, and since when?').fill('The barrier by the ramp stays up')
  await expect(page.getByText('What you write is kept on this device')).toBeVisible()
  await page.getByRole('button', { name: 'Send the request' }).click()
  await expect(page.getByText('It is asked for Ketil Rasp, and you watch it')).toBeVisible()
  const reference = (await page.locator('.reference b').textContent())!
  await page.getByRole('link', { name: 'Ask for something else' }).click()
  await expect(page.getByRole('navigation', { name: 'At hand' }).getByRole('link').first()).toHaveText(
    'Barrier does not open or shut',
  )

  // It is Ketil's: he says how it was done, also without a script, and it is opened again with it.
  await solve(page, reference)
  const still = await browser.newContext({ baseURL: origin(), javaScriptEnabled: false })
  await signInByApi(still.request, origin(), COLLEAGUE, 'merrow')
  const plain = await still.newPage()
  await plain.goto(`/portal/merrow/requests/${reference}`)
  await plain.getByRole('button', { name: 'Yes, it is solved' }).click()
  await expect(plain.getByText('Good to know that it is solved.')).toBeVisible()
  await plain.getByRole('button', { name: 'Well' }).click()
  await plain.getByLabel('A word to it, if you like').fill('Quick')
  await plain.getByRole('button', { name: 'Add it' }).click()
  await expect(plain.getByText('You have said: Well.')).toBeVisible()
  await expect(plain.getByLabel('A word to it, if you like')).toHaveValue('Quick')
  await still.close()

  await page.goto(`/portal/merrow/requests/${reference}`)
  await expect(page.getByText('You watch it: you hear what Ketil Rasp hears.')).toBeVisible()
  await expect(page.getByText('Is it solved?')).toBeHidden()
  expect(await findings(page)).toEqual([])
})

test('a request of a colleague is found, read and watched; what is not solved opens it again', async ({
  page,
}) => {
  await signInByApi(page.request, origin(), COLLEAGUE, 'merrow')
  const made = await page.request.post('/api/tickets', {
    data: { item: 'barrier', portal: 'merrow', answers: { details: 'The arm by the kiosk is bent' } },
    headers: { origin: origin() },
  })
  expect(made.status()).toBe(201)
  const { reference } = (await made.json()) as { reference: number }
  await page.context().clearCookies()
  await signIn(page, REQUESTER, DOOR)
  await page.goto('/portal/merrow/requests')
  await page.getByRole('link', { name: 'Those of colleagues' }).click()
  await page.getByRole('searchbox', { name: 'Find by words or number' }).fill('kiosk')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/words=kiosk/)
  await page
    .getByRole('row', { name: new RegExp(`^${reference} `) })
    .getByRole('link')
    .click()
  await expect(page.getByText('Asked by Ketil Rasp')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Send' })).toBeHidden()
  await page.getByRole('button', { name: 'Watch it' }).click()
  await expect(page.getByRole('button', { name: 'Watch it no longer' })).toBeVisible()
  await page.getByLabel('Your answer').fill('I have seen it too')
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByText('The desk has your answer.')).toBeVisible()

  await solve(page, String(reference))
  await page.context().clearCookies()
  await signIn(page, COLLEAGUE, DOOR)
  await page.goto(`/portal/merrow/requests/${reference}`)
  await page.getByRole('button', { name: 'No, it is not' }).click()
  await expect(page.getByLabel('What is not solved? Write, and it is opened again')).toBeFocused()
  await page.keyboard.type('It is bent again')
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'It was opened again' })).toBeVisible()
})
