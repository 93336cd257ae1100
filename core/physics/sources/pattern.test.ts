import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { testEmitter } from '#support/scenes'
import { expectShare, expectStops, expectWithin } from '#support/tolerance'
import { intensityOf } from '../../../tests/reference/lamps'
import { directAt, sampleEmitter } from '../transport/direct'
import { rayScene } from '../geometry/kernel'
import type { Vector } from '../units/vector'
import { placedEmitter, type Emitter } from './emitter'
import { fluxOf, focused } from './focus'
import { rolledReach } from './frontShape'
import type { Modifier } from './modifier'
import { MODIFIERS, modifierOfKind, ratedDegOf } from './modifiers'
import { cutoffShare, onProfile, profileOf } from './pattern'
import { patternExponent } from './patternExponent'

const open = rayScene({ surfaces: [] })
const AT: Vector = [0.3, 2, 1.4]
const placed = (modifier: Modifier): Emitter =>
  placedEmitter('l', [1, 1, 1], modifier, { centre: AT, axis: [0, -1, 0] })
/** Light on a flat receptor that faces the lamp from a direction off its axis, far away; per unit of axis intensity. */
const from = (emitter: Emitter, right: number, up: number, ahead: number, distanceM = 60) => {
  const size = Math.hypot(right, up, ahead)
  const [x, y, z] = [right / size, up / size, ahead / size]
  const way = [0, 1, 2].map(axis => x * emitter.across[axis]! + y * emitter.up[axis]! + z * emitter.axis[axis]!)
  const at = way.map((part, axis) => emitter.centre[axis]! + distanceM * part)
  return (
    directAt(sampleEmitter(emitter, 12), open, at[0]!, at[1]!, at[2]!, -way[0]!, -way[1]!, -way[2]!, 'flat') *
    distanceM ** 2
  )
}

