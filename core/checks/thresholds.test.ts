import { beforeAll, describe, expect, it } from 'vitest'
import { checkedSet } from '#support/checkedSet'
import { expectWithin } from '#support/tolerance'
import { demoSet } from '../edits/demo'
import { editLight, fitModifier } from '../edits/edits'
import { edgeId, noseId, rearId } from '../evaluation/probes/sensePoints'
import type { Readout } from '../evaluation/readout'
import { headShadow } from '../camera/headShadow'
import type { Light, StudioSet } from '../model/schema'
import { modifierOfKind } from '../physics/sources/modifiers'
import { backdropLightOnSubject } from './backdropLightOnSubject'
import { ceiling } from './ceiling'
import { edgeOnNose } from './edgeOnNose'
import { stopsOf, type CheckContext, type Fact } from './finding'
import { focus, focusLimits } from './focus'
import { pastSync } from './roomLight'
import { separation } from './separation'
import { shadow } from './shadow'
import { wrap } from './wrap'
import { placeThing } from '../edits/things'
import { slideOut } from './inFrame'

/** Every check at the edge of what it says something about, in a context whose figures are made by hand. */
let real: CheckContext
beforeAll(async () => {
  real = (await checkedSet(demoSet())).context
})

const factOf = <Is extends Fact['is']>(found: { fact: Fact }[], is: Is): Fact & { is: Is } => {
  const [first] = found
  if (first?.fact.is !== is) throw new Error(`found ${first?.fact.is ?? 'nothing'} where "${is}" was looked for`)
  return first.fact as Fact & { is: Is }
}

/** Straight lux-seconds that read so many stops over the camera setting on a flat receptor. */
const luxS = (stops: number) => {
  const one = stopsOf(real, [{ lightId: 'x', directLuxS: 1, bouncedLuxS: 0 }], [{ id: 'x' } as Light], 'direct')
  return 2 ** (stops - one)
}
const reading = (
  at: (id: string) => Readout,
  id: string,
  parts: Record<string, [direct: number, bounced: number]>,
) => ({
  ...at(id),
  parts: Object.entries(parts).map(([lightId, [direct, bounced]]) => ({
    lightId,
    directLuxS: direct === -Infinity ? 0 : luxS(direct),
    bouncedLuxS: bounced === -Infinity ? 0 : luxS(bounced),
  })),
})
const DARK: [number, number] = [-Infinity, -Infinity]
/** The demo with what some probes read in place of what they do; every other probe of the sitter is dark. */
const lit = (
  readings: Record<string, Record<string, [number, number]>>,
  set: (set: StudioSet) => StudioSet = same => same,
): CheckContext => ({
  ...real,
  set: set(real.set),
  at: id => reading(real.at, id, readings[id] ?? { key: DARK }),
})
const reshape = (id: string, edit: (light: Light) => Light) => (set: StudioSet) => editLight(set, id, edit)

