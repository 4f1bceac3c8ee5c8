// @vitest-environment happy-dom
import { flushPromises, mount, RouterLinkStub } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import * as client from '../api/client'
import type { ChartNote, Stone } from '../api/types'
import { CARD, DESK } from '../geometry/bands'
import { vuetify } from '../theme/theme'
import DigitBand from './DigitBand.vue'
import HandMap from './HandMap.vue'
import MarkButtons from './MarkButtons.vue'
import NotePanel from './NotePanel.vue'
import PathStones from './PathStones.vue'
import StudioHand from './StudioHand.vue'

const global = { plugins: [vuetify()] }
const note = {
  id: 'n5',
  bar: 2,
  beat: '1',
  written: 'A4',
  string: 'A',
  finger: 0,
  position: null,
  placement: 'open',
  direction: 'down',
  join: 'change',
  bow_words: 'whole bow',
  short: false,
  ring: 'strong',
  check: null,
  reasons: ['Open A.'],
  pinned: [],
  alternatives: [{ string: 'D', finger: 4, position: '1', extra: 2.4, how: 'harder', reason: 'D string, fourth finger: two string crossings fewer' }],
} as unknown as ChartNote

describe('NotePanel', () => {
  it('says what the note is, why, and what else costs', async () => {
    const panel = mount(NotePanel, { props: { note, strings: ['G', 'D', 'A', 'E'] }, global })
    expect(panel.text()).toContain('A4 bar 2, beat 1')
    expect(panel.text()).toContain('D string, fourth finger harder')
    expect(panel.text()).toContain('two string crossings fewer')
    await panel.get('.others button').trigger('click')
    expect(panel.emitted('pin')).toEqual([[{ place: { string: 'D', finger: 4, position: '1' } }]])
  })
  it('says what to do first', () => expect(mount(NotePanel, { props: { note: null, strings: [] }, global }).text()).toContain('Click a note'))
})

describe('NotePanel on a moving hand', () => {
  it('says how to shift and what to prepare', () => {
    const moving = {
      ...note,
      shift: { from: '1', to: '3', lead: 'old', slide: 'old bow', words: 'Shift to third position.' },
      prepare: 'While it sounds, set the hand.',
    } as unknown as ChartNote
    expect(mount(NotePanel, { props: { note: moving, strings: [] }, global }).text()).toMatch(/Shift to third position\..*While it sounds, set the hand\./)
  })
})

describe('DigitBand', () => {
  it('stacks the digits of a double stop under one bow sign', () => {
    const placed = (id: string, finger: number, join: string) => ({ index: 0, x: 10, end: 20, note: { ...note, id, finger, join } as ChartNote })
    const band = mount(DigitBand, { props: { notes: [placed('n1', 0, 'start'), placed('n2', 3, 'start')], width: 100, selected: null, size: DESK }, global })
    expect(band.findAll('text.digit').map((text) => [text.text(), text.attributes('y')])).toEqual([
      ['0', '43'],
      ['3', '30'],
    ])
    expect(band.findAll('path.sign')).toHaveLength(1)
  })
})

describe('a bow sign on a card', () => {
  it('stands over a stack of two digits, and near a single one', () => {
    const placed = (id: string, x: number, extra: object = {}) => ({
      index: 0,
      x,
      end: x + 20,
      note: { ...note, id, bar: 1, beat: String(x), join: 'change', graces: [], trill: null, ...extra } as unknown as ChartNote
    })
    const at = (size: typeof CARD) => {
      const band = mount(DigitBand, {
        props: { notes: [placed('n1', 10, { join: 'start' }), placed('n2', 40), placed('n3', 40)], width: 100, selected: null, size },
        global
      })
      return band.findAll('g > g').map((sign) => sign.attributes('transform'))
    }
    expect(at(CARD)).toEqual(['translate(0 12)', 'translate(0 5)'])
    expect(at(DESK)).toEqual(['translate(0 4)', 'translate(0 4)'])
  })
})

describe('ornaments', () => {
  const fingers = (from: 'main' | 'upper') => {
    const one = { ...note, finger: 2, graces: [{ finger: 0 }, { finger: 1 }], trill: { finger: 3, from } } as unknown as ChartNote
    const band = mount(DigitBand, { props: { notes: [{ index: 0, x: 40, end: 60, note: one }], width: 100, selected: null, size: DESK }, global })
    return band.findAll('text.small').map((text) => text.text())
  }
  it('have small fingers: grace notes before, a trill in the order in which it begins', () => {
    expect([fingers('main'), fingers('upper')]).toEqual([
      ['0 1', '2·3'],
      ['0 1', '3·2'],
    ])
  })
  it('are said in words beside the chart', () => {
    expect(
      mount(NotePanel, { props: { note: { ...note, ornaments: ['Grace note E 1, before the beat.'] } as ChartNote, strings: [] }, global }).text(),
    ).toContain('Grace note E 1, before the beat.')
  })
})

