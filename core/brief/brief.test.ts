import { applyChange } from '../changes/apply'
import { describe, expect, it } from 'vitest'
import { focusLimits } from '../checks/focus'
import { catchLightOf, clockOf } from '../checks/catchLight'
import { project, projectionOf } from '../camera/projection'
import { emptySet } from '../starting/emptySet'
import { headHeightM } from '../model/headHeight'
import type { Brief, StudioSet } from '../model/schema'
import { expectWithin } from '#support/tolerance'
import { bestLens, distanceFor, FOCAL_LENGTHS_MM, frameNeed, frameUp, lensesThatFit } from './framing'
import { moveSubjectGroup } from '../edits/subjectGroup'
import { coverOf, feasibility, nearerUntilCovered, type Answer } from './feasibility'
import { askLook } from './looks'
import { askRatio } from './editBrief'

const room = (
  widthM: number,
  depthM: number,
  heightM: number,
  framing: Brief['framing'],
  toBackdropM = 0.9,
): StudioSet => {
  const set = emptySet('test', 'Test')
  return {
    ...set,
    brief: { ...set.brief, framing },
    room: { ...set.room, widthM, depthM, heightM, behindBackdropM: 0.1 },
    backdrop: {
      ...set.backdrop,
      widthM: Math.min(2.72, widthM - 0.1),
      heightM: Math.min(2.8, heightM - 0.1),
      sweepM: 0.8,
    },
    subjects: set.subjects.map(subject => ({ ...subject, place: { xM: 0, yM: toBackdropM } })),
  }
}
const answer = (set: StudioSet, id: Answer['id']) => feasibility(set).find(candidate => candidate.id === id)!
const longest = (set: StudioSet) => Math.max(0, ...lensesThatFit(set).map(({ focalLengthMm }) => focalLengthMm))

describe('framing', () => {
  it.each(['head', 'half', 'full'] as const)(
    '%s: shows what it names, edge to edge, with every lens that does not tilt much',
    framing => {
      for (const focalLengthMm of FOCAL_LENGTHS_MM.filter(mm => mm >= 50)) {
        const set = frameUp(room(20, 40, 6, framing), focalLengthMm)
        const { heightM, middleM } = frameNeed(set)
        const { yM } = set.subjects[0]!.place
        // The camera looks a little down or up, so the edges are met within a few hundredths.
        expectWithin(project(projectionOf(set), [0, yM, middleM])!.v, 0, 1e-9)
        expectWithin(project(projectionOf(set), [0, yM, middleM + heightM / 2])!.v, 1, 0.06)
        expectWithin(project(projectionOf(set), [0, yM, middleM - heightM / 2])!.v, -1, 0.06)
      }
    },
  )

  it('is twice as far with twice the focal length', () => {
    const set = room(20, 40, 6, 'half')
    expectWithin(
      distanceFor(set, { ...set.camera, lens: { focalLengthMm: 100 } }),
      2 * distanceFor(set, { ...set.camera, lens: { focalLengthMm: 50 } }),
      1e-9,
    )
  })

  // Common practice, no source: what small rooms are good for.
  it('says of small rooms what photographers say', () => {
    expect(longest(room(3, 3, 2.7, 'full'))).toBeLessThan(35)
    expect(longest(room(3, 3, 2.7, 'head'))).toBeGreaterThanOrEqual(50)
    expect(longest(room(2, 3.5, 2.7, 'half'))).toBe(70)
    expect(longest(room(2, 3.5, 2.7, 'head'))).toBeGreaterThanOrEqual(85)
    expect(longest(room(5, 7.5, 3.2, 'full', 2.5))).toBeGreaterThanOrEqual(50)
  })
})

describe('going nearer until the backdrop fills the frame', () => {
  // Sitters too far before a narrow roll: the frame at the backdrop is wider than the roll is.
  const far = frameUp(room(8, 14, 4, 'half', 5), 50)
  const isCovered = (byM: number) => coverOf(frameUp(moveSubjectGroup(far, -byM))).isOk

  it('goes as far as it has to, with a little to spare, and no further', () => {
    expect(isCovered(0)).toBe(false)
    const byM = nearerUntilCovered(far)!
    expect(isCovered(byM)).toBe(true)
    // The same by trying every centimetre.
    const first = Array.from({ length: 500 }, (_, cm) => cm / 100).find(isCovered)!
    expect(byM).toBeGreaterThanOrEqual(first - 0.01)
    expect(byM).toBeLessThan(first + 0.3)
  })

  it('is nothing where the subject would have to stand in the backdrop', () => {
    const narrow = { ...far, backdrop: { ...far.backdrop, widthM: 0.5 } }
    expect(nearerUntilCovered(narrow)).toBeUndefined()
  })
})

