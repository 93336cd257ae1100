import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectShare } from '#support/tolerance'
import type { Sheen } from '../physics/geometry/surface'
import { direction, type Vector } from '../physics/units/vector'
import { sheenToward } from './sheen'

const UP: Vector = [0, 0, 1]
const ALONG: Vector = [1, 0, 0]
const KINDS: Sheen[] = [
  { along: 'surface', share: 0.03, exponent: 14 },
  { along: 'surface', share: 0.035, exponent: 40 },
  { along: 'strands', share: 0.008, exponent: 90 },
]

/** What a sheen sends toward the eye of even light from the whole half sphere, by adding up small parts of it. */
const ofEvenLight = (sheen: Sheen, eye: Vector): number => {
  let sum = 0
  const [rises, turns] = [160, 160]
  for (let i = 0; i < rises; i++) {
    const z = (i + 0.5) / rises
    const level = Math.sqrt(1 - z * z)
    for (let j = 0; j < turns; j++) {
      const angle = (2 * Math.PI * (j + 0.5)) / turns
      const light: Vector = [level * Math.cos(angle), level * Math.sin(angle), z]
      sum += sheenToward(sheen, light, eye, UP, ALONG) * z * ((2 * Math.PI) / (rises * turns))
    }
  }
  return sum
}

const above = fc
  .tuple(
    fc.double({ min: -1, max: 1, noNaN: true }),
    fc.double({ min: -1, max: 1, noNaN: true }),
    fc.double({ min: 0.15, max: 1, noNaN: true }),
  )
  .map(way => direction(way))

describe('the shine of skin and hair', () => {
  it.each(KINDS)(
    'sends back about its share of even light, seen from the front ($along, exponent $exponent)',
    sheen => {
      expectShare(ofEvenLight(sheen, direction([0.1, 0.05, 1])), sheen.share, 0.35)
    },
  )

  it.each(KINDS)('never sends back more than falls on it, however flat it is seen ($along, $exponent)', sheen => {
    for (const z of [1, 0.6, 0.3, 0.1])
      expect(ofEvenLight(sheen, direction([Math.sqrt(1 - z * z), 0, z]))).toBeLessThan(0.3)
  })

  it('is the same both ways', () => {
    fc.assert(
      fc.property(fc.constantFrom(...KINDS), above, above, (sheen, a, b) => {
        expectShare(sheenToward(sheen, a, b, UP, ALONG), sheenToward(sheen, b, a, UP, ALONG), 1e-9)
      }),
    )
  })

  it('stands where a mirror would show the light, and for strands on the cone that they throw', () => {
    const [surface, , strands] = KINDS as [Sheen, Sheen, Sheen]
    const light = direction([0.5, 0, 1])
    const at = (sheen: Sheen, eye: Vector) => sheenToward(sheen, light, eye, UP, ALONG)
    expect(at(surface, direction([-0.5, 0, 1]))).toBeGreaterThan(5 * at(surface, direction([0.9, 0, 1])))
    // Turned about the strand the eye stays on the cone; along the strand it leaves it.
    const onCone = direction([-0.5, 0.7, Math.sqrt(1 - 0.49)])
    expect(at(strands, onCone)).toBeGreaterThan(3 * at(strands, direction([0.5, 0, 1])))
  })
})
