import { describe, expect, it } from 'vitest'
import { lit, make, score } from '#support/exercises'
import { demoSet } from '../../edits/demo'
import { differenceStops, lightsPlaced, placedOff, USUAL_LIGHTS } from './placing'

describe('read the frame', () => {
  it('differs by nothing from itself, and more the further the key stands off', async () => {
    const exercise = await make('frame/key', 1, 4, 'placing')
    const { right } = exercise
    const off = (byDeg: number) =>
      placedOff(exercise, { ...right, roundDeg: right.roundDeg - Math.sign(right.roundDeg) * byDeg }, lit)
    const [none, some, much] = [await off(0), await off(15), await off(60)]
    expect(none).toBeLessThan(1e-6)
    expect(some).toBeGreaterThan(0.02)
    expect(much).toBeGreaterThan(some)
    expect(await score(exercise, { form: 'placing', place: right })).toBe(1)
  })

  it('loses its share for every light that is named wrong, however little it lights', async () => {
    for (const [seed, level] of [
      [3, 1],
      [4, 2],
      [5, 4],
    ] as const) {
      const exercise = await make('frame/lights', level, seed, 'placing')
      const { right, asked } = exercise
      const others = (['edge', 'isBackdropLit', 'hasFill'] as const).filter(what => asked.includes(what))
      expect(others.length).toBe(level === 1 ? 2 : 3)
      const otherEdge = right.edge === 'none' ? 'left' : 'none'
      const wrongs = others.map(what => ({
        ...right,
        [what]: what === 'edge' ? otherEdge : !right[what],
      }))
      const most = 1 - 1 / others.length
      for (const place of wrongs) {
        const worth = await score(exercise, { form: 'placing', place })
        expect(worth).toBeLessThanOrEqual(most + 1e-9)
        // And each of them is seen: a light that changes nothing would not be a fair question.
        expect(await placedOff(exercise, place, lit)).toBeGreaterThan(0.05)
      }
    }
  })

  it('counts stops between pixels', () => {
    const flat = (value: number) => new Float32Array(30).fill(value)
    expect(differenceStops(flat(0.5), flat(0.5))).toBe(0)
    expect(differenceStops(flat(0.5), flat(0.25))).toBeCloseTo(1, 6)
    // Clipped is clipped, however far.
    expect(differenceStops(flat(3), flat(1))).toBe(0)
  })

  it('puts each light where it is said to be, and on where it is said to be on', async () => {
    const { set, right } = await make('frame/lights', 5, 2, 'placing')
    for (const edge of ['left', 'right', 'none'] as const) {
      const placed = lightsPlaced(set, { ...right, edge, hasFill: true, isBackdropLit: false })
      const light = placed.lights.find(({ job }) => job === 'edge')!
      const across = light.place.xM - set.subjects[0]!.place.xM
      if (edge !== 'none') expect(Math.sign(across)).toBe(edge === 'right' ? 1 : -1)
      const on = placed.lights.flatMap(({ id, job }) => (placed.looks[0]!.lights[id]!.on ? [job] : []))
      expect(on).toEqual(edge === 'none' ? ['key', 'fill'] : ['key', 'fill', 'edge'])
    }
  })

  it('puts the key where it is said to be', () => {
    const set = demoSet()
    const { place } = lightsPlaced(set, {
      ...USUAL_LIGHTS,
      roundDeg: 90,
      distanceM: 2,
      overEyesM: 0,
      isHard: true,
    }).lights.find(({ job }) => job === 'key')!
    const subject = set.subjects[0]!.place
    expect([place.xM - subject.xM, place.yM - subject.yM].map(one => Math.round(one * 1e6) / 1e6)).toEqual([2, 0])
  })
})