describe('light from behind, at the edge of what is said', () => {
  it('strikes the subject from 2.2 stops under the setting on, straight light alone, the most of any place', () => {
    const at = (direct: number, bounced: number) =>
      backdropLightOnSubject(
        lit({
          [edgeId('left')]: { 'backdrop-left': [direct - 1, bounced] },
          [noseId('right')]: { 'backdrop-left': [direct, bounced], key: [0, 0] },
        }),
      )
    expect(at(-2.21, 2)).toEqual([])
    const [found] = at(-2.19, -Infinity)
    expectWithin(factOf([found!], 'strikes-subject').stops, -2.19, 1e-6)
    expect([found!.id, found!.concerns]).toEqual(['strikes/backdrop-left', ['backdrop-left']])
  })

  it('is no fault of what shines through a lit panel from behind it', () => {
    const bright = { [edgeId('left')]: { 'backdrop-left': [0, 0] as [number, number] } }
    const behind = reshape('backdrop-left', light => ({ ...light, place: { ...light.place, yM: -0.2 } }))
    expect(backdropLightOnSubject(lit(bright))).toHaveLength(1)
    expect(backdropLightOnSubject(lit(bright, behind))).toEqual([])
  })

  it('glows on hair from 0.4 stop under the setting on, bounced light with it; before a lit panel from half a stop over', () => {
    const at = (stops: number, set?: (set: StudioSet) => StudioSet) =>
      wrap(lit({ [rearId('right')]: { 'backdrop-left': [stops - 1, stops - 1], key: [3, 3] } }, set))
    const panel = (set: StudioSet): StudioSet => ({ ...set, backdrop: { ...set.backdrop, kind: 'lit-panel' } })
    const silhouette = (set: StudioSet): StudioSet => ({ ...set, brief: { ...set.brief, look: 'silhouette' } })
    expect([at(-0.41), at(0.49, panel), at(2, silhouette)]).toEqual([[], [], []])
    expectWithin(factOf(at(-0.39), 'wrap').stops, -0.39, 1e-6)
    expectWithin(factOf(at(0.51, panel), 'wrap').stops, 0.51, 1e-6)
  })

  it('reaches round to the nose from two stops under the setting on, of a light that stands behind the subject', () => {
    const { yM } = real.set.subjects[0]!.place
    const at = (stops: number, behindM: number) =>
      edgeOnNose(
        lit(
          { [noseId('left')]: { 'backdrop-left': [stops, 2] } },
          reshape('backdrop-left', light => ({ ...light, job: 'edge', place: { ...light.place, yM: yM - behindM } })),
        ),
      )
    expect([at(-2.01, 0.5), at(0, -0.06)]).toEqual([[], []])
    const [found] = at(-1.99, -0.04)
    expectWithin(factOf([found!], 'edge-on-nose').stops, -1.99, 1e-6)
    // It is sent round until it is 62 degrees behind, as far from the subject as it was.
    const { change } = found!.fixes[0]!
    if (change.kind !== 'place') throw new Error(change.kind)
    const [from, to] = [real.set.lights.find(({ id }) => id === 'backdrop-left')!.place, change.place]
    const { xM } = real.set.subjects[0]!.place
    expectWithin(Math.hypot(to.xM - xM, to.yM - yM), Math.hypot(from.xM - xM, 0.04), 1e-9)
    expectWithin((Math.atan2(yM - to.yM, Math.abs(to.xM - xM)) * 180) / Math.PI, 62, 1e-6)
    expect(Math.sign(to.xM - xM)).toBe(Math.sign(from.xM - xM))
  })
})

describe('a shadow of the head', () => {
  it('falls where the straight line from the lamp past the head meets the backdrop', async () => {
    const demo = demoSet()
    const bare: StudioSet = {
      ...demo,
      lights: demo.lights.map(light =>
        light.id === 'key'
          ? { ...light, place: { xM: -1.4, yM: 4.9, zM: 1.75 }, modifier: modifierOfKind('reflector') }
          : light,
      ),
      subjects: demo.subjects.map(subject => ({ ...subject, place: { xM: 0.1, yM: 1.2 } })),
      looks: demo.looks.map(look => ({
        ...look,
        lights: {
          ...look.lights,
          'backdrop-left': { on: false, powerStops: 0 },
          'backdrop-right': { on: false, powerStops: 0 },
        },
      })),
    }
    const { context } = await checkedSet(bare)
    const said = factOf(shadow(context), 'shadow')
    const along = 4.9 / (4.9 - 1.2)
    const xM = -1.4 + along * (0.1 - -1.4)
    expectWithin(said.byM, Math.abs(xM - 0.1), 1e-9)
    expect([said.side, said.isCrisp, said.light]).toEqual(['right', true, 'A'])
    // A front of a metre and a half throws one with a wide rim.
    const wide = factOf(
      shadow((await checkedSet(fitModifier(bare, 'key', modifierOfKind('softbox-medium')))).context),
      'shadow',
    )
    expect(wide.isCrisp).toBe(false)
    // The rim is as much wider as the front is, and takes its square off the depth.
    const grown = async (times: number) => {
      const box = modifierOfKind('softbox-medium')
      if (box.front.shape !== 'rectangle') throw new Error(box.front.shape)
      const front = { ...box.front, widthM: times * box.front.widthM, heightM: times * box.front.heightM }
      const { context: of } = await checkedSet(fitModifier(bare, 'key', { ...box, front }))
      const { softM, radiusM } = headShadow(of.set, of.set.lights[0]!)!
      return { rim: softM / (2 * radiusM), stops: factOf(shadow(of), 'shadow').stops }
    }
    const [half, whole] = [await grown(1.5), await grown(3)]
    expect(half.rim).toBeGreaterThan(1)
    expectWithin(whole.rim / half.rim, 2, 1e-9)
    expectWithin(half.stops / whole.stops, 4, 0.4)
  })
})

