import { describe, expect, it } from 'vitest'
import { demoSet } from '../edits/demo'
import { changeSettings, changeTargets, editLight, fitModifier } from '../edits/edits'
import { evenBackdrop } from '../brief/looks'
import { moveSubjectGroup } from '../edits/subjectGroup'
import { removeThings, addLight, aimAtHead, newLight } from '../edits/factories'
import { placeAtDistance } from '../edits/distances'
import { placeThing } from '../edits/things'
import type { StudioSet } from '../model/schema'
import { modifierOfKind } from '../physics/sources/modifiers'
import { grey } from '../physics/units/rgb'
import { aFrame } from '#support/readings'
import { checkedSet } from '#support/checkedSet'
import { haze } from './haze'

/** What photographers complain of, each as a set: common practice, no source. */
const LOOK = 'white'
const onTarget = async (set: StudioSet): Promise<StudioSet> => {
  const { verdict } = await checkedSet(set)
  return verdict.mend ? changeSettings(set, LOOK, verdict.mend) : set
}
const power = (set: StudioSet, ids: readonly string[], powerStops: number, on = true) =>
  changeSettings(set, LOOK, Object.fromEntries(ids.map(id => [id, { on, powerStops }])))
const wear = (set: StudioSet, level: number): StudioSet => ({
  ...set,
  subjects: set.subjects.map(subject => ({ ...subject, clothing: grey(level) })),
})
const onlyKey = (set: StudioSet) => removeThings(set, ['backdrop-left', 'backdrop-right'])
const keyAt = (set: StudioSet, metres: number) => placeThing(set, 'key', placeAtDistance(set.lights[0]!, set, metres)!)
const DROP = ['backdrop-left', 'backdrop-right']

/** Makes a set, expects what speaks up to name the cause, presses a mend, and expects it to be gone. */
const mended = async (set: StudioSet, id: string, cause: RegExp, which = 0) => {
  const before = await checkedSet(set)
  const finding = before.finding(id)
  expect(finding?.words ?? before.findings.map(found => found.id).join()).toMatch(cause)
  const after = await checkedSet(finding!.mends[which]!.apply(set))
  return { before, after, isGone: after.finding(id) === undefined }
}

