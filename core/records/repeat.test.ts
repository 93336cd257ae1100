import { beforeAll, describe, expect, it } from 'vitest'
import { findHidden, meteredIn } from '#support/repeats'
import { expectWithin } from '#support/tolerance'
import { demoSet } from '../edits/demo'
import { changeSettings } from '../edits/edits'
import { validationErrors } from '../validation/validation'
import { hallWith, hideable, isSameCulprit, suspected, suspectsOf, type Suspect } from './suspects'
import { designRepeat, expectedFNumber, offOfReading, type RepeatDesign } from './repeatDesign'
import { culpritsAfter, isExplained, nextChecks } from './culprits'

let design: RepeatDesign
let record: Awaited<ReturnType<typeof meteredIn>>
beforeAll(async () => {
  record = await meteredIn(demoSet(), 3, 0)
  design = (await designRepeat(record.set, record.camera, record.learned))!
})

const at = (match: (check: RepeatDesign['checks'][number]) => boolean) => design.checks.findIndex(match)
const of = (match: (suspect: Suspect) => boolean) => design.suspects.findIndex(match)

describe('readings that would show a difference', () => {
  it('move by what a guess does: a lamp by its share, paper only before a spot meter', () => {
    const more = of(one => one.kind === 'lamp' && one.lightId === 'key' && one.stops > 0)
    const alone = at(({ lightIds, pointId }) => lightIds.join() === 'key' && pointId === 'subject/key-side')
    expectWithin(design.shifts[more]![alone]!, 1 / 3, 1e-6)
    const other = at(({ lightIds }) => lightIds.join() === 'backdrop-left')
    expectWithin(design.shifts[more]![other]!, 0, 1e-9)
    const paper = of(one => one.kind === 'paper' && one.stops === -0.5)
    const spot = at(({ lightIds, meter }) => lightIds.length === 3 && meter === 'spot')
    expect(design.shifts[paper]![spot]!).toBeLessThan(-0.45)
    const incident = at(
      ({ lightIds, meter, pointId }) => lightIds.length === 3 && meter === 'incident' && pointId === 'backdrop/middle',
    )
    expect(Math.abs(design.shifts[paper]![incident]!)).toBeLessThan(0.15)
    expect(design.shifts[0]!.every(shift => Math.abs(shift) < 1e-9)).toBe(true)
  })

  it('expect what the record metered where it did, and are surer there', () => {
    const metered = at(({ lightIds, pointId }) => lightIds.length === 3 && pointId === 'subject/key-side')
    const check = design.checks[metered]!
    const planned = at(({ meter }) => meter === 'spot')
    expect(check.spreadStops).toBeLessThan(design.checks[planned]!.spreadStops)
    const fNumber = expectedFNumber(record.set, record.camera, check)
    expectWithin(offOfReading(record.set, record.camera, check, fNumber), 0, 1e-9)
    expectWithin(offOfReading(record.set, record.camera, check, fNumber * 2), 2, 1e-9)
  })

  it('of guesses that a room can hold', () => {
    for (const suspect of suspectsOf(record.set)) expect(validationErrors(suspected(record.set, suspect))).toEqual([])
  })

  it('can be hidden in a hall, each in its own way, but for more than a lamp has', () => {
    const full = changeSettings(record.set, 'white', { key: { on: true, powerStops: 0 } })
    const more = { kind: 'lamp', lightId: 'key', stops: 1 / 3 } as const
    expect(hideable(record.set)).toContainEqual(more)
    expect(hallWith(full, more).looks[0]!.lights.key).toEqual({ on: true, powerStops: 0 })
    for (const suspect of hideable(record.set)) {
      expect(validationErrors(hallWith(record.set, suspect))).toEqual([])
      expect(hallWith(record.set, suspect)).not.toEqual(record.set)
      expect(isSameCulprit(suspect, suspect)).toBe(true)
    }
  })

  it('are three that name a hidden thing in a hall as planned', async () => {
    for (const hidden of [
      { kind: 'lamp', lightId: 'backdrop-right', stops: -1 / 3 },
      { kind: 'paper', stops: -0.5 },
      { kind: 'wall', wall: 'ceiling', isDarker: true },
    ] as const) {
      const { named, taken } = await findHidden(demoSet(), hidden, { seed: 3, roughness: 0, readings: 3 })
      expect(taken).toHaveLength(3)
      expect(
        isSameCulprit(named, hidden),
        JSON.stringify({ hidden, named, taken: taken.map(one => [design.checks[one.check], one.offStops]) }),
      ).toBe(true)
    }
  })

  it('leave nobody out, add up to one, and name nothing where nothing moved', () => {
    const checks = nextChecks(design, [], 3)
    expect(new Set(checks).size).toBe(3)
    const culprits = culpritsAfter(design, [])
    expectWithin(
      culprits.reduce((sum, { probability }) => sum + probability, 0),
      1,
      1e-9,
    )
    const still = Array.from(design.checks.keys(), check => ({ check, offStops: 0 }))
    expect(culpritsAfter(design, still)[0]!.suspect.kind).toBe('nothing')
  })

  it('say so where no guess makes sense of them', () => {
    const [check] = nextChecks(design, [], 1)
    expect(isExplained(design, [{ check: check!, offStops: 0.02 }])).toBe(true)
    expect(isExplained(design, [{ check: check!, offStops: 3.5 }])).toBe(false)
  })

  it('stop where they are called off', async () => {
    expect(await designRepeat(record.set, record.camera, record.learned, { pause: async () => true })).toBeUndefined()
  })
})
