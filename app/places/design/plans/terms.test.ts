import { afterEach, describe, expect, it, vi } from 'vitest'
import { demoDesign } from '../../../../demo/design'
import { demoDirectory } from '../../../../demo/directory'
import { draw, settled } from '../../../testing/on'
import { meAs } from '../../../testing/me'
import { serve } from '../../../testing/server'
import { useSession } from '~/stores/session'
import ActionField from '../ladders/ActionField.vue'
import ApprovalTerms from './ApprovalTerms.vue'
import StageTerms from './StageTerms.vue'

afterEach(() => vi.unstubAllGlobals())

const directory = demoDirectory()
async function drawn(component: Parameters<typeof draw>[0], props: object) {
  serve({})
  const design = demoDesign()
  const { wrapper } = draw(component, {
    props: { design, directory, readonly: false, ...props } as never,
  })
  useSession().me = meAs('lead')
  await settled()
  return wrapper
}
const [plan] = demoDesign().plans
const shown = () => document.body.textContent

describe('the time that a stage may take', () => {
  it('can stand still by status or a condition, once there is any', async () => {
    const [stage] = plan!.stages
    const wrapper = await drawn(StageTerms, { plan, stage, names: {} })
    expect(shown()).toContain('That time stands still while the ticket is')
    await wrapper
      .findAll('label')
      .find((one) => one.text() === 'waiting')!
      .trigger('click')
    await settled()
    expect(wrapper.emitted('change')).toEqual([[{ pauseIn: ['waiting'] }]])
    const link = wrapper.findAll('button').find((one) => one.text().startsWith('its time stands still while'))
    await link!.trigger('click')
    expect(wrapper.emitted('change')!.at(-1)![0]).toHaveProperty('pauseWhen')
  })

  it('is not asked about where a stage may take as long as it takes', async () => {
    const stage = { ...plan!.stages[0]!, takes: undefined }
    await drawn(StageTerms, { plan, stage, names: {} })
    expect(shown()).not.toContain('stands still')
  })
})

describe('who is asked for a word', () => {
  it('is their manager in the place of whoever is away, unless the lead says who', async () => {
    const task = plan!.stages.flatMap(({ tasks }) => tasks).find((one) => one.do === 'approval')
    await drawn(ApprovalTerms, { plan, task })
    expect(shown()).toContain('Of those who are away or have left, asks instead')
    expect(shown()).toContain('their manager')
  })

  it('may be the manager of whoever is asked, where a rung hands approvals on', async () => {
    const action = { do: 'handOn', to: { to: 'askedManager' } }
    await drawn(ActionField, { action, ladder: 'second', label: 'Rung 1' })
    expect(shown()).toContain('the manager of whose word an approval waits for')
  })
})