describe('a shoulder before the backdrop', () => {
  /** The demo with every place of the backdrop at a value, the sitter in a cloth, through so wide an aperture. */
  const beside = (
    value: number,
    fNumber: number,
    level: number,
    look: StudioSet['brief']['look'] = 'white',
  ): CheckContext => ({
    ...real,
    camera: { ...real.camera, fNumber },
    set: {
      ...real.set,
      brief: { ...real.set.brief, look },
      subjects: real.set.subjects.map(subject => ({ ...subject, clothing: [level, level, level] })),
    },
    read: point => ({ ...real.read(point), value }),
  })
  /** The values of a backdrop before which it melts, and that of the cloth then. */
  const melting = (fNumber: number, level: number) =>
    Array.from({ length: 256 }, (_, value) => separation(beside(value, fNumber, level))).flatMap((found, value) =>
      found.length > 0 ? [{ value, ...factOf(found, 'shoulder-melts') }] : [],
    )

  it('melts into a white over 225 that is nearer to it than 18 values', () => {
    const white = melting(5.6, 0.6).filter(({ isBlack }) => !isBlack)
    const values = white.map(({ value }) => value)
    // Either shoulder may be the one; each melts over its own stretch.
    for (const { value, cloth } of white) {
      expect(Math.abs(value - cloth)).toBeLessThan(18)
      expect(cloth).toBeGreaterThan(225 - 18)
    }
    const before = values[0]! - 1
    expect(before <= 225 || Math.abs(before - white[0]!.cloth) >= 18).toBe(true)
    expect(values).toEqual(values.map((_, index) => values[0]! + index))
  })

  it('melts into a black under 45, unless the other shoulder stands out by 20', () => {
    const black = melting(16, 0.002).filter(({ isBlack }) => isBlack)
    expect(black.length).toBeGreaterThan(5)
    for (const { value, cloth } of black) {
      expect(value).toBeLessThan(45)
      expect(Math.abs(value - cloth)).toBeLessThan(14)
    }
    const { value } = black[0]!
    expect(separation(beside(value, 16, 0.002, 'silhouette'))).toEqual([])
    expect(separation(beside(value, 2, 0.05))).toEqual([])
  })
})