describe('the pattern of a light', () => {
  it('has half its intensity at the half-intensity angle, by whatever way it is asked', () => {
    for (const { halfIntensityDeg, cutoff } of MODIFIERS.filter(({ front }) => front.shape !== 'ball')) {
      if (!cutoff)
        expectWithin(
          onProfile(
            profileOf({ exponent: patternExponent(halfIntensityDeg), cutoff }),
            Math.cos((halfIntensityDeg * Math.PI) / 180),
          ),
          0.5,
          1e-3,
        )
    }
    expect(() => patternExponent(90)).toThrow(/between 0 and 90/)
  })

  // Numerical flux over the sphere, in units of the standard reflector's axis intensity; that reflector keeps some
  // three quarters of its lamp's light.
  it('never sends out more than its lamp puts in, whatever is before it', () => {
    const flux = (modifier: Modifier) => {
      const emitter = placed(modifier)
      let sum = 0
      const rings = 400
      for (let ring = 0; ring < rings; ring++) {
        const cosine = -1 + (2 * (ring + 0.5)) / rings
        const { front, back } = emitter
        const behind = back ? back.share * (-cosine) ** back.exponent : 0
        const ahead = cosine > 0 ? onProfile(profileOf(emitter), cosine) : behind
        const toward = front.shape === 'ball' ? 1 : ahead
        sum += (toward * 2 * Math.PI * 2) / rings
      }
      return sum * emitter.intensity[0]
    }
    const lamp = flux(modifierOfKind('reflector')) / 0.75
    for (const modifier of MODIFIERS) expect(flux(modifier) / lamp, modifier.name).toBeLessThanOrEqual(1)
    // Numbers that were wrong: a bare bulb sent 2.2 times the reflector's light.
    expectWithin(flux(modifierOfKind('bare-bulb')) / lamp, 0.98, 0.05)
  })

  // A honeycomb's geometry: through a cell of width w and depth d nothing passes beyond atan(w / d), half at about
  // half of it.
  it('lets through a honeycomb half at half its rated angle and nothing past it', () => {
    for (const [kind, ratedDeg] of [
      ['reflector-grid-20', 20],
      ['beauty-dish-grid', 25],
    ] as const) {
      const light = placed(modifierOfKind(kind))
      const open = placed({ ...modifierOfKind(kind), cutoff: null })
      const share = (degrees: number) =>
        onProfile(profileOf(light), Math.cos((degrees * Math.PI) / 180)) /
        onProfile(profileOf(open), Math.cos((degrees * Math.PI) / 180))
      expectWithin(share(ratedDeg / 2), 0.5, 0.01)
      expectWithin(share(ratedDeg / 4), 0.75, 0.01)
      expectWithin(share(ratedDeg + 0.5), 0, 1e-9)
    }
    expectWithin(ratedDegOf(0.006, 0.0165), 20, 0.1)
    const beam = placed(modifierOfKind('beauty-dish-grid'))
    const halfDeg = [...Array(400).keys()]
      .map(step => step / 20)
      .find(degrees => onProfile(profileOf(beam), Math.cos((degrees * Math.PI) / 180)) < 0.5)!
    expect(2 * halfDeg).toBeLessThan(25)
  })

  // The mirror law at a dish z = r^2 / 4f, its lamp on the axis `inM` nearer to the dish than the focus.
  it('turns a ray of a pushed-in lamp as the dish mirrors it', () => {
    const [focalM, ring, dishDeg] = [0.3, 0.55, 15]
    const turnedDeg = (inM: number) => {
      const depth = ring ** 2 / (4 * focalM)
      const [dr, dz] = [ring, depth - (focalM - inM)]
      // The dish's normal toward its axis: gradient of z - r^2 / 4f.
      const slope = ring / (2 * focalM)
      const size = Math.hypot(slope, 1)
      const [nr, nz] = [-slope / size, 1 / size]
      const along = dr * nr + dz * nz
      const [outR, outZ] = [dr - 2 * along * nr, dz - 2 * along * nz]
      return Math.abs((Math.atan2(outR, outZ) * 180) / Math.PI)
    }
    expectWithin(turnedDeg(0), 0, 1e-9)
    for (const share of [0.1, 0.3]) {
      const { halfIntensityDeg, front } = focused(modifierOfKind('parabolic-focused'), 'parabola', share)
      const turned = Math.sqrt(halfIntensityDeg ** 2 - dishDeg ** 2)
      // To first order in how far it is pushed in.
      expectShare(turned, turnedDeg(0.3 * share), 0.12)
      expect(front).toMatchObject({ shape: 'ring', innerRadiusM: 0.35 * share })
    }
    expect(focused(modifierOfKind('parabolic-ring'), 'parabola', 0).front.shape).toBe('disc')
  })

  it('goes from spot to flood, and from the focus inward, with the light that there is', () => {
    for (const of of ['fresnel', 'parabola'] as const) {
      const made = [0, 0.25, 0.5, 0.75, 1].map(share =>
        focused(modifierOfKind(of === 'fresnel' ? 'fresnel-spot' : 'parabolic-focused'), of, share),
      )
      for (const [index, modifier] of made.entries()) {
        if (index === 0) continue
        expect(modifier.halfIntensityDeg).toBeGreaterThan(made[index - 1]!.halfIntensityDeg)
        expect(modifier.lossStops).toBeGreaterThan(made[index - 1]!.lossStops)
      }
    }
    const ring = focused(modifierOfKind('parabolic-focused'), 'parabola', 0.5)
    expect(ring.front).toMatchObject({ shape: 'ring', outerRadiusM: 0.8 })
    // All of the same light: axis intensity times flux of the pattern stays.
    const sent = (modifier: Modifier) => 2 ** -modifier.lossStops * fluxOf(modifier.halfIntensityDeg)
    expectShare(sent(ring), sent(modifierOfKind('parabolic-focused')), 1e-9)
  })

  // The thin lens: the image of a lamp s before a lens of focal length f lies s f / (f - s) behind it, and a flood
  // falls off from there.
  it('falls off from a flood as from the image of its lamp, and from a spot as from the lens', () => {
    const flood = modifierOfKind('fresnel-flood')
    const { imageM } = flood.lens!
    const at = (modifier: Modifier, distanceM: number) =>
      from(
        placed({ ...modifier, front: { shape: 'disc', radiusM: (modifier.front as { radiusM: number }).radiusM } }),
        0,
        0,
        1,
        distanceM,
      ) /
      distanceM ** 2
    expectStops(at(flood, 1.5) / at(flood, 6), ((6 + imageM) / (1.5 + imageM)) ** 2, 0.05)
    expectStops(at(modifierOfKind('fresnel-spot'), 3) / at(modifierOfKind('fresnel-spot'), 6), 4, 0.08)
  })

  it('turns with the roll of its light, clockwise as seen from behind', () => {
    const strip: Modifier = {
      ...modifierOfKind('open-face'),
      leaves: { lengthM: 0.3, topDeg: 0, bottomDeg: null, leftDeg: null, rightDeg: null },
    }
    // The upper leaf, rolled a quarter clockwise, shuts off the right.
    const rolledBy = (degrees: number) =>
      placedEmitter('l', [1, 1, 1], strip, { centre: AT, axis: [0, -1, 0], rollDeg: degrees })
    const level = placed(strip)
    const toward = (emitter: Emitter, right: number, up: number) => {
      const way = [0, 1, 2].map(axis => right * level.across[axis]! + up * level.up[axis]! + level.axis[axis]!)
      const at = way.map((part, axis) => AT[axis]! + (40 * part) / Math.SQRT2)
      return (
        directAt(
          sampleEmitter(emitter, 8),
          open,
          at[0]!,
          at[1]!,
          at[2]!,
          -way[0]! / Math.SQRT2,
          -way[1]! / Math.SQRT2,
          -way[2]! / Math.SQRT2,
          'flat',
        ) * 1600
      )
    }
    expect([toward(rolledBy(0), 0, 1) > 0.1, toward(rolledBy(0), 1, 0) > 0.1]).toEqual([false, true])
    expect([toward(rolledBy(90), 0, 1) > 0.1, toward(rolledBy(90), 1, 0) > 0.1]).toEqual([true, false])
    expect(rolledReach({ shape: 'rectangle', widthM: 0.3, heightM: 1.2 }, 90)).toMatchObject({
      across: expect.closeTo(0.6, 9),
      up: expect.closeTo(0.15, 9),
    })
  })

  it('ends at its cut-off, over a ramp', () => {
    expect([0, 8, 10, 12, 13].map(angle => cutoffShare({ angleDeg: 10, softDeg: 2 }, angle))).toEqual([1, 1, 0.5, 0, 0])
  })

  it('shines all round from a ball, and out of the back of a see-through umbrella', () => {
    const lantern = placed(modifierOfKind('lantern'))
    for (const [right, up, ahead] of [
      [1, 0, 0],
      [0, 0, 1],
      [0, 0, -1],
      [0, 1, 0.3],
    ] as const)
      expectShare(from(lantern, right, up, ahead), 1, 0.01)
    const umbrella = placed(modifierOfKind('umbrella-through'))
    expectShare(from(umbrella, 0, 0, -1), 0.45, 0.01)
    expect(from(placed(modifierOfKind('umbrella')), 0, 0, -1)).toBe(0)
  })

  it('keeps barn-door leaves, half-scrims and masks on the side that they are named for', () => {
    const closed = { lengthM: 0.3, topDeg: null, bottomDeg: null, leftDeg: null, rightDeg: null }
    const flood = modifierOfKind('open-face')
    for (const [leaf, right, up] of [
      ['topDeg', 0, 1],
      ['bottomDeg', 0, -1],
      ['leftDeg', -1, 0],
      ['rightDeg', 1, 0],
    ] as const) {
      const light = placed({ ...flood, leaves: { ...closed, [leaf]: 0 } })
      expect(from(light, right, up, 1)).toBe(0)
      expect(from(light, -right, -up, 1)).toBeGreaterThan(0.1)
    }
    const scrim = placed({ ...flood, halfScrim: { stops: 1, turnDeg: 0 } })
    expectStops(from(scrim, 0, -1.3, 1) / from(scrim, 0, 1.3, 1), 0.5, 0.01)
    const turned = placed({ ...flood, halfScrim: { stops: 1, turnDeg: 90 } })
    expectStops(from(turned, -1.3, 0, 1) / from(turned, 1.3, 0, 1), 0.5, 0.01)
  })

  it('throws strips, slats and windows', () => {
    const spot = modifierOfKind('focusing-spot')
    const size = Math.tan((13 * Math.PI) / 180)
    const strip = placed({ ...spot, mask: { kind: 'strip', share: 0.2, turnDeg: 0 } })
    expect(from(strip, 0.1 * size, 0.5 * size, 1)).toBeGreaterThan(0.5)
    expect(from(strip, 0.4 * size, 0, 1)).toBe(0)
    const slats = placed({ ...spot, mask: { kind: 'slats', count: 4, openShare: 0.5, turnDeg: 0 } })
    expect([-0.9, -0.6, -0.4, -0.1, 0.1, 0.4].map(up => from(slats, 0, up * size, 1) > 0)).toEqual([
      true,
      false,
      true,
      false,
      true,
      false,
    ])
    const window = placed({ ...spot, mask: { kind: 'window', columns: 2, rows: 2, barShare: 0.1, turnDeg: 0 } })
    expect(from(window, 0.5 * size, 0.5 * size, 1)).toBeGreaterThan(0.5)
    expect(from(window, 0, 0.5 * size, 1)).toBe(0)
  })

  // The reference's own reading of the same description, in code that shares nothing with this one.
  it('is what the independent reference makes of it, for every modifier and with everything put on', () => {
    const dressed: Modifier = {
      ...modifierOfKind('open-face'),
      cutoff: { angleDeg: 38, softDeg: 6 },
      halfScrim: { stops: 1.3, turnDeg: 25 },
      mask: { kind: 'strip', share: 0.7, turnDeg: 40 },
      leaves: { lengthM: 0.25, topDeg: 35, bottomDeg: -5, leftDeg: 60, rightDeg: 20 },
    }
    const part = fc.double({ min: -1, max: 1, noNaN: true })
    for (const modifier of [...MODIFIERS, dressed]) {
      const emitter = placed(modifier)
      const whole = sampleEmitter(emitter, 6)
      fc.assert(
        fc.property(part, part, fc.double({ min: -0.4, max: 1, noNaN: true }), (right, up, ahead) => {
          fc.pre(Math.hypot(right, up, ahead) > 0.2 && Math.abs(ahead) > 0.02)
          const size = Math.hypot(right, up, ahead)
          const [x, y, z] = [0, 1, 2].map(
            axis => (right * emitter.across[axis]! + up * emitter.up[axis]! + ahead * emitter.axis[axis]!) / size,
          ) as [number, number, number]
          // From each sample the same way, so that one far receiver stands for the direction.
          const far = 5e5
          const core =
            directAt(whole, open, AT[0] + far * x, AT[1] + far * y, AT[2] + far * z, -x, -y, -z, 'flat') * far * far
          let reference = 0
          for (let index = 0; index < whole.count; index++) {
            reference +=
              intensityOf(
                emitter,
                { at: { x: 0, y: 0, z: 0 }, across: whole.across[index]!, up: whole.up[index]! },
                { x, y, z },
              ) / whole.count
          }
          expectWithin(core, reference, 2e-3)
        }),
        { numRuns: 60 },
      )
    }
  })

  it('spreads its samples evenly over every shape of front', () => {
    const mean = (front: Emitter['front'], what: (across: number, up: number) => number) => {
      const { across, up, count } = sampleEmitter(testEmitter(front, [0, 0, 0], [0, 1, 0]), 40)
      return across.reduce((sum, a, index) => sum + what(a, up[index]!), 0) / count
    }
    // Second moments of area: w^2 / 12, R^2 / 4, (Ri^2 + Ro^2) / 4.
    expectShare(
      mean({ shape: 'rectangle', widthM: 2, heightM: 1 }, a => a * a),
      4 / 12,
      2e-3,
    )
    expectShare(
      mean({ shape: 'disc', radiusM: 2 }, (a, u) => (a * a + u * u) / 2),
      1,
      2e-3,
    )
    expectShare(
      mean({ shape: 'ring', innerRadiusM: 1, outerRadiusM: 2 }, (_, u) => u * u),
      5 / 4,
      2e-3,
    )
  })
})
