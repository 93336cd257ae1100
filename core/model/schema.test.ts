import * as v from 'valibot'
import { describe, expect, it } from 'vitest'
import { everythingSet } from '#support/everythingSet'
import { SetShape, type StudioSet } from './schema'

type Place = readonly (string | number)[]
const at = (value: unknown, place: Place): unknown =>
  place.reduce((one, key) => (one as Record<string, unknown>)[key], value)
const plain = (): Record<string, unknown> => JSON.parse(JSON.stringify(everythingSet())) as Record<string, unknown>
/** The set that says everything, with one thing in it otherwise. */
const withAt = (place: Place, value: unknown): unknown => {
  const set = plain()
  const parent = at(set, place.slice(0, -1)) as Record<string, unknown>
  if (value === undefined) Reflect.deleteProperty(parent, place.at(-1)!)
  else parent[place.at(-1)!] = value
  return set
}
const accepts = (set: unknown) => v.safeParse(SetShape, set).success
const LIGHT = ['lights', 0]
const MODIFIER = [...LIGHT, 'modifier']
const LOOK = ['looks', 0]
const TARGETS = [...LOOK, 'targets']

describe('the shape of a set', () => {
  it('holds everything that can be said, as it was said', () => {
    expect(v.parse(SetShape, plain())).toEqual(plain())
  })

  it('has no room for what it does not know, wherever it stands', () => {
    const stray = (value: unknown): number => {
      if (!value || typeof value !== 'object') return 0
      const inner = Object.values(value).reduce<number>((sum, one) => sum + stray(one), 0)
      if (Array.isArray(value)) return inner
      const own = value as Record<string, unknown>
      own['Not known'] = 1
      const isRefused = !accepts(whole)
      Reflect.deleteProperty(own, 'Not known')
      expect(isRefused, JSON.stringify(value).slice(0, 80)).toBe(true)
      return inner + 1
    }
    const whole = plain()
    expect(stray(whole)).toBeGreaterThan(100)
    expect(accepts(whole)).toBe(true)
  })

  /** What a set of an older version, or of another program, may leave out, and what it means then. */
  it.each<[Place, unknown]>([
    [['brief'], { look: 'white', framing: 'half', ratio: 2, looksWanted: 1, minutesPerSitter: 20 }],
    [['room', 'ambient'], null],
    [['room', 'floorGloss'], null],
    [['backdrop', 'gloss'], null],
    [['backdrop', 'coveRadiusM'], 0.35],
    [['backdrop', 'corner'], null],
    [
      ['backdrop', 'transmittance'],
      [0, 0, 0],
    ],
    [['backdrop', 'mottle'], null],
    [
      ['subjects', 0, 'hair'],
      [0.07, 0.05, 0.04],
    ],
    [['subjects', 0, 'haircut'], 'short'],
    [['subjects', 0, 'glasses'], false],
    [['subjects', 0, 'pose'], 'standing'],
    [['subjects', 0, 'build'], 'man'],
    [['subjects', 0, 'turnDeg'], 0],
    [['camera', 'falloff'], { use: 'none', fields: [] }],
    [['camera', 'whiteBalanceK'], 5600],
    [['camera', 'syncShutterS'], 0.005],
    [['camera', 'lensLossStops'], 0],
    [['camera', 'sensorHeadroomStops'], 0.5],
    [['panels', 1, 'holes'], null],
    [['panels', 0, 'kitId'], null],
    [['panels'], []],
    [['props'], []],
    [['points'], []],
    [['locked'], []],
    [['groups'], []],
    [[...LIGHT, 'lamp', 'output', 'convention'], 'metered'],
    [[...LIGHT, 'lamp', 'cctK'], 5600],
    [[...LIGHT, 'lamp', 'watts'], null],
    [[...LIGHT, 'lamp', 'givesStops'], 0],
    [[...MODIFIER, 'cutoff'], null],
    [[...MODIFIER, 'housing'], { frontReflectance: 0.55, backReflectance: 0.05 }],
    [[...LIGHT, 'gel'], null],
    [[...LIGHT, 'rollDeg'], 0],
    [[...LOOK, 'areas'], []],
    [[...LOOK, 'run'], { first: 'key', order: [], skipped: [] }],
    [[...LOOK, 'grid'], null],
    [[...LOOK, 'overrides'], { lights: {}, panels: {}, props: {}, subjects: {}, camera: {}, backdrop: {}, out: [] }],
    [['day', 'startsAt'], 540],
    [['day', 'endsAt'], 1020],
    [['day', 'setUpMinutes'], 60],
    [['day', 'strikeMinutes'], 30],
    [['day', 'spareMinutes'], 2],
    [['day', 'people'], 1],
    [['day', 'date'], null],
    [['day', 'sitters', 0, 'isMinor'], false],
    [['day', 'sitters', 0, 'hasGuardian'], false],
    [['day', 'sitters', 0, 'isFlashSensitive'], false],
    [['rig', 'fixtures', 'light/2', 'personality'], 'intensity-8'],
    [['rig', 'fixtures', 'light/2', 'curve'], { kind: 'linear' }],
    [
      ['rig', 'fixtures', 'light/2', 'temperatureK'],
      [2700, 6500],
    ],
    [['rig'], { fixtures: {}, rows: [], fadeS: {} }],
    [['meter', 'spotConstant'], 12.5],
    [['meter'], { name: 'Incident meter', flatConstant: 250, domeConstant: 340, spotConstant: 12.5, kitId: null }],
    [['holds'], {}],
    [['readings', 0, 'position'], null],
    [['readings', 0, 'meter'], 'incident'],
    [['readings', 0, 'trust'], 'auto'],
    [['readings', 0, 'others'], {}],
    [['frames', 0, 'by'], 'picture'],
    [['frames', 0, 'edits', 0, 'radius'], 0.02],
    [['frozen'], null],
  ])('takes what is left out at %s as it is usual', (place, usual) => {
    expect(at(v.parse(SetShape, withAt(place, undefined)), place)).toEqual(usual)
  })

  /** Of each quantity the least and the most: both are taken, and a little beyond either is not. */
  it.each<[Place, number, number]>([
    [['room', 'widthM'], 1.5, 60],
    [['room', 'heightM'], 1.8, 30],
    [['room', 'behindBackdropM'], 0.02, 50],
    [['backdrop', 'widthM'], 0.3, 40],
    [['backdrop', 'centreXM'], -60, 60],
    [['backdrop', 'reflectance', 1], 0, 0.98],
    [['backdrop', 'gloss', 'share'], 0, 0.95],
    [['subjects', 0, 'heightM'], 0.1, 2.4],
    [['subjects', 0, 'turnDeg'], -360, 360],
    [['camera', 'falloff', 'fields', 0, 'stops', 2], -8, 2],
    [['camera', 'syncShutterS'], 1 / 8000, 1],
    [['camera', 'sensorHeadroomStops'], -1, 6],
    [['panels', 0, 'tiltDeg'], -90, 90],
    [['panels', 0, 'hingeDeg'], 20, 340],
    [['points', 0, 'tiltDeg'], -90, 90],
    [[...LIGHT, 'lamp', 'givesStops'], -3, 1],
    [[...MODIFIER, 'lossStops'], -6, 10],
    [[...MODIFIER, 'leaves', 'topDeg'], -60, 90],
    [['lights', 1, 'modifier', 'front', 'radiusM'], 0.01, 6],
    [['lights', 1, 'modifier', 'table', 'verticalDeg', 0], -180, 180],
    [['lights', 1, 'modifier', 'table', 'horizontalDeg', 1], -180, 360],
    [[...LIGHT, 'aim', 'featherPanDeg'], -180, 180],
    [[...LIGHT, 'aim', 'featherTiltDeg'], -90, 90],
    [['lights', 1, 'aim', 'featherPanDeg'], -180, 180],
    [['lights', 1, 'aim', 'featherTiltDeg'], -90, 90],
    [[...LIGHT, 'rollDeg'], -180, 180],
    [[...LIGHT, 'place', 'zM'], 0, 30],
    [[...LOOK, 'lights', 'light/0', 'powerStops'], -12, 0],
    [[...LOOK, 'exposure', 'fNumber'], 0.25, 720],
    [[...TARGETS, 'subject/key-side', 'stops'], -12, 6],
    [[...TARGETS, 'subject/shadow-side', 'stops'], -12, 6],
    [[...TARGETS, 'backdrop/right', 'lab', 1], -128, 128],
    [[...TARGETS, 'backdrop/right', 'lab', 2], -128, 128],
    [[...LOOK, 'areas', 4, 'mostStops'], -8, 3],
    [['day', 'startsAt'], 0, 1439],
    [['day', 'setUpMinutes'], 0, 1440],
    [['day', 'breaks', 0, 'minutes'], 1, 1440],
    [['day', 'done', 0, 'endedAt'], 0, 2880],
    [['readings', 0, 'lights', 'light/0', 'powerStops'], -12, 0],
    [['readings', 0, 'position', 0], -60, 60],
    [['frames', 0, 'tags', 'compensationStops'], -20, 20],
    [['frozen', 'bounceStops'], -4, 4],
    [['frozen', 'lightStops', 'light/0'], -8, 8],
    [['rig', 'fixtures', 'light/2', 'universe'], 1, 63_999],
    [['rig', 'fixtures', 'light/2', 'address'], 1, 512],
  ])('keeps %s from %s to %s', (place, least, most) => {
    for (const value of [least, most]) expect(accepts(withAt(place, value)), String(value)).toBe(true)
    const beyond = Number.isInteger(least) && Number.isInteger(most) ? 1 : 1e-6
    for (const value of [least - beyond, most + beyond, null as unknown as number, 'x' as unknown as number])
      if (!(value === null && ['hingeDeg', 'topDeg', 'compensationStops'].includes(String(place.at(-1)))))
        expect(accepts(withAt(place, value)), String(value)).toBe(false)
  })

  it.each<[Place, unknown]>([
    [['id'], 'Capital'],
    [['id'], '-first'],
    [['id'], 'ends '],
    [['id'], `a${'b'.repeat(64)}`],
    [['id'], 'constructor'],
    [['name'], ''],
    [['name'], 'x'.repeat(81)],
    [['notes'], 'x'.repeat(2001)],
    [['subjects'], []],
    [['looks'], []],
    [['holds'], []],
    [['rig'], []],
    [['day'], []],
    [[...LOOK, 'lights'], []],
    [[...LOOK, 'overrides'], []],
    [[...LOOK, 'overrides', 'camera'], []],
    [[...LOOK, 'overrides', 'lights', 'light/0', 'name'], 'Another'],
    [['points', 0, 'id'], 'hand'],
    [['groups', 0], ['drum']],
    [['rig', 'rows', 0, 'lightIds'], ['light/1']],
    [['day', 'date'], '1.12.2026'],
    [['readings', 0, 'at'], 'yesterday'],
    [['brief', 'looksWanted'], 1.5],
    [['panels', 1, 'holes', 'count'], 2.5],
    [['day', 'people'], 1.5],
    [['camera', 'falloff', 'fields', 0, 'columns'], 2.5],
    [['camera', 'response', 'steps', 1, 'stops'], -3],
    [['camera', 'response', 'steps', 1, 'stops'], -4],
    [['camera', 'response', 'steps', 1, 'value'], 10],
    [['camera', 'response', 'steps', 1, 'value'], 20],
    [['rig', 'fixtures', 'light/2', 'curve', 'shares', 2], 0.1],
    [['rig', 'fixtures', 'light/2', 'curve', 'shares', 3], 0.9],
    [['rig', 'fixtures', 'light/2', 'leastLevel'], 0.9],
    [['rig', 'fixtures', 'light/2', 'leastLevel'], 0.95],
    [
      ['backdrop', 'reflectance'],
      [0.1, 0.2],
    ],
    [
      ['backdrop', 'reflectance'],
      [0.1, 0.2, 0.3, 0.4],
    ],
    [['frames', 0, 'edits', 0, 'points'], []],
  ])('refuses %s as %j', (place, value) => expect(accepts(withAt(place, value))).toBe(false))

  it('takes the other ways in which a camera answers, and a bracket of one value twice', () => {
    for (const response of [{ kind: 'srgb' }, { kind: 'shoulder', headroomStops: 1 }])
      expect(accepts(withAt(['camera', 'response'], response))).toBe(true)
    const steps = [-2, -1, 0, 1].map((stops, index) => ({ stops, value: [10, 10, 90, 200][index] }))
    expect(accepts(withAt(['camera', 'response', 'steps'], steps))).toBe(true)
    expect(accepts(withAt(['camera', 'response', 'steps'], steps.slice(0, 2)))).toBe(false)
  })

  it('keeps its lists to their length, each at its most and none beyond', () => {
    const most: [keyof StudioSet, number][] = [
      ['subjects', 12],
      ['panels', 60],
      ['props', 60],
      ['points', 60],
      ['lights', 60],
      ['locked', 300],
      ['groups', 100],
      ['looks', 40],
      ['readings', 5000],
      ['frames', 500],
    ]
    for (const [list, count] of most) {
      const [one] = plain()[list] as unknown[]
      expect(accepts(withAt([list], Array(count).fill(one))), list).toBe(true)
      expect(accepts(withAt([list], Array(count + 1).fill(one))), list).toBe(false)
    }
  })
})
