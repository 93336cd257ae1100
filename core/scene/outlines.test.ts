import { describe, expect, it } from 'vitest'
import { polygonArea } from 'd3-polygon'
import { demoSet } from '#core/edits/demo'
import { panelOfKind } from '#core/edits/panels'
import { expectShare, expectWithin } from '#support/tolerance'
import { project, projectionOf } from '../camera/projection'
import { roomBounds } from '../model/bounds'
import { headHeightM } from '../model/headHeight'
import type { Light, StudioSet } from '../model/schema'
import type { Modifier } from '../physics/sources/modifier'
import { modifierOfKind } from '../physics/sources/modifiers'
import { hangs, HANGS_UNDER_M, isOverSubject, standFoot } from './stands'
import { lightOutline, type FlatPlace } from './lightOutlines'
import { figurePlan } from './planOutlines'
import { backdropSide, figureSide, panelSide } from './sideOutlines'

const set = demoSet()
/** With nobody near the light of these tests. */
const hall: StudioSet = { ...set, subjects: [{ ...set.subjects[0]!, place: { xM: -2, yM: 2 } }] }
const area = (places: readonly FlatPlace[]) => Math.abs(polygonArea(places.map(([a, b]): [number, number] => [a, b])))
const spanOf = (places: readonly FlatPlace[], axis: 0 | 1) => {
  const values = places.map(place => place[axis])
  return [Math.min(...values), Math.max(...values)] as const
}
const middleOf = (places: readonly FlatPlace[], axis: 0 | 1) => {
  const [least, most] = spanOf(places, axis)
  return (least + most) / 2
}
/** A light at 2 m that looks level at the backdrop from the camera's side, its modifier told. */
const level = (modifier: Modifier, changes: Partial<Light> = {}): Light => ({
  ...set.lights[0]!,
  modifier,
  place: { xM: 0.5, yM: 4, zM: 2 },
  aim: { at: 'place', place: { xM: 0.5, yM: 0, zM: 2 }, featherPanDeg: 0, featherTiltDeg: 0 },
  ...changes,
})
const square = { ...modifierOfKind('softbox-large'), leaves: null }
const box = (): { widthM: number; heightM: number } => {
  if (square.front.shape !== 'rectangle') throw new Error('a box is a rectangle')
  return square.front
}

