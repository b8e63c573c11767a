import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import RichText from './RichText.vue'

describe('words with a picture', () => {
  it('leave its name where it is broken or gone, and nothing else is lost', () => {
    const text = 'Look:\n\n![the wheelhouse](attachment:17ab)\n\nThen turn it.'
    const wrapper = mount(RichText, { props: { text, file: (id: string) => `/files/${id}` } })
    const picture = wrapper.find('img')
    expect(picture.attributes('src')).toBe('/files/17ab')
    picture.element.dispatchEvent(new Event('error'))
    expect(wrapper.find('img').exists()).toBe(false)
    expect(wrapper.find('.no-picture').text()).toBe('the wheelhouse')
    expect(wrapper.text()).toContain('Then turn it.')
  })
})
