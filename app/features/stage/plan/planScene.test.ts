import { describe, expect, it } from 'vitest'
import { lightDistance, subjectDistance } from '#core/edits/distances'
import { demoSet } from '#core/edits/demo'
import { genericKit } from '#core/kit/genericKit'
import type { Light, StudioSet } from '#core/model/schema'
import { roomBounds } from '#core/model/bounds'
import { lightOutline } from '#core/scene/lightOutlines'
import { STARTING_POINTS, startFrom } from '#core/starting/startFrom'
import { boxesMeet, placeLabels, type Box } from './placeLabels'
import { planMap, sideMap, stageLayout } from './planMap'
import { planScene } from './planScene'
import { heavySet } from '#support/heavySet'
import { expectWithin } from '#support/tolerance'

/** Fields of the plan on a laptop, a tablet and a phone, pixels. */
const FIELDS = [
  { width: 603, height: 514 },
  { width: 428, height: 480 },
  { width: 390, height: 560 },
] as const

const GENERIC = genericKit()
const setUps = STARTING_POINTS.map(point => [point.name, startFrom(demoSet(), point, GENERIC).set] as const)
const metres = (value: number) => `${value.toFixed(2)} m`
const same = (name: string) => name

/** All drawings of a set in a field: the plan as it lies or stands, and the side view. */
const drawings = (set: StudioSet, { width, height }: (typeof FIELDS)[number]) =>
  (['plan', 'both'] as const).flatMap(shows => {
    const layout = stageLayout(roomBounds(set.room), width, height, shows)
    const map = planMap(roomBounds(set.room), width, layout.planHeight, layout)
    const key = set.lights[0]
    const tapes = [subjectDistance(set.subjects[0]!), ...(key ? [lightDistance(key, set)] : [])]
    const above = { map, view: 'above' as const, height: layout.planHeight, tapes }
    const side = {
      map: sideMap(map, layout.sideHeight),
      view: 'side' as const,
      height: layout.sideHeight,
      tapes: tapes.slice(1),
    }
    return shows === 'both' ? [above, side] : [above]
  })
const labelsOf = (set: StudioSet, size: (typeof FIELDS)[number]) =>
  drawings(set, size).map(({ map, view, height, tapes }) => {
    const scene = planScene(set, map, { view, selectedIds: [], tapes, distance: metres, sized: same })
    const field = { left: 0, top: 0, right: size.width, bottom: height }
    return { scene, field, view, labels: placeLabels(scene.wishes, field, scene.bodies, scene.lines) }
  })
const pairs = <T>(items: readonly T[]) => items.flatMap((a, at) => items.slice(at + 1).map(b => [a, b] as const))
const holds = (outer: Box, inner: Box) =>
  inner.left >= outer.left && inner.right <= outer.right && inner.top >= outer.top && inner.bottom <= outer.bottom

describe.each(setUps)('words on the plan of %s', (_name, set) => {
  it.each(FIELDS)('keep off each other, off things and inside, in $width × $height', size => {
    for (const { scene, field, view, labels } of labelsOf(set, size)) {
      for (const [a, b] of pairs(labels)) expect(boxesMeet(a.box, b.box), `${a.words} and ${b.words}`).toBe(false)
      for (const label of labels) {
        expect(holds(field, label.box), label.words).toBe(true)
        for (const body of scene.bodies)
          expect(boxesMeet(label.box, body), `${label.words} on ${body.id}, ${view}`).toBe(false)
      }
      // Nothing that counts is left out: each light has its letter, each tape its length.
      const wanted = scene.wishes.filter(({ weight }) => weight >= 10)
      expect(labels.filter(({ weight }) => weight >= 10).length, view).toBe(wanted.length)
    }
  })

  it('shows no body of a light through a wall', () => {
    const { left, right, back, front, floor, ceiling } = roomBounds(set.room)
    for (const light of set.lights)
      for (const [view, low, high] of [
        ['above', left, right],
        ['side', floor, ceiling],
      ] as const) {
        const { body, front: shine } = lightOutline(light, set, view)
        for (const [depthM, acrossM] of [...body, ...shine]) {
          expect(depthM).toBeGreaterThanOrEqual(back)
          expect(depthM).toBeLessThanOrEqual(front)
          expect(acrossM).toBeGreaterThanOrEqual(low)
          expect(acrossM).toBeLessThanOrEqual(high)
        }
      }
  })
})