describe('a light to scale', () => {
  it('from above shows its front as a line of its width, and its body behind it', () => {
    const { front, body } = lightOutline(level(square), set, 'above')
    const [left, right] = spanOf(front, 1)
    expectWithin(right - left, box().widthM, 1e-9)
    expectWithin(middleOf(front, 1), 0.5, 1e-9)
    expect(spanOf(front, 0)).toEqual([4, 4])
    // It looks at the backdrop, so that its body is toward the camera.
    const [near, far] = spanOf(body, 0)
    expectWithin(near, 4, 1e-9)
    const depth = Math.min(0.45, Math.min(box().widthM, box().heightM) * 0.4)
    expectWithin(far, 4 + depth + 0.28, 1e-9)
    // At its foot as wide as the lamp.
    const foot = body.filter(([depthM]) => depthM > far - 1e-6)
    expectWithin(spanOf(foot, 1)[1] - spanOf(foot, 1)[0], 0.14, 1e-9)
  })

  it('from the side shows its height, and rolled by 90 degrees its width', () => {
    const side = lightOutline(level(square), set, 'side').front
    expectWithin(spanOf(side, 1)[1] - spanOf(side, 1)[0], box().heightM, 1e-9)
    expectWithin(middleOf(side, 1), 2, 1e-9)
    const rolled = lightOutline(level(square, { rollDeg: 90 }), set, 'side').front
    expectWithin(spanOf(rolled, 1)[1] - spanOf(rolled, 1)[0], box().widthM, 1e-9)
  })

  it('seen from its front shows all of it, round ones round', () => {
    const down = { at: 'place', place: { xM: 0.5, yM: 4, zM: 0 }, featherPanDeg: 0, featherTiltDeg: 0 } as const
    const whole = lightOutline(level(square, { aim: down }), set, 'above').front
    expectShare(area(whole), box().widthM * box().heightM, 1e-6)
    const disc = { ...square, front: { shape: 'disc', radiusM: 0.3 } } as const
    const round = lightOutline(level(disc, { aim: down }), set, 'above').front
    // A polygon of 24 corners in a circle: n / 2 sin(2 pi / n) r^2.
    expectShare(area(round), 12 * Math.sin((2 * Math.PI) / 24) * 0.09, 1e-9)
    const ball = { ...square, front: { shape: 'ball', radiusM: 0.2 } } as const
    for (const from of ['above', 'side'] as const) {
      const outline = lightOutline(level(ball), set, from).front
      expect(
        outline.every(
          place => Math.abs(Math.hypot(place[0] - 4, place[1] - (from === 'above' ? 0.5 : 2)) - 0.2) < 1e-9,
        ),
      ).toBe(true)
      expect(outline).toHaveLength(24)
    }
  })

  it('never goes through a wall: its body gives way', () => {
    const bounds = roomBounds(set.room)
    const near = level(square, { place: { xM: 0.5, yM: bounds.front - 0.2, zM: 2 } })
    const { body } = lightOutline(near, set, 'above')
    expectWithin(spanOf(body, 0)[1], bounds.front - 0.02, 1e-9)
    const aside = level(square, { place: { xM: bounds.right - 0.1, yM: 4, zM: 2 } })
    expectWithin(spanOf(lightOutline(aside, set, 'above').front, 1)[1], bounds.right, 1e-9)
    const low = level(square, { place: { xM: 0, yM: 4, zM: 0.2 } })
    expectWithin(spanOf(lightOutline(low, set, 'side').front, 1)[0], 0, 1e-9)
    for (const from of ['above', 'side'] as const)
      for (const yM of [bounds.back + 0.05, 1, bounds.front - 0.05])
        for (const zM of [0.1, 1, set.room.heightM - 0.05]) {
          const light = level(square, { place: { xM: bounds.left + 0.1, yM, zM }, rollDeg: 30 })
          const { front, body, stand } = lightOutline(light, set, from)
          for (const [depthM, acrossM] of [...front, ...body, ...stand.flat()]) {
            expect(depthM).toBeGreaterThanOrEqual(bounds.back)
            expect(depthM).toBeLessThanOrEqual(bounds.front)
            expect(acrossM).toBeGreaterThanOrEqual(from === 'above' ? bounds.left : 0)
            expect(acrossM).toBeLessThanOrEqual(from === 'above' ? bounds.right : set.room.heightM)
          }
        }
  })

  it('has the two barn doors that a view shows edge on, from their hinges, opened outward', () => {
    const leaves = { lengthM: 0.2, topDeg: 30, bottomDeg: null, leftDeg: 90, rightDeg: 0 }
    const light = level({ ...square, leaves })
    const above = lightOutline(light, set, 'above').leaves
    const half = box().widthM / 2
    expect(above).toHaveLength(2)
    const [left, right] = above as [FlatPlace[], FlatPlace[]]
    const near = (actual: FlatPlace, expected: FlatPlace) =>
      actual.forEach((value, axis) => expectWithin(value, expected[axis]!, 1e-9))
    near(left[0]!, [4, 0.5 - half])
    near(left[1]!, [4, 0.5 - half - 0.2])
    near(right[0]!, [4, 0.5 + half])
    near(right[1]!, [3.8, 0.5 + half])
    const side = lightOutline(light, set, 'side').leaves
    expect(side).toHaveLength(1)
    near(side[0]![0]!, [4, 2 + box().heightM / 2])
    near(side[0]![1]!, [4 - 0.2 * Math.cos(Math.PI / 6), 2 + box().heightM / 2 + 0.1])
  })

  it('stands on three legs, one of them toward what it lights, unless it hangs', () => {
    const { stand } = lightOutline(level(square), hall, 'above')
    expect(stand).toHaveLength(4)
    const feet = stand.slice(1).map(leg => leg[1]!)
    for (const [depthM, acrossM] of feet) expectWithin(Math.hypot(depthM - 4, acrossM - 0.5), 0.45, 1e-9)
    expectWithin(feet[0]![0], 3.55, 1e-9)
    expectWithin(feet[0]![1], 0.5, 1e-9)
    expectWithin(feet.reduce((sum, [depthM]) => sum + depthM, 0) / 3, 4, 1e-9)
    const side = lightOutline(level(square), hall, 'side').stand
    expect(side[0]).toEqual([
      [4, 0],
      [4, 2],
    ])
    const high = level(square, { place: { xM: 0.5, yM: 4, zM: set.room.heightM - HANGS_UNDER_M + 0.01 } })
    expect(hangs(high, set)).toBe(true)
    expect(lightOutline(high, set, 'above').stand).toEqual([])
    expect(hangs(level(square, { place: { xM: 0, yM: 4, zM: set.room.heightM - HANGS_UNDER_M } }), set)).toBe(false)
  })

  it('is on a boom where it is over somebody: its stand out of the picture, off people, inside the room', () => {
    const projection = projectionOf(set)
    const { left, right, back, front } = roomBounds(set.room)
    for (const [xM, yM] of [
      [0.1, 3.4],
      [-0.3, 3.7],
      [0, 3.1],
    ] as const) {
      const light = level(square, { place: { xM, yM, zM: 2.3 } })
      expect(isOverSubject(light, set)).toBe(true)
      const [footX, footY] = standFoot(light, set)!
      expectWithin(Math.hypot(footX - xM, footY - yM), 1.6, 1e-9)
      expect(Math.sign(footX - xM)).toBe(xM >= 0 ? 1 : -1)
      expect(footX > left && footX < right && footY > back && footY < front).toBe(true)
      for (let zM = 0; zM <= 2.3; zM += 0.1) {
        const seen = project(projection, [footX, footY, zM])!
        expect(Math.max(Math.abs(seen.u), Math.abs(seen.v))).toBeGreaterThanOrEqual(1)
      }
      // Column, three legs and the arm to the lamp; a leg lies under the arm.
      const { stand } = lightOutline(light, set, 'above')
      expect(stand).toHaveLength(5)
      const [from, to] = stand[4]!
      expect([from, to]).toEqual([
        [footY, footX],
        [yM, xM],
      ])
      const [, foot] = stand[1]!
      expectWithin(Math.hypot(foot![0] - yM, foot![1] - xM), 1.6 - 0.45, 1e-9)
    }
    // In a narrow room it turns round until it is inside.
    const narrow = { ...set, room: { ...set.room, widthM: 2.8 } }
    const [footX] = standFoot(level(square, { place: { xM: 0.1, yM: 3.4, zM: 2.3 } }), narrow)!
    expect(Math.abs(footX)).toBeLessThan(1.3)
    expect(standFoot(level(square), hall)).toEqual([0.5, 4])
  })
})

