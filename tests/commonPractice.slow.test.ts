import { describe, expect, it } from 'vitest'
import { lightingSolver } from '#core/evaluation/lightingSolver'
import { demoSet } from '#core/edits/demo'
import { panelOfKind } from '#core/edits/panels'
import type { Light, StudioSet } from '#core/model/schema'
import { modifierOfKind } from '#core/physics/sources/modifiers'
import { grey, luminance } from '#core/physics/units/rgb'
import { BACKDROP_MIDDLE, KEY_SIDE } from '#core/model/placeIds'
import { meterPoints } from '#core/evaluation/probes/points'
import type { Vector } from '#core/physics/units/vector'
import { keyAt, painted, withLight } from '#support/plainSets'
import { expectWithin } from '#support/tolerance'

/*
 * What the trade knows. Common practice, no source, unless a line says otherwise: check values, not laws. Where a
 * rule is for a
 * point source in empty space, the set is made so that it should hold.
 */

const solve = lightingSolver()

/** Light of single lamps at a point, luminance at full power. */
const light = async (
  set: StudioSet,
  pointId: string,
  lightIds: readonly string[] = set.lights.map(({ id }) => id),
): Promise<number> =>
  (await solve(set))!.layers
    .filter(({ lightId }) => lightIds.includes(lightId))
    .reduce((sum, { shares }) => sum + luminance(shares[pointId]!.direct) + luminance(shares[pointId]!.bounced), 0)

const withPoint = (
  set: StudioSet,
  place: { xM: number; yM: number; zM: number },
  { turnDeg = 0, receptor = 'dome', tiltDeg = 0 }: Partial<StudioSet['points'][number]> = {},
): StudioSet => ({
  ...set,
  points: [{ id: 'own/here', name: 'Here', place, turnDeg, tiltDeg, receptor }],
})

const black = painted(demoSet(), 0.01)