describe('focus', () => {
  // Thin lens: a point at x is drawn as a disc f^2 / (N (d - f)) |x - d| / x wide when the lens is focused at d.
  it.each([
    [0.8, 85, 1.4],
    [2.5, 105, 8],
    [4, 50, 2.8],
  ])(
    'at %s m with %s mm at f/%s ends where the disc is the sensor’s diagonal over 1500',
    (distanceM, focalMm, fNumber) => {
      const { nearM, farM } = focusLimits(distanceM, focalMm, fNumber, { widthMm: 24, heightMm: 36 })
      const f = focalMm / 1000
      const disc = (x: number) => ((f * f) / (fNumber * (distanceM - f))) * (Math.abs(x - distanceM) / x)
      const circle = Math.hypot(0.024, 0.036) / 1500
      expectWithin(disc(nearM) / circle, 1, 1e-9)
      expectWithin(disc(farM) / circle, 1, 1e-9)
      expect(nearM).toBeLessThan(distanceM)
      expect(farM).toBeGreaterThan(distanceM)
    },
  )

  it('has no far end from the hyperfocal distance on', () => {
    const hyperfocal = 0.035 ** 2 / (11 * (Math.hypot(0.024, 0.036) / 1500)) + 0.035
    const at = (distanceM: number) => focusLimits(distanceM, 35, 11, { widthMm: 24, heightMm: 36 }).farM
    expect(at(hyperfocal * 1.001)).toBe(Infinity)
    expect(at(hyperfocal * 0.999)).toBeLessThan(Infinity)
  })

  it('is said where two sitters stand deeper than it is, with the stops that it takes', () => {
    const two: StudioSet = {
      ...real.set,
      subjects: [real.set.subjects[0]!, { ...real.set.subjects[0]!, id: 'second', place: { xM: 0.5, yM: 3.1 } }],
    }
    const wide = { ...real, set: two, camera: { ...real.camera, fNumber: 2 } }
    const said = factOf(focus(wide), 'shallow-focus')
    expectWithin(said.neededM, 0.6, 1e-9)
    const [fix] = focus(wide)[0]?.fixes ?? []
    if (fix)
      expect(fix.purpose).toEqual({ as: 'stop-down', stops: Math.ceil(2 * Math.log2(0.6 / (said.farM - said.nearM))) })
    expect(focus({ ...wide, camera: { ...real.camera, fNumber: 22 } })).toEqual([])
  })
})

describe('a front', () => {
  it('reaches as high as the corner that is highest when it is rolled', () => {
    const { heightM } = real.set.room
    const rolled = (rollDeg: number, zM: number) => ({
      ...real,
      set: reshape('key', light => ({ ...light, rollDeg, place: { ...light.place, zM } }))(real.set),
    })
    const { front } = real.set.lights[0]!.modifier
    if (front.shape !== 'rectangle') throw new Error(front.shape)
    const tight = heightM - front.heightM / 2 - 0.1
    expect(ceiling(rolled(0, tight - 0.1))).toEqual([])
    const [found] = ceiling(rolled(0, heightM - 0.1))
    expect(factOf([found!], 'through-ceiling').modifier).toBe(real.set.lights[0]!.modifier.name)
    const { change } = found!.fixes[0]!
    const lowered = {
      ...real,
      set: {
        ...real.set,
        lights: real.set.lights.map(light =>
          light.id === 'key' && change.kind === 'place' ? { ...light, place: change.place } : light,
        ),
      },
    }
    expect(ceiling(lowered)).toEqual([])
    expect(factOf(ceiling(rolled(0, 0.2)), 'into-floor').byM).toBeGreaterThan(0.2)
  })
})

describe('a thing in the frame', () => {
  it('slides out to the nearer side, a step beyond the last place that shows, and never through a wall', () => {
    const set = demoSet()
    const inView = placeThing(set, 'key', { xM: -0.4, yM: 2, zM: 1.4 })
    const out = slideOut(inView, 'key')!
    expect(out.xM).toBeLessThan(-0.4)
    const { lights } = placeThing(inView, 'key', out)
    expect(lights[0]!.place).toEqual(out)
    // Seen from end to end, there is nowhere to slide to.
    const wide = { ...inView, camera: { ...inView.camera, lens: { focalLengthMm: 8 } } }
    const found = slideOut(wide, 'key')
    expect(found === undefined || Math.abs(found.xM) < wide.room.widthM / 2).toBe(true)
  })
})

describe('a shutter', () => {
  it('is too short for flash past the camera’s sync, for nothing else', () => {
    const at = (shutterS: number, kind: 'flash' | 'continuous') => ({
      ...real,
      camera: { ...real.camera, shutterS },
      set: { ...real.set, lights: real.set.lights.map(light => ({ ...light, lamp: { ...light.lamp, kind } })) },
    })
    const { syncShutterS } = real.set.camera
    expect(pastSync(at(syncShutterS, 'flash'))).toEqual([])
    expect(pastSync(at(syncShutterS / 2, 'continuous'))).toEqual([])
    const [found] = pastSync(at(syncShutterS / 2, 'flash'))
    expect(found!.fixes[0]!.change).toMatchObject({ kind: 'exposure', exposure: { shutterS: syncShutterS } })
  })
})
