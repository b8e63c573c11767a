import { afterEach, describe, expect, it, vi } from 'vitest'
import { demoDesign } from '../../../../demo/design'
import { demoDirectory, DEMO_BEGINS } from '../../../../demo/directory'
import { draw, settled } from '../../../testing/on'
import { meAs } from '../../../testing/me'
import { serve } from '../../../testing/server'
import { useDeskTime } from '~/stores/deskTime'
import { useSession } from '~/stores/session'
import FormFields from '../../portal/FormFields.vue'
import PlanTrial from './PlanTrial.vue'

afterEach(() => vi.unstubAllGlobals())

async function drawn(change: (design: ReturnType<typeof demoDesign>) => void = () => undefined) {
  serve({})
  const design = demoDesign()
  change(design)
  const { people, teams, sites, organisations } = demoDirectory()
  const directory = { people, teams, sites, organisations }
  const { wrapper } = draw(PlanTrial, {
    props: { plan: design.plans[0], design, directory, names: {} } as never,
  })
  useSession().me = meAs('lead')
  useDeskTime().now = DEMO_BEGINS
  await settled()
  return wrapper
}
const lines = () =>
  [...document.querySelectorAll('li')].map((one) => one.textContent.replace(/\s+/g, ' ').trim())

describe('a request made now, tried with a plan', () => {
  it('has its dates, for every answer that the plan goes by', async () => {
    await drawn()
    expect(lines()[0]).toMatch(/^\d\d:\d\d 1 Prepare opens$/)
    expect(lines().some((one) => one.includes('3.6 A till key'))).toBe(true)
    expect(lines().some((one) => /ready$/.test(one))).toBe(true)
  })

  it('changes with an answer', async () => {
    const wrapper = await drawn()
    await wrapper.find('button[aria-expanded]').trigger('click')
    await settled()
    wrapper.findComponent(FormFields).vm.$emit('answer', 'joinerNeeds', ['mail'])
    await settled()
    expect(lines().some((one) => one.includes('A till key'))).toBe(false)
  })

  it('says what nobody can date, and that a plan may be for nothing', async () => {
    await drawn((design) => {
      design.plans[0]!.stages[0]!.tasks.push({
        ...{ id: 'ship', text: 'The ship is in', do: 'wait', required: true },
        holds: { fact: 'priority', op: 'is', value: 'p1' },
      })
    })
    expect(document.body.textContent).toContain('it waits for “The ship is in”')
  })
})
