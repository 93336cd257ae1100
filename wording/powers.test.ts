import { describe, expect, it } from 'vitest'
import { demoSet } from '#core/edits/demo'
import type { LightSetting } from '#core/model/schema'
import { powerChanges } from '#core/solve/powerChanges'
import { powerChangesWords } from './powers'

const { lights, looks } = demoSet()
const now = looks[0]!.lights
const said = (to: Record<string, LightSetting>, among = lights) =>
  powerChangesWords(powerChanges(among, now, { ...now, ...to }), among)
const at = (powerStops: number, on = true): LightSetting => ({ on, powerStops })

describe('instructions in words', () => {
  it('take lights of one job together when they turn alike', () => {
    expect(said({ 'backdrop-left': at(-1.6), 'backdrop-right': at(-1.6) })).toBe('add 0.4 stop to both backdrop lights')
    expect(said({ 'backdrop-left': at(-1.6), 'backdrop-right': at(-3.2) })).toBe(
      'add 0.4 stop to backdrop light B and take 1.2 stops off backdrop light C',
    )
  })

  it('name on, off and single lights', () => {
    expect(said({ key: at(-1.7), 'backdrop-left': at(-2, false), 'backdrop-right': at(-2, false) })).toBe(
      'take 0.1 stop off the key and switch both backdrop lights off',
    )
    expect(powerChangesWords(powerChanges(lights, { ...now, key: at(0, false) }, { ...now, key: at(0) }), lights)).toBe(
      'switch the key on at full',
    )
    expect(said({})).toBe('')
  })

  it('stay short for many lights', () => {
    const many = Array.from({ length: 12 }, (_, index) => ({ ...lights[1]!, id: `l${index}`, name: `L${index}` }))
    const settings = (stops: (index: number) => number) =>
      Object.fromEntries(many.map((light, index) => [light.id, at(stops(index))]))
    const from = settings(() => -3)
    expect(
      powerChangesWords(
        powerChanges(
          many,
          from,
          settings(index => (index < 7 ? -2 : -3)),
        ),
        many,
      ),
    ).toBe('add 1.0 stop to 7 of the backdrop lights')
    expect(
      powerChangesWords(
        powerChanges(
          many,
          from,
          settings(index => -3 + (index + 1) / 10),
        ),
        many,
      ),
    ).toMatch(/L3 and make 8 changes more$/)
  })

  it("count in the lamps' own clicks", () => {
    const thirds = lights.map(light => ({ ...light, lamp: { ...light.lamp, clickStops: 1 / 3 } }))
    expect(said({ 'backdrop-left': at(-2 + 1 / 3), 'backdrop-right': at(-2 + 1 / 3) }, thirds)).toBe(
      'add ⅓ stop to both backdrop lights',
    )
  })
})
