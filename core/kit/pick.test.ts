import { describe, expect, it } from 'vitest'
import { grey } from '../physics/units/rgb'
import { genericKit } from './genericKit'
import { pickFrom } from './pick'

describe('picking from a kit', () => {
  const kit = genericKit()
  it('takes the strongest lamp that is free, flash before lamps that burn, and says when there is none left', () => {
    const flash = kit.lamps.find(({ what }) => what.kind === 'flash')!
    const burning = kit.lamps.find(({ what }) => what.kind === 'continuous')!
    const picker = pickFrom({
      ...kit,
      lamps: [
        { ...burning, count: 1 },
        { ...flash, count: 2 },
      ],
    })
    expect([picker.lamp(), picker.lamp(), picker.lamp()].map(({ kitId }) => kitId)).toEqual([
      flash.id,
      flash.id,
      burning.id,
    ])
    expect(picker.missing()).toEqual([])
    expect(picker.lamp().kitId).toBe(flash.id)
    expect(picker.missing()).toEqual(['4 lamps; the kit has 3'])
    expect(pickFrom({ ...kit, lamps: [] }).lamp().kind).toBe('flash')
  })

  it('takes the first modifier that there is, or a plain one of the first kind', () => {
    const picker = pickFrom({ ...kit, modifiers: kit.modifiers.filter(({ what }) => what.kind === 'umbrella') })
    expect(picker.modifier('octa', 'umbrella').kind).toBe('umbrella')
    expect(picker.missing()).toEqual([])
    expect(picker.modifier('octa', 'strip').kind).toBe('octa')
    expect(picker.missing()).toEqual(['Octa 120 cm'])
  })

  it('takes a backdrop by its name, or one of its kind that is as light', () => {
    const [own] = kit.backdrops
    expect(pickFrom(kit).backdrop(own!.what.name)).toMatchObject({ kitId: own!.id, name: own!.what.name })
    const alike = { ...own!, id: 'alike', what: { ...own!.what, name: 'Another' } }
    expect(pickFrom({ ...kit, backdrops: [alike] }).backdrop(own!.what.name)).toMatchObject({ kitId: 'alike' })
    const dark = { ...alike, what: { ...alike.what, reflectance: grey(0.02) } }
    const picker = pickFrom({ ...kit, backdrops: [dark] })
    expect(picker.backdrop(own!.what.name).kitId ?? null).toBeNull()
    expect(picker.missing()).toEqual([own!.what.name])
  })
})
