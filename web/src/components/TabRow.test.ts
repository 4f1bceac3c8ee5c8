// @vitest-environment happy-dom
import { flushPromises, mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import TabRow from './TabRow.vue'

const tabs = ['a', 'b', 'c'].map((id) => ({ id, title: id.toUpperCase() }))

it('has one tab in the way of Tab, and goes to the others by arrow keys, Home and End, round the ends', async () => {
  const row = mount(TabRow, { attachTo: document.body, props: { tabs, label: 'Letters', panel: 'panel', modelValue: 'a',
    'onUpdate:modelValue': (id: string) => void row.setProps({ modelValue: id }) } })
  const way = () => row.findAll('button').filter((tab) => tab.attributes('tabindex') === '0').map((tab) => tab.text())
  expect(way()).toEqual(['A'])
  const seen: string[] = []
  for (const key of ['ArrowRight', 'End', 'ArrowRight', 'ArrowLeft', 'Home', 'x']) {
    await row.get('[role=tablist]').trigger('keydown', { key })
    await flushPromises()
    seen.push(`${row.get('[aria-selected=true]').text()}${document.activeElement?.textContent}`)
  }
  expect(seen).toEqual(['BB', 'CC', 'AA', 'CC', 'AA', 'AA'])
  await row.findAll('button')[1]!.trigger('click')
  expect([way(), row.get('[aria-selected=true]').attributes('aria-controls')]).toEqual([['B'], 'panel'])
})
