import { expect, it } from 'vitest'
import { ranked } from './commands'

it('finds commands by the beginnings of their words, whatever the accents and order', () => {
  const commands = ['Go to today', 'Été, simple chart', 'Issue card', 'See it through Linnet'].map((title) => ({ title }))
  const titles = (text: string) => ranked(commands, text).map((one) => one.title)
  expect(titles('ete simple')).toEqual(['Été, simple chart'])
  expect(titles('i')).toEqual(['Issue card', 'See it through Linnet'])
  expect(titles('linnet see')).toEqual(['See it through Linnet'])
  expect([titles('zzz'), titles('').length]).toEqual([[], 4])
})