describe('whether it can be done here', () => {
  it('answers everything with yes in a hall', () => {
    expect(feasibility(frameUp(room(8, 12, 4, 'half', 3), 85)).filter(({ isOk }) => !isOk)).toEqual([])
  })

  it.each([
    ['framing', frameUp(room(3, 4, 2.7, 'half'), 200)],
    [
      'cover',
      frameUp({ ...room(5, 9, 3, 'half', 3), backdrop: { ...room(5, 9, 3, 'half').backdrop, widthM: 1.35 } }, 50),
    ],
    ['depth', frameUp(room(3, 5, 2.7, 'full'), 85)],
    ['floor', frameUp(room(6, 10, 3, 'full', 3), 50)],
  ] as const)('%s: says what to change, and each change mends it', (id, set) => {
    const { isOk, fixes } = answer(set, id)
    expect(isOk).toBe(false)
    expect(fixes.length).toBeGreaterThan(0)
    for (const fix of fixes) expect([fix, answer(applyChange(set, fix.change), id).isOk]).toEqual([fix, true])
  })

  it('counts the minutes', () => {
    const set = room(6, 9, 3, 'half')
    expect(answer({ ...set, brief: { ...set.brief, looksWanted: 8, minutesPerSitter: 20 } }, 'time')).toMatchObject({
      isOk: false,
      fact: { is: 'time', looks: 8, minutes: 20, eachMinutes: 2.5 },
    })
  })
})

describe('asking', () => {
  it('writes a look and takes it back, others’ targets untouched', () => {
    const asked = askRatio(askLook(emptySet('a', 'A'), 'first', 'mid-grey'), 'first', 4)
    expect(asked.looks[0]!.targets['backdrop/left']).toEqual({ kind: 'value', value: 118 })
    expect(asked.looks[0]!.targets['subject/shadow-side']).toEqual({ kind: 'ratio', stops: -2 })
    const dark = askLook(asked, 'first', 'silhouette')
    expect(dark.looks[0]!.exposure.followsPointId).toBeNull()
    expect(dark.looks[0]!.targets['subject/key-side']).toBeUndefined()
    expect(askLook(dark, 'first', 'white').looks[0]!.targets['subject/shadow-side']).toEqual({
      kind: 'ratio',
      stops: -2,
    })
  })
})

describe('focus and eyes', () => {
  it('has the limits of a thin lens', () => {
    // 50 mm at f/8 with a circle of 0.02885 mm (43.27 mm / 1500): H = 2500 / (8 x 0.02885) + 50 = 10.88 m; focused
    // there, from half of it to infinity.
    const sensor = { widthMm: 36, heightMm: 24 }
    const hyperfocalM = 0.05 ** 2 / ((8 * Math.hypot(0.036, 0.024)) / 1500) + 0.05
    expectWithin(hyperfocalM, 10.88, 0.01)
    expectWithin(focusLimits(hyperfocalM, 50, 8, sensor).nearM, hyperfocalM / 2, 1e-6)
    expect(focusLimits(hyperfocalM, 50, 8, sensor).farM).toBe(Infinity)
    const { nearM, farM } = focusLimits(2, 85, 4, sensor)
    // Conjugates: blur of equal size on both sides.
    expectWithin(1 / nearM - 1 / 2, 1 / 2 - 1 / farM, 0.002)
  })

  it('finds the catch light half way between camera and lamp, as on a clock', () => {
    const set = frameUp(emptySet('a', 'A'), bestLens(emptySet('a', 'A')))
    const subject = set.subjects[0]!
    const at = (xM: number, overM: number) =>
      catchLightOf(set, subject, {
        place: { xM, yM: subject.place.yM + 1.5, zM: headHeightM(subject) + overM },
      } as never)
    expect(clockOf(at(0, 1))).toBe(12)
    expect(clockOf(at(-1.2, 0.9))).toBe(10)
    expect(clockOf(at(1.2, 0.9))).toBe(2)
    const level = { ...set, camera: { ...set.camera, place: { ...set.camera.place, zM: headHeightM(subject) } } }
    expectWithin(
      catchLightOf(level, subject, {
        place: { xM: 0, yM: subject.place.yM + 1, zM: headHeightM(subject) + 1 },
      } as never).upDeg,
      22.5,
      1e-6,
    )
  })
})
