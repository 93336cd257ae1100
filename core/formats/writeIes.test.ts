import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { xorshift } from '#support/xorshift'
import { demoSet } from '../edits/demo'
import type { Light } from '../model/schema'
import { rayScene } from '../physics/geometry/kernel'
import { placedEmitter } from '../physics/sources/emitter'
import type { Modifier } from '../physics/sources/modifier'
import { MODIFIERS, modifierOfKind } from '../physics/sources/modifiers'
import { lampIntensity } from '../physics/sources/output'
import { directAt, sampleEmitter } from '../physics/transport/direct'
import { luminance } from '../physics/units/rgb'
import { parseIes } from './iesFile'
import { measuredLight } from './measuredLight'
import { writeIes } from './writeIes'
import { photometricTold } from '#wording/refusals/told'

const key = demoSet().lights[0]!
const fitted = (modifier: Modifier): Light => ({ ...key, modifier })
const open = rayScene({ surfaces: [] })

/** Light at a place that faces the lamp, metres off; lamp at the middle, looking toward the backdrop. */
const lightAt = (lamp: Light['lamp'], modifier: Modifier, way: readonly number[], distanceM: number): number => {
  const intensity = lampIntensity(lamp)
  const emitter = placedEmitter('l', [intensity, intensity, intensity], modifier, {
    centre: [0, 0, 0],
    axis: [0, -1, 0],
  })
  const at = way.map(part => part * distanceM)
  return (
    luminance(emitter.intensity) *
    directAt(sampleEmitter(emitter, 16), open, at[0]!, at[1]!, at[2]!, -way[0]!, -way[1]!, -way[2]!, 'flat')
  )
}
const readBack = (light: Light, learnedStops = 0) => {
  const file = photometricTold(parseIes(writeIes(light, learnedStops, '2026-03-14')))
  if (!file.ok) throw new Error(file.message)
  const measured = photometricTold(measuredLight(file.value, 'Back'))
  if (!measured.ok) throw new Error(measured.message)
  return {
    file: file.value,
    lamp: { ...light.lamp, output: measured.value.output, givesStops: 0 },
    modifier: measured.value.modifier,
  }
}

describe('a light as a photometric file', () => {
  // A file knows the far field: a flood through a lens falls off from the image of its lamp, which far away is no
  // matter. Inside its edge, which is sharper than a degree, a focusing spot is held too.
  it.each(MODIFIERS.map(modifier => [modifier.name, modifier] as const))(
    '%s comes back to half a percent',
    (_name, modifier) => {
      const light = fitted(modifier)
      const { lamp, modifier: back } = readBack(light)
      const draw = xorshift(modifier.name.length)
      const distanceM = modifier.lens ? 400 : 8
      const mostDeg = modifier.name === 'Focusing spot' ? 8 : 75
      const greatest = lightAt(light.lamp, modifier, [0, -1, 0], distanceM)
      for (let number = 0; number < 60; number++) {
        const off = (draw() * mostDeg * Math.PI) / 180
        const round = draw() * 2 * Math.PI
        const way = [Math.sin(off) * Math.cos(round), -Math.cos(off), Math.sin(off) * Math.sin(round)]
        const [was, is] = [light.lamp, lamp].map((of, index) =>
          lightAt(of, index === 0 ? modifier : back, way, distanceM),
        ) as [number, number]
        expect(
          Math.abs(is - was) / Math.max(was, greatest),
          `${((off * 180) / Math.PI).toFixed(1)}° ${is} ${was}`,
        ).toBeLessThan(0.005)
      }
    },
  )

  it('holds what the standard asks for, and what readings have shown', () => {
    const { file } = readBack(fitted(modifierOfKind('softbox-medium')))
    expect(file).toMatchObject({ version: '2019', type: 'C', lumensPerLamp: null, lamps: 1 })
    expect(Object.keys(file.keywords)).toEqual(
      expect.arrayContaining(['TEST', 'TESTLAB', 'ISSUEDATE', 'MANUFAC', 'LUMINAIRE']),
    )
    const more = readBack(fitted(modifierOfKind('softbox-medium')), 1).file
    expectWithin(more.candela[0]![0]! / file.candela[0]![0]!, 2, 1e-5)
    const text = writeIes({ ...key, lamp: { ...key.lamp, name: 'Two\nlines' } }, 0, '2026-03-14')
    expect(text.split('\r\n').every(line => line.length <= 256)).toBe(true)
    expect(parseIes(text).ok).toBe(true)
  })
})
