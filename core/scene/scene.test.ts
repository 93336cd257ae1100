import { describe, expect, it } from 'vitest'
import { expectStops, expectWithin } from '#support/tolerance'
import { demoSet } from '../edits/demo'
import type { Light, StudioSet } from '../model/schema'
import { FIGURE_MATERIALS } from '../physics/figure/form'
import { SHOWN_MATERIALS } from '../physics/figure/shown/shapes'
import { luminance } from '../physics/units/rgb'
import { emitterOf, sceneOf } from './scene'

const set = demoSet()
const bodyOf = (of: StudioSet) => {
  const [body] = sceneOf(of).surfaces.flatMap(surface => (surface.shape === 'body' ? [surface] : []))
  return body!
}
const sitterAs = (changes: Partial<StudioSet['subjects'][number]>) =>
  bodyOf({ ...set, subjects: [{ ...set.subjects[0]!, ...changes }] })

describe('a sitter in the scene', () => {
  it('stands on the mark, as large and turned as told, in the materials told', () => {
    const body = sitterAs({ place: { xM: 0.4, yM: 3.1 }, turnDeg: 20, heightM: 1.6, skin: [0.3, 0.2, 0.1] })
    expect([body.place, body.turnDeg, body.scaleM, body.owner]).toEqual([[0.4, 3.1, 0], 20, 1.6, 'sitter'])
    expect(body.materials[FIGURE_MATERIALS.indexOf('skin')]!.reflectance).toEqual([0.3, 0.2, 0.1])
    expect(body.materials[FIGURE_MATERIALS.indexOf('clothing')]!.reflectance).toEqual([0.72, 0.69, 0.6])
    expect(body.materials).toHaveLength(FIGURE_MATERIALS.length)
  })

  it('is shown as they look, with wet eyes, and a thing as it is reckoned with', () => {
    const { shown } = sitterAs({ build: 'child', haircut: 'long', glasses: true, pose: 'sitting' })
    expect(shown!.as).toEqual({ pose: 'sitting', build: 'child', haircut: 'long', glasses: true })
    const side = (name: (typeof SHOWN_MATERIALS)[number]) => shown!.materials[SHOWN_MATERIALS.indexOf(name)]!
    for (const wet of ['eyes', 'irises', 'pupils'] as const) expect(side(wet).gloss).toMatchObject({ kind: 'coat' })
    expect(side('skin').gloss).toBeNull()
    expect(side('hair').sheen).toMatchObject({ along: 'strands' })
    expect(side('clothing').sheen).toBeUndefined()
    // A shine is part of what a material sends back.
    for (const { sheen, reflectance } of shown!.materials)
      expect(sheen?.share ?? 0).toBeLessThanOrEqual(Math.min(...reflectance))
    const dark = sitterAs({ clothing: [0.03, 0.03, 0.03] }).shown!.materials[SHOWN_MATERIALS.indexOf('shoes')]!
    expect(dark.sheen!.share).toBeLessThan(dark.reflectance[0])
    expect(side('skin').sheen!.share).toBe(0.03)
    expect(sitterAs({ pose: 'object' }).shown).toBeUndefined()
  })
})

describe('a light in the scene', () => {
  const [key] = set.lights as [Light]

  it('gives what its lamp, its modifier and its gel leave, as a meter weighs it', () => {
    const given = (changes: Partial<Light>) => luminance(emitterOf({ ...key, ...changes }, set).intensity)
    const bare = given({})
    expectStops(given({ lamp: { ...key.lamp, givesStops: -1 } }), bare / 2, 1e-9)
    expectStops(given({ modifier: { ...key.modifier, lossStops: key.modifier.lossStops + 1 } }), bare / 2, 1e-9)
    expectStops(given({ gel: { name: 'Neutral', transmittance: [0.25, 0.25, 0.25] } }), bare / 4, 1e-9)
    expectStops(given({ colour: [0.5, 0.5, 0.5] }), bare / 2, 1e-9)
    // Guide number 58 metered: 2.5 x 58^2 on the axis of the bare reflector.
    expectStops(bare, 2.5 * 58 ** 2 * 2 ** -key.modifier.lossStops, 1e-9)
    expect(given({ colour: [0, 0, 0] })).toBe(0)
  })

  it('stands and looks where it is told, rolled about its axis', () => {
    const emitter = emitterOf({ ...key, rollDeg: 90 }, set)
    expect([...emitter.centre]).toEqual([-1.12, 4.93, 2.05])
    expectWithin(emitter.across[2], -emitterOf(key, set).up[2], 1e-9)
    const housings = sceneOf(set).surfaces.filter(({ owner }) => owner.startsWith('light/'))
    expect(housings.map(({ owner }) => owner)).toEqual(['light/key', 'light/backdrop-left', 'light/backdrop-right'])
  })
})
