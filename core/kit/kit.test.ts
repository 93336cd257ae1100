import { describe, expect, it } from 'vitest'
import { guideNumberFromWattSeconds, wattSecondsFromGuideNumber } from '../physics/sources/output'
import { demoSet } from '../edits/demo'
import { expectWithin } from '#support/tolerance'
import { genericKit } from './genericKit'
import { parseKit, parseKitFile, writeKitFile } from './kitFile'
import { pickFrom } from './pick'
import { panelOfKind } from '../edits/panels'
import type { StudioSet } from '../model/schema'
import type { KitKind } from './kitSchema'
import { refreshCopies } from './refreshCopies'
import { fileTold } from '#wording/refusals/told'

describe('the kit', () => {
  it('goes through its file unchanged, with ids of its own throughout', () => {
    const outcome = parseKitFile(writeKitFile(genericKit()))
    expect(outcome.ok && outcome.value).toEqual(genericKit())
    for (const items of Object.values(genericKit())) expect(new Set(items.map(({ id }) => id)).size).toBe(items.length)
  })

  it.each([
    ['{', /not JSON.*Your kit is as it was/],
    [
      JSON.stringify({ format: 'keen-tonal-kit', version: 1, kit: { ...genericKit(), lamps: [{ id: 'x' }] } }),
      /kit\.lamps\.0\..*Your kit is as it was/,
    ],
    [JSON.stringify({ format: 'other' }), /cannot be read/],
  ])('refuses %.12s… with the reason and the place', (text, reason) => {
    const outcome = fileTold(parseKitFile(text))
    expect(!outcome.ok && outcome.message).toMatch(reason)
  })

  it('refuses what is no kit out of storage', () => expect(parseKit({ lamps: 3 }).ok).toBe(false))

  it('takes the strongest lamps first and counts what is missing', () => {
    const picker = pickFrom({
      ...genericKit(),
      lamps: genericKit().lamps.filter(({ id }) => id === 'flash-head-200' || id === 'flash-head-1000'),
    })
    expect([1, 2, 3, 4].map(() => picker.lamp().name)).toEqual([
      'Flash head 1000',
      'Flash head 200',
      'Flash head 200',
      'Flash head 1000',
    ])
    expect(picker.missing()).toEqual(['4 lamps; the kit has 3'])
  })

  it('brings copies up to date, and only those that differ', () => {
    const [lamp] = genericKit().lamps
    const set = {
      ...demoSet(),
      lights: demoSet().lights.map((light, index) =>
        index === 0 ? { ...light, lamp: { ...lamp!.what, kitId: lamp!.id } } : light,
      ),
    }
    expect(refreshCopies(set, 'lamps', lamp!)).toBeUndefined()
    const stronger = {
      ...lamp!,
      what: {
        ...lamp!.what,
        output: { from: 'guide-number' as const, guideNumberM: 99, convention: 'metered' as const },
      },
    }
    const refreshed = refreshCopies(set, 'lamps', stronger)
    expect(refreshed?.count).toBe(1)
    expect(
      refreshed?.set.lights.map(({ lamp: { output } }) => output.from === 'guide-number' && output.guideNumberM),
    ).toEqual([99, 50, 50])
  })

  it('brings copies of every kind of thing up to date, of this item alone, and nothing else with them', () => {
    const kit = genericKit()
    const [modifier, gel, panel] = [kit.modifiers[0]!, kit.gels[0]!, kit.panels[0]!]
    const [backdrop, camera, meter] = [kit.backdrops[0]!, kit.cameras[0]!, kit.meters[0]!]
    const demo = demoSet()
    const board = { ...panelOfKind('flag', 'board'), ...panel.what, kitId: panel.id }
    const set: StudioSet = {
      ...demo,
      lights: demo.lights.map((light, index) =>
        index === 0 ? { ...light, modifier: modifier.what, gel: gel.what } : light,
      ),
      panels: [board, { ...board, id: 'other', kitId: null }],
      backdrop: { ...demo.backdrop, ...backdrop.what, kitId: backdrop.id },
      camera: { ...demo.camera, ...camera.what.what, kitId: camera.id },
      meter: { ...meter.what, kitId: meter.id },
    }
    const refresh = (kind: KitKind, item: object) => refreshCopies(set, kind, item as never)
    for (const [kind, item] of Object.entries({ modifiers: modifier, gels: gel, panels: panel, backdrops: backdrop }))
      expect(refresh(kind as KitKind, item), kind).toBeUndefined()
    expect(refresh('cameras', camera)).toBeUndefined()
    expect(refresh('meters', meter)).toBeUndefined()

    const renewed = (kind: KitKind, item: object) => {
      const found = refresh(kind, item)!
      expect(found.count, kind).toBe(1)
      return found.set
    }
    const like = <T extends { what: object }>(item: T, change: Partial<T['what']>) => ({
      ...item,
      what: { ...item.what, ...change },
    })
    expect(renewed('modifiers', like(modifier, { name: 'Renewed' }))).toEqual({
      ...set,
      lights: set.lights.with(0, { ...set.lights[0]!, modifier: { ...modifier.what, name: 'Renewed' } }),
    })
    expect(renewed('gels', like(gel, { transmittance: [0.1, 0.2, 0.3] }))).toEqual({
      ...set,
      lights: set.lights.with(0, { ...set.lights[0]!, gel: { ...gel.what, transmittance: [0.1, 0.2, 0.3] } }),
    })
    expect(renewed('panels', like(panel, { widthM: 2.22 }))).toEqual({
      ...set,
      panels: [{ ...board, widthM: 2.22 }, set.panels[1]],
    })
    expect(renewed('backdrops', like(backdrop, { name: 'Renewed', widthM: 9 }))).toEqual({
      ...set,
      // What hangs keeps its size: it was cut.
      backdrop: { ...set.backdrop, name: 'Renewed' },
    })
    expect(
      renewed(
        'cameras',
        like(camera, { what: { ...camera.what.what, lensLossStops: 0.7, lens: { focalLengthMm: 35 } } }),
      ),
    ).toEqual({ ...set, camera: { ...set.camera, lensLossStops: 0.7 } })
    expect(renewed('meters', like(meter, { flatConstant: 300 }))).toEqual({
      ...set,
      meter: { ...set.meter, flatConstant: 300 },
    })
  })

  it('guesses a guide number from watt-seconds by the square root', () => {
    // Four times the energy lights twice as far, whatever a watt-second gives.
    for (const wattSeconds of [50, 400, 1600])
      expectWithin(guideNumberFromWattSeconds(4 * wattSeconds) / guideNumberFromWattSeconds(wattSeconds), 2, 1e-12)
    expectWithin(wattSecondsFromGuideNumber(guideNumberFromWattSeconds(250)), 250, 1e-9)
  })
})