describe('what the verdict says when', () => {
  it('white paper photographs grey: it asks for the missing power, and that mends it', async () => {
    const { verdict } = await checkedSet(power(demoSet(), DROP, -4))
    expect(verdict.headline).toMatch(
      /^Backdrop (left|middle|right) 1\d\d, wanted 250: .*add .* to both backdrop lights/,
    )
    const after = await checkedSet(changeSettings(demoSet(), LOOK, verdict.mend!))
    expect(after.verdict.state).toBe('on-target')
  })

  it('the key came closer and the backdrop went darker: it names the falloff, and drawing the key back lightens it', async () => {
    const grey118 = changeTargets(onlyKey(demoSet()), LOOK, evenBackdrop(118))
    const { before, after } = await mended(
      keyAt(grey118, 0.75),
      'too-dark',
      /falls off \d.\d stops on the way; bringing it closer darkens the backdrop/,
    )
    const value = (checked: typeof before) => checked.at('backdrop/middle').value!
    expect(value(before)).toBeLessThan((await checkedSet(grey118)).at('backdrop/middle').value!)
    expect(value(after)).toBeGreaterThan(value(before) + 20)
  })

  it('the backdrop lights are at full and it is still not white: the key comes down and the camera opens', async () => {
    const strong = editLight(power(demoSet(), ['key'], 0), 'key', light => ({
      ...light,
      lamp: { ...light.lamp, output: { from: 'guide-number', guideNumberM: 80, convention: 'metered' } },
    }))
    const { before, after, isGone } = await mended(strong, 'too-dark', /at full and it is still .* too dark/)
    expect(before.verdict.state).toBe('short')
    expect(isGone).toBe(true)
    expect(after.at('backdrop/middle').missStops!).toBeGreaterThan(-0.15)
    expect(after.camera.fNumber).toBeLessThan(before.camera.fNumber)
  })

  it('a white shirt melts into white: black boards beside the subject bring its edge back', async () => {
    const sideLit = placeThing(wear(demoSet(), 0.88), 'key', { xM: -1.7, yM: 3.95, zM: 1.8 })
    const white = await onTarget({
      ...sideLit,
      room: { ...sideLit.room, reflectances: { ...sideLit.room.reflectances, left: grey(0.82), right: grey(0.82) } },
    })
    const { isGone } = await mended(white, 'separation/white', /melts into the backdrop: 2\d\d against 2\d\d/)
    expect(isGone).toBe(true)
  })

  it('black melts into black: an edge light from behind parts them', async () => {
    const black = changeTargets(onlyKey(wear(demoSet(), 0.03)), LOOK, evenBackdrop(12))
    const frontal = placeThing(black, 'key', { xM: -0.3, yM: 5.2, zM: 2.1 })
    const dark = fitModifier(
      { ...frontal, backdrop: { ...black.backdrop, reflectance: grey(0.04) } },
      'key',
      modifierOfKind('octa-grid'),
    )
    const { isGone } = await mended(dark, 'separation/black', /melt into the dark backdrop/)
    expect(isGone).toBe(true)
  })

  it('hair and shoulders glow: distance mends it', async () => {
    const near = power(demoSet(), DROP, 0)
    const { before, after } = await mended(near, 'wrap', /glow: the backdrop's light wraps round/)
    expect(after.at('subject/hair').stops).toBeLessThan(before.at('subject/hair').stops)
  })

  it('there is a hard shadow behind the head: raising the key or stepping forward takes it out', async () => {
    const frontal = placeThing(
      changeTargets(onlyKey(moveSubjectGroup(demoSet(), -2.9)), LOOK, evenBackdrop(200)),
      'key',
      {
        xM: -0.8,
        yM: 2.6,
        zM: 1.75,
      },
    )
    const hard = fitModifier(frontal, 'key', modifierOfKind('reflector'))
    for (const which of [0, 1]) {
      const { isGone } = await mended(
        hard,
        'shadow/key',
        /A crisp shadow of the head shows on the backdrop, .* to the right/,
        which,
      )
      expect(isGone).toBe(true)
    }
  })

  it('one side is hotter: the nearer light is named, and mirroring evens it', async () => {
    const uneven = placeThing(await onTarget(demoSet()), 'backdrop-left', { xM: -1.9, yM: 1.5, zM: 1.9 })
    const { isGone } = await mended(
      uneven,
      'hot-side',
      /The \w+ side is .* hotter: B stands 0.60 m nearer the backdrop than C/,
    )
    expect(isGone).toBe(true)
  })

  it('the foot of the screen and the curve are dark: lower lights mend it', async () => {
    const full: StudioSet = {
      ...demoSet(),
      brief: { ...demoSet().brief, framing: 'full' },
      camera: { ...demoSet().camera, lens: { focalLengthMm: 50 }, aimHeightM: 0.95 },
    }
    const high = DROP.reduce(
      (set, id) =>
        fitModifier(
          editLight(
            placeThing(set, id, { ...set.lights.find(light => light.id === id)!.place, zM: 2.9 }),
            id,
            light => ({ ...light, aim: { ...light.aim, at: 'place', place: { xM: 0, yM: 0, zM: 2.3 } } as never }),
          ),
          id,
          modifierOfKind('reflector-grid-40'),
        ),
      full,
    )
    const { before, after } = await mended(high, 'dark-foot', /The foot of the backdrop is .* darker than its middle/)
    const words = (checked: typeof before) =>
      Number(/is ([\d.]+) stop/.exec(checked.finding('dark-foot')?.words ?? 'is 0 stop')![1])
    expect(words(after)).toBeLessThan(words(before) - 0.2)
  })

  it('the edges are grey and the middle is white: crossing the lights evens it', async () => {
    const wide = { ...demoSet(), camera: { ...demoSet().camera, lens: { focalLengthMm: 70 } } }
    const middle = DROP.reduce(
      (set, id, index) =>
        fitModifier(
          editLight(placeThing(set, id, { xM: index ? 0.5 : -0.5, yM: 1.5, zM: 2.6 }), id, light => ({
            ...light,
            aim: { ...light.aim, at: 'place', place: { xM: 0, yM: 0, zM: 1.5 } } as never,
          })),
          id,
          modifierOfKind('reflector-grid-40'),
        ),
      wide,
    )
    const { before, after } = await mended(
      middle,
      'grey-edges',
      /edges of the frame are .* darker than the middle: the backdrop lights all point at its middle/,
    )
    const fall = (checked: typeof before) =>
      Number(/are ([\d.]+) stop/.exec(checked.finding('grey-edges')?.words ?? 'are 0 stop')![1])
    expect(fall(after)).toBeLessThan(fall(before) / 2)
  })

  it('it was fine and cannot be repeated: what changed since the last good frame is put back', async () => {
    const fine = await onTarget(demoSet())
    const look = fine.looks[0]!
    const framed: StudioSet = {
      ...fine,
      frames: [aFrame({ lookId: LOOK, camera: { fNumber: 10, shutterS: 1 / 125, iso: 100 }, lights: look.lights })],
    }
    const { after, isGone } = await mended(
      power(framed, ['backdrop-left'], -4),
      'since-frame',
      /Since the last test frame something was changed. To repeat it: add .* to backdrop light B/,
    )
    expect(isGone).toBe(true)
    expect(after.verdict.state).toBe('on-target')
  })

  it('the key holds the backdrop above what is wanted: closer, or a grid, or further forward', async () => {
    const dark = fitModifier(changeTargets(onlyKey(demoSet()), LOOK, evenBackdrop(40)), 'key', modifierOfKind('octa'))
    for (const which of [0, 1]) {
      const { before, after } = await mended(
        dark,
        'key-on-backdrop',
        /The key makes 100 % of the light on the backdrop and holds it/,
        which,
      )
      expect(after.at('backdrop/middle').value!).toBeLessThan(before.at('backdrop/middle').value! - 15)
    }
  })

  it('a lamp stands in the picture, or does not hide behind the subject', async () => {
    const inShot = placeThing(demoSet(), 'backdrop-left', { xM: -0.5, yM: 1.4, zM: 1.5 })
    expect((await mended(inShot, 'in-frame/backdrop-left', /stands in the frame/)).isGone).toBe(true)
    const behind = placeThing(demoSet(), 'backdrop-left', { xM: 0.3, yM: 2.7, zM: 1.3 })
    expect((await mended(behind, 'in-frame/backdrop-left', /not hidden by the subject/)).isGone).toBe(true)
  })

  it('a backdrop light strikes the subject: a flag stops it', async () => {
    const turned = editLight(power(demoSet(), DROP, -1), 'backdrop-left', light => ({
      ...light,
      aim: aimAtHead(demoSet().subjects[0]!),
    }))
    expect(
      (await mended(turned, 'strikes/backdrop-left', /Backdrop light B strikes the subject straight/)).isGone,
    ).toBe(true)
  })

  it('an edge light reaches the nose: it swings further behind', async () => {
    const set = demoSet()
    const edge = newLight(set, {
      job: 'edge',
      modifier: modifierOfKind('strip'),
      place: { xM: 1.5, yM: 3.55, zM: 1.8 },
      aim: aimAtHead(set.subjects[0]!),
    })
    expect(
      (await mended(addLight(set, edge, { on: true, powerStops: -1 }), 'nose/edge', /reaches the nose/)).isGone,
    ).toBe(true)
  })

  it('an over-lit backdrop lays haze over black: less of it mends it', async () => {
    const { before, isGone } = await mended(
      power(demoSet(), DROP, 0),
      'haze',
      /glare in the lens lifts black by \d+ values/,
    )
    expect(isGone).toBe(true)
    // Only where the powers that are offered are those that were asked for is that said.
    const { context } = before
    const [asked] = haze({ ...context, answer: { ...context.answer, isReached: true } })
    expect(asked!.fixes[0]!.purpose).toEqual({ as: 'as-wanted' })
    const [less] = haze({ ...context, answer: { ...context.answer, isReached: false } })
    expect(less!.fixes[0]!.purpose).toBeUndefined()
    expect(less!.fixes[0]!.change).not.toEqual(asked!.fixes[0]!.change)
  })

  it('a lamp is above the ceiling, the backdrop too narrow, the eyes dead, the focus thin', async () => {
    const tall = placeThing(demoSet(), 'key', { xM: -1, yM: 4.9, zM: 3.29 })
    expect((await mended(tall, 'ceiling/key', /reaches .* above the ceiling/)).isGone).toBe(true)
    expect((await mended(tall, 'catch-light', /catch light/)).isGone).toBe(true)
    const narrow = { ...demoSet(), backdrop: { ...demoSet().backdrop, widthM: 1.35 } }
    expect((await mended(narrow, 'cover', /The frame looks past the backdrop/)).isGone).toBe(true)
    const thin = power(
      { ...demoSet(), camera: { ...demoSet().camera, place: { xM: 0, yM: 5.3, zM: 1.6 } } },
      ['key'],
      -5,
    )
    expect((await mended(thin, 'focus', /only .* are in focus/)).isGone).toBe(true)
  })

  it('something can hurt: it cautions, and certifies nothing', async () => {
    const boomed = placeThing(demoSet(), 'key', { xM: 0.1, yM: 3.7, zM: 2.6 })
    expect((await checkedSet(boomed)).finding('caution/boom')?.words).toMatch(/sandbag the stand, tether the lamp/)
    const hot: StudioSet = {
      ...demoSet(),
      lights: demoSet().lights.map(light => ({ ...light, lamp: { ...light.lamp, kind: 'continuous', watts: 650 } })),
    }
    expect((await checkedSet(hot)).finding('caution/load')?.words).toMatch(
      /draw 1950 W.*a licensed electrician decides/,
    )
  })
})

describe('what mends a finding', () => {
  it('is never a step that a lock makes into nothing', async () => {
    const tall = placeThing(demoSet(), 'key', { xM: -1, yM: 4.9, zM: 3.29 })
    const mendsOf = async (set: StudioSet) => (await checkedSet(set)).finding('catch-light')!.mends
    expect((await mendsOf(tall)).map(({ words }) => words)).toEqual([expect.stringMatching(/^Lower A to /)])
    expect(await mendsOf({ ...tall, locked: ['key'] })).toEqual([])
  })
})