const turned = (turnDeg: number): StudioSet['subjects'][number] => ({ ...set.subjects[0]!, turnDeg })

describe('a sitter', () => {
  it('from above stands about the mark, wider across than deep, and turns', () => {
    const span = (parts: ReturnType<typeof figurePlan>, axis: 'X' | 'Y') => {
      const ends = parts.flatMap(part =>
        [part[`from${axis}`], part[`to${axis}`]].flatMap(at => [at - part.radiusM, at + part.radiusM]),
      )
      return Math.max(...ends) - Math.min(...ends)
    }
    const [ahead, aside] = [figurePlan(turned(0)), figurePlan(turned(90))]
    expect(span(ahead, 'X')).toBeGreaterThan(span(ahead, 'Y') * 1.3)
    expectWithin(span(aside, 'Y'), span(ahead, 'X'), 0.06)
    // Left and right are alike.
    const across = ahead.flatMap(({ fromX, toX }) => [fromX, toX])
    expectWithin(Math.max(...across), -Math.min(...across), 1e-9)
    expect(ahead.map(({ heightM }) => heightM)).toEqual(ahead.map(({ heightM }) => heightM).toSorted((a, b) => a - b))
    // Toes point the way that the sitter faces: toward the camera, and toward its left once turned.
    expect(Math.max(...ahead.flatMap(({ fromY, toY }) => [fromY, toY]))).toBeGreaterThan(3.6 + 0.1)
    expect(Math.min(...aside.flatMap(({ fromX, toX }) => [fromX, toX]))).toBeLessThan(-0.1)
  })

  it('from the side is as high as the sitter, with the head at head height', () => {
    const sitter = turned(0)
    const parts = figureSide(sitter)
    const tops = parts.map(({ from, to, radiusM }) => Math.max(from[1], to[1]) + radiusM)
    expectWithin(Math.max(...tops) / sitter.heightM, 1, 0.03)
    const head = parts.filter(({ isHead }) => isHead)
    expect(head.length).toBeGreaterThan(0)
    expectWithin((head[0]!.from[1] + head[0]!.to[1]) / 2, headHeightM(sitter), 0.06)
    expectWithin(parts.find(({ isHead }) => isHead)!.from[0], 3.6, 0.05)
    const back = figureSide(turned(180))
    const reach = (all: typeof parts) => Math.max(...all.flatMap(({ from, to }) => [from[0], to[0]]))
    const least = (all: typeof parts) => Math.min(...all.flatMap(({ from, to }) => [from[0], to[0]]))
    expectWithin(reach(parts) - 3.6, 3.6 - least(back), 1e-9)
  })
})

describe('a backdrop and a panel from the side', () => {
  it('goes down the drop, round the curve and out along the sweep', () => {
    const course = backdropSide(set.backdrop)
    expect(course[0]).toEqual([0, 2.8])
    expect(course.at(-1)).toEqual([1.6, 0])
    // Each place of the curve is a radius from its middle.
    for (const [y, z] of course.slice(1, -1)) expectWithin(Math.hypot(y - 0.35, z - 0.35), 0.35, 1e-9)
    expect(course).toHaveLength(11)
    for (const kind of ['painted-wall', 'lit-panel'] as const)
      expect(backdropSide({ ...set.backdrop, kind })).toEqual([
        [0, 2.8],
        [0, 0],
      ])
    expect(backdropSide({ ...set.backdrop, sweepM: 0 })).toHaveLength(2)
  })

  it('has a leaning panel’s four corners, and a pair’s two wings', () => {
    const flag = { ...panelOfKind('flag', 'flag'), place: { xM: 0, yM: 3, zM: 1 }, heightM: 1, tiltDeg: 30 }
    const [outline] = panelSide(flag)
    const heights = outline!.map(([, z]) => z)
    expectWithin(Math.max(...heights), 1 + Math.cos(Math.PI / 6), 1e-9)
    expectWithin(Math.min(...heights), 1, 1e-9)
    // Leaning back from the side it faces, which is the camera's.
    expectWithin(Math.min(...outline!.map(([y]) => y)), 2.5, 1e-9)
    expect(panelSide(panelOfKind('v-flat', 'flat'))).toHaveLength(2)
  })
})