describe('words on a plan that is too full', () => {
  it('are left out before they meet', () => {
    for (const size of FIELDS)
      for (const { scene, field, labels } of labelsOf(heavySet(), size)) {
        for (const [a, b] of pairs(labels)) expect(boxesMeet(a.box, b.box)).toBe(false)
        for (const { box } of labels) expect(holds(field, box)).toBe(true)
        for (const { box } of labels) expect(scene.bodies.some(body => boxesMeet(box, body))).toBe(false)
      }
  })

  it('give way to the words of what is chosen', () => {
    const set = heavySet()
    const layout = stageLayout(roomBounds(set.room), 603, 514, 'both')
    const map = planMap(roomBounds(set.room), 603, layout.planHeight, layout)
    for (const { id } of set.lights.slice(0, 12)) {
      const { wishes } = planScene(set, map, {
        view: 'above',
        selectedIds: [id],
        tapes: [],
        distance: metres,
        sized: same,
      })
      expect(wishes.toSorted((a, b) => b.weight - a.weight)[0]!.id).toBe(id)
    }
  })
})

describe('a light as it is drawn', () => {
  const plain = demoSet()
  const aimed = (changes: object) => {
    const [light] = plain.lights
    const at = { ...light!, ...changes, place: { xM: 0, yM: 4, zM: 1.5 } }
    return lightOutline(
      { ...at, aim: { at: 'place', place: { xM: 0, yM: 0, zM: 1.5 }, featherPanDeg: 0, featherTiltDeg: 0 } } as Light,
      plain,
      'above',
    )
  }
  const reach = (places: readonly (readonly [number, number])[]) => ({
    deep: Math.max(...places.map(([d]) => d)) - Math.min(...places.map(([d]) => d)),
    wide: Math.max(...places.map(([, a]) => a)) - Math.min(...places.map(([, a]) => a)),
  })
  const rectangle = (widthM: number, heightM: number) => ({
    modifier: { ...plain.lights[0]!.modifier, front: { shape: 'rectangle', widthM, heightM } },
  })

  it('has its front as wide as the model’s, edge on, and its body behind', () => {
    const { front, body } = aimed(rectangle(1.2, 0.3))
    expectWithin(reach(front).wide, 1.2, 1e-9)
    expectWithin(reach(front).deep, 0, 1e-9)
    expect(Math.min(...body.map(([d]) => d))).toBeCloseTo(4, 9)
    expect(reach(body).deep).toBeGreaterThan(0.2)
  })

  it('shows its other side once it is rolled', () => {
    expectWithin(reach(aimed({ ...rectangle(1.2, 0.3), rollDeg: 90 }).front).wide, 0.3, 1e-9)
    // Half turned, corner to corner: (1.2 + 0.3) / √2.
    expectWithin(reach(aimed({ ...rectangle(1.2, 0.3), rollDeg: 45 }).front).wide, 1.5 / Math.SQRT2, 1e-9)
  })

  it('stands on a leg toward what it lights and two behind, as wide apart as legs are; what hangs has none', () => {
    const [column, ...legs] = aimed({}).stand
    expect(column).toEqual([
      [4, 0],
      [4, 0],
    ])
    const ends = legs.map(leg => leg[1]!)
    expect(ends).toHaveLength(3)
    for (const [deep, across] of ends) expectWithin(Math.hypot(deep - 4, across), 0.45, 1e-9)
    expectWithin(ends[0]![0], 4 - 0.45, 1e-9)
    expectWithin(ends[1]![1] + ends[2]![1], 0, 1e-9)
    expectWithin(ends[1]![0], 4 + 0.225, 1e-9)
    const high = { ...plain.lights[0]!, place: { xM: 0, yM: 4, zM: plain.room.heightM - 0.5 } }
    expect(lightOutline(high, plain, 'side').stand).toEqual([])
    // In a corner no leg goes through the wall.
    const { left, back } = roomBounds(plain.room)
    const corner = { ...plain.lights[0]!, place: { xM: left + 0.1, yM: back + 0.1, zM: 1.5 } }
    for (const [deep, across] of lightOutline(corner, plain, 'above').stand.flat()) {
      expect(deep).toBeGreaterThanOrEqual(back)
      expect(across).toBeGreaterThanOrEqual(left)
    }
  })

  it('opens its barn doors by their angles', () => {
    const leaves = { lengthM: 0.2, topDeg: null, bottomDeg: null, leftDeg: 90, rightDeg: 0 }
    const { leaves: drawn } = aimed({
      modifier: { ...plain.lights[0]!.modifier, front: { shape: 'rectangle', widthM: 1, heightM: 1 }, leaves },
    })
    const lengths = drawn.map(([from, to]) => [to![0] - from![0], Math.abs(to![1]) - Math.abs(from![1])])
    // Wide open lies in the plane of the front; at 0° the leaf points along the axis, toward the backdrop.
    expectWithin(lengths[0]![0]!, 0, 1e-9)
    expectWithin(lengths[0]![1]!, 0.2, 1e-9)
    expectWithin(lengths[1]![0]!, -0.2, 1e-9)
    expectWithin(lengths[1]![1]!, 0, 1e-9)
  })
})
