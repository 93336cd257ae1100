import { describe, expect, it } from 'vitest'
import { soundDistribution, type Distribution } from './photometricAngles'
import { photometricTold } from '#wording/refusals/told'
import { reading } from './photometricFaults'

const of = (verticalDeg: number[], horizontalDeg: number[]): Distribution => ({
  verticalDeg,
  horizontalDeg,
  candela: horizontalDeg.map((_, plane) => verticalDeg.map((__, at) => 100 * plane + at)),
  notes: [],
})
const sound = soundDistribution
const refused = (type: 'A' | 'B' | 'C', file: Distribution): string => {
  const outcome = photometricTold(reading(() => sound(type, file)))
  return outcome.ok ? 'taken' : outcome.message
}

describe('a distribution of type C', () => {
  it('is taken as it is where its angles are those of the standard', () => {
    for (const last of [90, 180, 360]) {
      const file = of([0, 45, 90], [0, last / 2, last])
      expect(sound('C', file)).toEqual(file)
    }
    expect(sound('C', of([0, 90], [0]))).toEqual(of([0, 90], [0]))
    expect(sound('C', of([90, 135, 180], [90, 180, 270]))).toEqual(of([90, 135, 180], [90, 180, 270]))
  })

  it('with planes from below 0 is laid out from 0 to 360, each plane with its own row', () => {
    const { horizontalDeg, candela, notes } = sound('C', of([0, 90], [-180, -90, 0, 90, 180]))
    expect(horizontalDeg).toEqual([0, 90, 180, 270, 360])
    // -180 and 180 are one plane; what comes last closes the circle.
    expect(candela.map(([first]) => first)).toEqual([200, 300, 0, 100, 200])
    expect(notes).toEqual([{ is: 'planes-below-zero' }, { is: 'planes-end', atDeg: 270 }])
  })

  it('that ends a step short of the first plane gets it again, but not where more is missing', () => {
    expect(sound('C', of([0, 90], [0, 90, 180, 270])).horizontalDeg).toEqual([0, 90, 180, 270, 360])
    expect(sound('C', of([0, 90], [0, 90, 180, 270])).candela.at(-1)).toEqual([0, 1])
    expect(refused('C', of([0, 90], [0, 90, 180, 200]))).toMatch(/these run from 0 to 200/)
    expect(refused('C', of([0, 90], [0, 45]))).toMatch(/horizontal angles run from 0 to 0, 90, 180 or 360/)
  })

  it('of one plane is round, whatever its angle', () => {
    const { horizontalDeg, notes } = sound('C', of([0, 90], [45]))
    expect([horizontalDeg, notes]).toEqual([[0], [{ is: 'one-plane' }]])
  })

  it('that begins up to fifteen degrees off its axis goes on to it; further off it is refused', () => {
    const { verticalDeg, candela, notes } = sound('C', of([15, 90], [0]))
    expect([verticalDeg, candela]).toEqual([[0, 15, 90], [[0, 0, 1]]])
    expect(notes[0]).toEqual({ is: 'axis-taken', atDeg: 15 })
    expect(refused('C', of([16, 90], [0]))).toMatch(/vertical angles run from 0 or 90 .* from 16 to 90/)
    expect(refused('C', of([0, 185], [0]))).toMatch(/180 at most/)
  })

  it('that ends before 90 or 180 sends nothing beyond, and says so', () => {
    expect(sound('C', of([0, 60], [0])).notes).toEqual([{ is: 'angles-end', of: 'vertical', atDeg: 60 }])
    expect(sound('C', of([0, 120], [0])).notes).toHaveLength(1)
  })
})

describe('a distribution of type A or B', () => {
  it('runs from -90 or 0 to 90, in one way both sides alike', () => {
    for (const type of ['A', 'B'] as const) {
      expect(sound(type, of([-90, 0, 90], [0, 90])).notes).toEqual([])
      expect(sound(type, of([-60, 0, 60], [0, 30, 90])).notes).toEqual([
        { is: 'angles-end', of: 'vertical', atDeg: 60 },
      ])
      expect(sound(type, of([0], [0])).notes).toEqual([])
      expect(refused(type, of([-60, 0, 50], [0, 90]))).toMatch(
        new RegExp(`type ${type} vertical angles run from -90 or 0 to 90; these run from -60 to 50`),
      )
      expect(refused(type, of([-90, 90], [10, 90]))).toMatch(/horizontal angles .* from 10 to 90/)
      expect(refused(type, of([-100, 0, 100], [0, 90]))).toMatch(/from -100 to 100/)
      expect(refused(type, of([0, 95], [0, 90]))).toMatch(/from 0 to 95/)
    }
  })
})

describe('angles', () => {
  it('that do not rise are refused', () => {
    expect(refused('C', of([0, 90, 90], [0]))).toMatch(/: the vertical angles do not rise\. Nothing/)
    expect(refused('A', of([0, 90], [0, 60, 30]))).toMatch(/: the horizontal angles do not rise\. Nothing/)
  })
})
