import { expect, type APIRequestContext } from '@playwright/test'

/** Where the desk of these tests is. */
export const origin = () => `http://127.0.0.1:${process.env.YARE_TEST_PORT}`
export const HOUR = 3_600_000

/** A ticket with a job of an hour that anybody can do anywhere. */
export async function wanted(api: APIRequestContext, summary: string, more: object = {}) {
  const headers = { origin: origin() }
  const data = {
    ...{ item: 'gate-scanner', portal: 'merrow', requester: 'ines-varga', summary },
    answers: { gates: 3, boardingStopped: false },
  }
  const { reference } = (await (await api.post('/api/tickets', { headers, data })).json()) as {
    reference: number
  }
  const asked = await api.post(`/api/tickets/${reference}/jobs`, {
    ...{ headers, data: { takes: HOUR, site: null, skill: null, ...more } },
  })
  expect(asked.status()).toBe(200)
  return { reference, id: ((await asked.json()) as { id: number }).id }
}
