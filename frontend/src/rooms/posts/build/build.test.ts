import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'

import type { BuildView, RailData, Sheet, StopOut } from '@/shared/api/client'
import { useSheet } from '@/rooms/files/useSheet'

import { build, rail, stop } from './build.fixture'
import BarPanel from './BarPanel.vue'
import BarViews from './BarViews.vue'
import FeetPanel from './FeetPanel.vue'
import WheelsPanel from './WheelsPanel.vue'
import { commandOf, useRails } from './rails'
import SeatPanel from './SeatPanel.vue'
import StopRail from './StopRail.vue'

beforeEach(() => setActivePinia(createPinia()))

const sheet = (view: BuildView): Sheet =>
  ({
    id: 1,
    build: view,
    picture: null,
    trail: [],
    ledger: [
      { mark: 'hand', label: 'Hand', cells: {}, miss: null, tol_x_mm: 5, tol_y_mm: 5 },
      {
        mark: 'saddle',
        label: 'Saddle',
        cells: { goal: { x_mm: -200, y_mm: 700 }, plan: { x_mm: -198, y_mm: 704 } },
        miss: { verdict: 'out' },
        tol_x_mm: 3,
        tol_y_mm: 2,
      },
    ],
  }) as unknown as Sheet
const watched = () => {
  const sent: unknown[] = []
  vi.spyOn(useSheet(), 'change').mockImplementation(async (...commands) => void sent.push(...commands))
  return sent
}

describe('what a stop asks for', () => {
  const valueOf = (name: string) => ({ angle: -6, length: 100, pads_above: 60, pads_ahead: -20 })[name]!
  it.each([
    ['spacers', { do: 'build.spacers', height_mm: 4 }],
    ['length', { do: 'build.stem', length_mm: 4, angle_deg: -6 }],
    ['angle', { do: 'build.stem', length_mm: 100, angle_deg: 4 }],
    ['turn', { do: 'build.turn_bar', ramp_deg: 4 }],
    ['levers', { do: 'build.slide_levers', by_mm: 4 }],
    ['roll', { do: 'build.roll_bar', roll_deg: 4 }],
    ['cut', { do: 'build.cut_bar', width_mm: 4 }],
    ['pads_ahead', { do: 'build.set_pads', ahead_mm: 4, above_mm: 60 }],
    ['pads_above', { do: 'build.set_pads', ahead_mm: -20, above_mm: 4 }],
    ['width', { do: 'build.put_bar', part: 9 }],
    ['post', { do: 'build.post', part: 9 }],
    ['showing', { do: 'build.post_showing', showing_mm: 4 }],
    ['rails', { do: 'build.rails', slide_mm: 4 }],
    ['crank', { do: 'build.put_foot', part: 9 }],
  ] as const)('%s', (name, command) => {
    expect(commandOf(rail(name, []), stop(4, { part: 9 }), valueOf)).toEqual(command)
  })

  it("shows in the mark's own loupe before it is so, and nothing where it is so already", () => {
    const view = build()
    const { looked, look } = useRails(() => sheet(view))
    const store = useSheet()
    look('rails', stop(2))
    expect(store.preview).toEqual({ mark: 'saddle', x_mm: 502, y_mm: 600 })
    look('turn', stop(3))
    expect(store.preview?.mark).toBe('hand')
    look('crank', stop(165))
    expect(store.preview?.mark).toBe('foot')
    look('turn', stop(0, { chosen: true }))
    expect([store.preview, looked.value]).toEqual([null, null])
  })
})

describe('keys on a rail', () => {
  it('count on from the last of them while answers are under way', async () => {
    const it_ = mount(StopRail, {
      props: {
        rail: rail(
          'turn',
          [-1, 0, 1, 2].map((v) => stop(v, { chosen: v === 0 })),
        ),
        tolerance: 5,
        previewed: null,
      },
    })
    const track = it_.find('[role="slider"]')
    await track.trigger('keydown', { key: 'ArrowRight' })
    await track.trigger('keydown', { key: 'ArrowRight' })
    await track.trigger('keydown', { key: 'ArrowLeft' })
    expect(it_.emitted('take')!.map((e) => (e[0] as StopOut).value)).toEqual([1, 2, 1])
    // Left, the rail counts from where it stands again.
    await track.trigger('blur')
    await track.trigger('keydown', { key: 'ArrowLeft' })
    expect((it_.emitted('take')!.at(-1)![0] as StopOut).value).toBe(-1)
  })
  it('say a part by its name, a figure by its sign', () => {
    const make = (r: RailData) => mount(StopRail, { props: { rail: r, tolerance: 5, previewed: null } })
    expect(
      make(rail('width', [stop(400, { named: 'Petrel 40, reach 75' }), stop(420)]))
        .find('title')
        .text(),
    ).toContain('Petrel 40, reach 75: hand +3 0, in')
    expect(
      make(rail('turn', [stop(3), stop(0, { chosen: true })]))
        .find('title')
        .text(),
    ).toMatch(/^\+3: /)
    expect(
      make(rail('showing', [stop(213), stop(215, { chosen: true })]))
        .find('title')
        .text(),
    ).toMatch(/^213: /)
  })
})