describe('rules of thumb', () => {
  it('twice the distance is two stops, for a small lamp in the dark', async () => {
    const set = withLight(black, 'key', { modifier: modifierOfKind('snoot') })
    // Distances are to the meter, which stands 0.17 m before the middle of the head; a wide beam is not asked for here.
    const [near, far] = [
      await light(keyAt(set, 1.17), KEY_SIDE, ['key']),
      await light(keyAt(set, 2.17), KEY_SIDE, ['key']),
    ]
    expectWithin(Math.log2(near / far), 2, 0.1)
  })

  it('brings the backdrop down when the key comes closer, against the subject', async () => {
    const over = async (distanceM: number) => {
      const set = keyAt(demoSet(), distanceM)
      return Math.log2((await light(set, BACKDROP_MIDDLE, ['key'])) / (await light(set, KEY_SIDE, ['key'])))
    }
    expect(await over(0.8)).toBeLessThan((await over(1.8)) - 1)
  })

  // Key about 0.75 m from the subject, backdrop 2.75 m behind: dark grey, not yet black: -4.4 stops by inverse square
  // alone. A bare bulb
  // shines alike all round, so that nothing else counts in the dark but the slant at which its light meets the paper.
  it('leaves dark grey behind a near key in the dark', async () => {
    const bulb = withLight(
      {
        ...black,
        subjects: [{ ...black.subjects[0]!, place: { xM: 0, yM: 2.75 } }],
        backdrop: { ...black.backdrop, reflectance: grey(0.01) },
      },
      'key',
      { modifier: modifierOfKind('bare-bulb'), place: { xM: -0.9, yM: 3.1, zM: 1.6 } },
    )
    const set = keyAt(bulb, 0.92)
    const { place } = set.lights[0]!
    const points = meterPoints(set)
    const [head, middle] = [KEY_SIDE, BACKDROP_MIDDLE].map(id => points.find(point => point.id === id)!.position) as [
      Vector,
      Vector,
    ]
    const to = ([x, y, z]: Vector) => Math.hypot(place.xM - x, place.yM - y, place.zM - z)
    const expected = 2 * Math.log2(to(head) / to(middle)) + Math.log2((place.yM - middle[1]) / to(middle))
    const fell = Math.log2((await light(set, BACKDROP_MIDDLE, ['key'])) / (await light(set, KEY_SIDE, ['key'])))
    expectWithin(fell, expected, 0.06)
    expect(expected).toBeLessThan(-4.2)
  })

  it('makes about a quarter stop of 0.3 m in 3.8 m between two side lights', async () => {
    const at = (id: string, xM: number) => ({
      place: { xM, yM: 1.9, zM: 1.6 },
      aim: { at: 'place' as const, place: { xM: 0, yM: 0.02, zM: 1.6 }, featherPanDeg: 0, featherTiltDeg: 0 },
      modifier: modifierOfKind('reflector'),
    })
    const wide: StudioSet = {
      ...black,
      subjects: [{ ...black.subjects[0]!, place: { xM: 0, yM: 6 } }],
      room: { ...black.room, widthM: 9 },
    }
    const reach = Math.sqrt(3.8 ** 2 - 1.88 ** 2)
    const further = (reach * 4.1) / 3.8
    const set = withLight(withLight(wide, 'backdrop-left', at('backdrop-left', -reach)), 'backdrop-right', {
      ...at('backdrop-right', further),
      place: { xM: further, yM: 0.02 + (1.88 * 4.1) / 3.8, zM: 1.6 },
    })
    const point = withPoint(set, { xM: 0, yM: 0.02, zM: 1.6 }, { turnDeg: 0, receptor: 'flat' })
    expectWithin(
      Math.log2(
        (await light(point, 'own/here', ['backdrop-left'])) / (await light(point, 'own/here', ['backdrop-right'])),
      ),
      0.25,
      0.05,
    )
  })

  it('lowers the shadow cheek with black panels and raises it with white ones', async () => {
    const { xM, yM } = demoSet().subjects[0]!.place
    const cheek = (kind: string | undefined) => {
      const set = withPoint(painted(demoSet(), 0.75), { xM: xM + 0.14, yM: yM + 0.08, zM: 1.58 }, { turnDeg: -70 })
      return light(
        kind === undefined
          ? set
          : { ...set, panels: [{ ...panelOfKind(kind, 'panel'), place: { xM: xM + 0.55, yM, zM: 0 }, turnDeg: 90 }] },
        'own/here',
        ['key'],
      )
    }
    const [bare, blackened, whitened] = [await cheek(undefined), await cheek('black-board'), await cheek('white-board')]
    expect(Math.log2(blackened / bare)).toBeLessThan(-0.15)
    expect(Math.log2(whitened / bare)).toBeGreaterThan(0.15)
  })

  it('leaves the bottom dark with side lights, which a top light mends', async () => {
    // Where the sweep lies on the floor, read facing up.
    const low = withPoint(
      painted(demoSet(), 0.1),
      { xM: 0, yM: 0.7, zM: 0.02 },
      { turnDeg: 0, receptor: 'flat', tiltDeg: 90 },
    )
    const sides = ['backdrop-left', 'backdrop-right']
    const dark = Math.log2((await light(low, 'own/here', sides)) / (await light(low, BACKDROP_MIDDLE, sides)))
    // Clearly more than the tenth of a stop in which evenness is counted.
    expect(dark).toBeLessThan(-0.15)
    const top: Light = {
      ...low.lights[0]!,
      id: 'top',
      name: 'T',
      job: 'top',
      modifier: modifierOfKind('softbox-medium-grid'),
      place: { xM: 0, yM: 1.5, zM: 3.1 },
      aim: { at: 'place', place: { xM: 0, yM: 0.9, zM: 0 }, featherPanDeg: 0, featherTiltDeg: 0 },
    }
    const mended = {
      ...low,
      lights: [...low.lights, top],
      looks: [{ ...low.looks[0]!, lights: { ...low.looks[0]!.lights, top: { on: true, powerStops: 0 } } }],
    }
    const evened = Math.log2(
      (await light(mended, 'own/here', [...sides, 'top'])) / (await light(mended, BACKDROP_MIDDLE, [...sides, 'top'])),
    )
    // At full it is more than is wanted, so some power between makes floor and drop alike.
    expect(evened).toBeGreaterThan(0)
  })

  // Adding a flag between key and backdrop finishes a black; a board in the way is a shadow.
  it('keeps the key off the backdrop with a flag', async () => {
    const set = black
    const flagged = {
      ...set,
      panels: [{ ...panelOfKind('curtain', 'flag'), place: { xM: -0.5, yM: 3.2, zM: 0.2 }, turnDeg: 0, widthM: 1.2 }],
    }
    expect(await light(flagged, 'backdrop/right', ['key'])).toBeLessThan(
      0.5 * (await light(set, 'backdrop/right', ['key'])),
    )
  })

  // Feasibility figures, by an independent simulation: turning a large close key away costs the subject little and
  // the backdrop more.
  it('takes more from the backdrop than from the subject when a close key is turned away', async () => {
    const set = keyAt(black, 0.8)
    const turned = withLight(set, 'key', { aim: { ...set.lights[0]!.aim, featherPanDeg: 30 } })
    const away = withLight(set, 'key', { aim: { ...set.lights[0]!.aim, featherPanDeg: -30 } })
    const cost = async (other: StudioSet, point: string) =>
      Math.log2((await light(other, point, ['key'])) / (await light(set, point, ['key'])))
    const gains = [turned, away].map(async other => ({
      subject: await cost(other, KEY_SIDE),
      backdrop: await cost(other, BACKDROP_MIDDLE),
    }))
    const [one, other] = await Promise.all(gains)
    const best = one!.backdrop < other!.backdrop ? one! : other!
    expect(best.backdrop).toBeLessThan(best.subject - 0.3)
  })
})
