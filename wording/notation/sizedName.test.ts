import { describe, expect, it } from 'vitest'
import { PANEL_KINDS } from '#core/edits/panels'
import { MODIFIERS } from '#core/physics/sources/modifiers'
import { sizedName } from './sizedName'

describe('a name with a size in it', () => {
  it.each([
    ['Softbox 90 × 120 cm', 'Softbox 35 × 47 in'],
    ['Octa 120 cm, fabric grid', 'Octa 47 in, fabric grid'],
    ['White board 1 × 2 m', 'White board 3 ft 3½ in × 6 ft 6½ in'],
    ['Reflector 18 cm, grid 20°', 'Reflector 7 in, grid 20°'],
    ['Lens 105 mm', 'Lens 105 mm'],
    ['My box 7', 'My box 7'],
    ['Set of 3 members', 'Set of 3 members'],
  ])('%s reads %s in feet, and stays as it is in metres', (name, inFeet) => {
    expect(sizedName(name, 'imperial')).toBe(inFeet)
    expect(sizedName(name, 'metric')).toBe(name)
  })

  it('leaves no metric size in the names of the generic kit', () => {
    for (const { name } of [...MODIFIERS, ...PANEL_KINDS]) expect(sizedName(name, 'imperial')).not.toMatch(/\d (c?m)\b/)
  })
})