describe('the bar', () => {
  it('is told in words, and turned by one press', async () => {
    const sent = watched()
    const view = build()
    const it_ = mount(BarPanel, { props: { build: view, sheet: sheet(view) } })
    expect(it_.find('dl').text()).toContain('Bar, new')
    expect(it_.find('dl').text()).toContain('362 to 422 wide: by the shoulders, 362 mm')
    await it_.find('[data-stop="turn 1"]').trigger('click')
    expect(sent).toEqual([{ do: 'build.turn_bar', ramp_deg: 1 }])
  })
  it('shows the trunk at each place, the drops as about', () => {
    const it_ = mount(BarViews, { props: { build: build(), picture: null, preview: null } })
    const texts = it_.findAll('.trunk').map((x) => x.text())
    expect(texts).toEqual(['trunk 51°', 'trunk 47°', 'trunk about 39°'])
    expect(it_.findAll('.widths text').map((x) => x.text())).toEqual(['362', '400', 'shoulders', 'hands'])
  })
  it('says that shoulders are guessed, and leaves the front out where they are not known', () => {
    const guessed = build()
    guessed.bar.front!.guessed = true
    const it_ = mount(BarViews, { props: { build: guessed, picture: null, preview: stop(3) } })
    expect(it_.text()).toContain('bones, guessed')
    const none = build()
    none.bar.front = null
    expect(
      mount(BarViews, { props: { build: none, picture: null, preview: null } })
        .find('.widths')
        .exists(),
    ).toBe(false)
  })
})

describe('the seat', () => {
  it('puts another saddle on, and leaves the chosen one alone', async () => {
    const sent = watched()
    const view = build()
    const it_ = mount(SeatPanel, { props: { build: view, sheet: sheet(view) } })
    const [own, other] = it_.findAll('.saddles tbody button')
    await own!.trigger('click')
    expect(sent).toEqual([])
    await other!.trigger('click')
    expect(sent).toEqual([{ do: 'build.saddle', part: 7 }])
    const rows = it_.findAll('.saddles tbody tr')
    expect(rows.map((r) => r.classes('off'))).toEqual([false, true])
    expect(rows[0]!.text()).toContain('·')
    const set = it_.findAll('button').find((x) => x.text() === 'Set the seat to the goal')!
    await set.trigger('click')
    expect(sent.at(-1)).toEqual({ do: 'build.seat' })
  })
})

describe('crank and feet', () => {
  it('carry what follows into the goal', async () => {
    const sent = watched()
    const view = build()
    const it_ = mount(FeetPanel, { props: { build: view, sheet: sheet(view) } })
    const press = (text: string) =>
      it_
        .findAll('button')
        .find((x) => x.text() === text)!
        .trigger('click')
    await press('Take the soles into the goal')
    await press('Take 165 into the goal')
    expect(sent).toEqual([
      {
        do: 'goal.add',
        step: { kind: 'foot', stack_by_mm: 3, cleat_aft_by_mm: 0, hands: 'with_saddle' },
        words: '',
      },
      { do: 'goal.add', step: { kind: 'crank', to_mm: 165, keep: 'extension', hands: 'with_saddle' }, words: '' },
    ])
  })
  it('say what speaks against a part, and nothing of following where all agrees', () => {
    const view = build()
    const it_ = mount(FeetPanel, { props: { build: view, sheet: sheet(view) } })
    expect(it_.text()).toContain('a usual crank is drawn')
    expect(it_.text()).toContain('Choose cleat and shoe.')
    expect(it_.find('.sums tbody').text()).toContain('the goal has 25')
    view.feet.follows = null
    view.feet.other_crank_mm = null
    const quiet = mount(FeetPanel, { props: { build: view, sheet: sheet(view) } })
    expect(quiet.find('.follow').exists()).toBe(false)
  })
})

describe('wheels and tyres', () => {
  it('are taken from the shelf and left as the bike comes, each with what speaks against it', async () => {
    const sent = watched()
    const view = build()
    const it_ = mount(WheelsPanel, { props: { build: view } })
    expect(it_.text()).not.toContain('a usual rim is drawn')
    expect(it_.get('.advice').text()).toBe(view.wheels!.headline)
    const [wheels, tyres] = it_.findAllComponents({ name: 'Pick' })
    expect(tyres!.props('options')).toEqual([
      { value: 41, label: 'Furl 25: narrower than 28' },
      { value: 42, label: 'Furl 28' },
    ])
    tyres!.vm.$emit('pick', 42)
    wheels!.vm.$emit('pick', '')
    expect(sent).toEqual([
      { do: 'build.put_rolling', part: 42 },
      { do: 'build.rolling_as_before', what: 'wheels' },
    ])
    expect(it_.findAll('.warn').map((x) => x.text())).toEqual(view.wheels!.troubles)
  })
})