describe('a slur of the engine’s own', () => {
  const own = { ...note, id: 'n2', join: 'slur', added: true, direction: 'up' } as unknown as ChartNote
  it('is drawn dashed from the note before and has no bow sign', () => {
    const placed = (one: ChartNote, x: number) => ({ index: 0, x, end: x + 10, note: one })
    const band = mount(DigitBand, { props: { notes: [placed(note, 10), placed(own, 40)], width: 100, selected: null, size: DESK }, global })
    expect(band.findAll('path.proposal').map((arc) => arc.attributes('d'))).toEqual(['M 18 10 Q 25 -1 40 10'])
    expect(band.findAll('path.sign')).toHaveLength(1)
  })
  it('is called so, and refused with one button', async () => {
    const panel = mount(NotePanel, { props: { note: own, strings: [] }, global })
    expect(panel.text()).toContain('in the same bow by our own proposal, up-bow')
    await panel.get('.marks button').trigger('click')
    expect(panel.emitted('pin')).toEqual([[{ join: 'change' }]])
  })
})

describe('a place that the teacher’s own hand decided', () => {
  it('says what Fawnmoss would take by itself', () => {
    const text = (hand: string | null) => mount(NotePanel, { props: { note: { ...note, hand } as ChartNote, strings: [] }, global }).text()
    expect(text('open A')).toContain('Your own hand decided here. By itself Fawnmoss takes: open A.')
    expect(text(null)).not.toContain('hand')
  })
})

describe('StudioHand', () => {
  const habit = {
    taste: 'fourth',
    words: 'You take the fourth finger: 3 of 4 times',
    times: 3,
    of: 4,
    off: false,
    where: [1, 2, 3, 4].map((id) => ({ chart_id: id, title: `Tune ${id}`, bars: [id, 7] })),
  }
  const hand = { off: false, learning: false, marked: 4, waiting: 1, habits: [habit], forgotten: [{ taste: 'lifts', words: 'You lift' }] }
  it('shows habits with the charts they come from, and sends what the teacher says to them', async () => {
    const asked = vi.spyOn(client, 'ask').mockResolvedValue(hand)
    const section = mount(StudioHand, { global: { ...global, stubs: { RouterLink: RouterLinkStub } } })
    await flushPromises()
    expect(section.findAllComponents(RouterLinkStub).map((link) => [link.props('to'), link.text()])).toEqual(
      [1, 2, 3].map((id) => [`/charts/${id}`, `Tune ${id}`]),
    )
    expect(section.text()).toMatch(/3 of 4 times\.Tune 1, bars 1, 7; .*; and in 1 more/)
    expect(section.text()).toContain('One marked chart is too new to count.')
    const press = (words: string) =>
      section
        .findAll('button')
        .find((button) => button.text() === words)!
        .trigger('click')
    await press('Do not follow it')
    await press('Forget it')
    await section.get('input').trigger('change')
    expect(asked.mock.calls.slice(1)).toEqual([
      ['patch', '/api/hand/{taste}', { params: { path: { taste: 'fourth' } }, body: { off: true } }],
      ['patch', '/api/hand/{taste}', { params: { path: { taste: 'fourth' } }, body: { forget: true } }],
      ['patch', '/api/hand', { body: { off: true } }],
    ])
  })
})

describe('PathStones', () => {
  it('names every stone with its state, not by colour alone', async () => {
    const stone = (id: string, state: string) => ({ id, name: id, area: 'sound', state, why: '' }) as unknown as Stone
    const path = mount(PathStones, { props: { path: [stone('a', 'secure'), stone('b', 'untouched')], next: ['b'], open: null }, global })
    expect(path.findAll('button').map((button) => button.attributes('aria-label'))).toEqual(['a: secure', 'b: untouched, next'])
    await path.findAll('button')[1]!.trigger('click')
    expect(path.emitted('open')).toEqual([['b']])
  })
})

describe('MarkButtons', () => {
  it('records 0 to 3 in one press, each with its meaning', async () => {
    const marks = mount(MarkButtons, { props: { label: 'slurs' }, global })
    expect(marks.findAll('button').map((button) => button.attributes('aria-label'))).toEqual([
      '0: not yet',
      '1: with help',
      '2: alone, slow',
      '3: alone, at tempo, twice',
    ])
    await marks.findAll('button')[0]!.trigger('click')
    expect(marks.emitted('mark')).toEqual([[0]])
  })
})

describe('HandMap', () => {
  it('draws fingers to scale and lights the selected one', () => {
    const map = mount(HandMap, {
      props: {
        strings: ['G', 'D'],
        fingers: {
          G: [
            [1, 2],
            [2, 3],
          ],
          D: [],
        },
        words: { G: '1-2 close', D: '' },
        lit: { string: 'G', semitones: 3, finger: 2 },
      },
      global,
    })
    const at = map.findAll('g[transform]').map((group) => Number(/translate\(([\d.]+)/.exec(group.attributes('transform')!)![1]))
    expect(at[1]! - at[0]!).toBeLessThan(at[0]! - 26)
    expect(map.findAll('.lit')).toHaveLength(1)
  })
})
