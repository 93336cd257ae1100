import { describe, expect, it } from 'vitest'
import { checkedSet } from '#support/checkedSet'
import { expectWithin } from '#support/tolerance'
import { applyChange } from '../changes/apply'
import { demoSet } from '../edits/demo'
import { placeThing } from '../edits/things'
import { headHeightM } from '../model/headHeight'
import type { Light, StudioSet } from '../model/schema'
import { mirroredShare } from './inGlasses'

const RAD = Math.PI / 180
/** A tall sitter with glasses, the camera straight ahead at the height of the eyes, the key a small disc. */
const level = (): StudioSet => {
  const set = demoSet()
  const [sitter] = set.subjects
  const worn = { ...sitter!, heightM: 1.75, glasses: true }
  const [key, ...rest] = set.lights
  return {
    ...set,
    subjects: [worn],
    camera: { ...set.camera, place: { ...set.camera.place, zM: headHeightM(worn) } },
    lights: [{ ...key!, modifier: { ...key!.modifier, front: { shape: 'disc', radiusM: 0.05 } } }, ...rest],
  }
}
/** The key at 2 m from the eyes, so many degrees up and to the side of straight ahead. */
const keyAt = (upDeg: number, asideDeg: number, set = level()): { set: StudioSet; key: Light } => {
  const [sitter] = set.subjects
  const out = 2 * Math.cos(upDeg * RAD)
  const place = {
    xM: sitter!.place.xM + out * Math.sin(asideDeg * RAD),
    yM: sitter!.place.yM + out * Math.cos(asideDeg * RAD),
    zM: headHeightM(sitter!) + 2 * Math.sin(upDeg * RAD),
  }
  const [key, ...rest] = set.lights
  const moved: Light = {
    ...key!,
    place,
    aim: { ...key!.aim, at: 'subject', subjectId: 'sitter', heightM: headHeightM(sitter!) } as Light['aim'],
  }
  return { set: { ...set, lights: [moved, ...rest] }, key: moved }
}
const shareAt = (upDeg: number, asideDeg: number) => {
  const { set, key } = keyAt(upDeg, asideDeg)
  return mirroredShare(set, set.subjects[0]!, key)
}
/** The last whole degree at which some of a lens still shows the lamp, going up or aside. */
const edge = (at: (deg: number) => number) => Array.from({ length: 90 }, (_, deg) => deg).findLast(deg => at(deg) > 0)!

describe('a lamp mirrored in glasses', () => {
  // A lens 39 mm high with its front a part of a sphere of 106 mm, tipped forward by 5.7 degrees: its upper rim looks
  // up by asin(19.6 / 106) - 5.7 = 4.9 degrees, and mirrors what lies twice as high; sideways asin(25.4 / 106) = 13.9.
  it('shows as far up and aside as the rim of a lens is turned, twice', () => {
    expectWithin(
      edge(deg => shareAt(deg, 0)),
      9.9,
      2,
    )
    expectWithin(
      edge(deg => shareAt(-5, deg)),
      27.7,
      3,
    )
    expect(shareAt(-11, 0)).toBeGreaterThan(0)
    expect(shareAt(40, 30)).toBe(0)
  })

  it('shows larger the larger the lamp is, by its own front and not by its back', () => {
    const { set, key } = keyAt(0, 10)
    const sized = (radiusM: number) => {
      const light: Light = { ...key, modifier: { ...key.modifier, front: { shape: 'disc', radiusM } } }
      return mirroredShare(set, set.subjects[0]!, light)
    }
    expect(sized(0.3)).toBeGreaterThan(3 * sized(0.1))
    const rectangle: Light = {
      ...key,
      modifier: { ...key.modifier, front: { shape: 'rectangle', widthM: 0.6, heightM: 0.6 } },
    }
    expect(mirroredShare(set, set.subjects[0]!, rectangle)).toBeGreaterThan(sized(0.3))
    const ring: Light = {
      ...key,
      modifier: { ...key.modifier, front: { shape: 'ring', innerRadiusM: 0.25, outerRadiusM: 0.3 } },
    }
    expect(mirroredShare(set, set.subjects[0]!, ring)).toBeLessThan(sized(0.3) - sized(0.2))
    const away: Light = {
      ...key,
      aim: { at: 'place', place: { ...key.place, yM: key.place.yM + 2 }, featherPanDeg: 0, featherTiltDeg: 0 },
    }
    expect(mirroredShare(set, set.subjects[0]!, away)).toBe(0)
    // A bulb shines all round.
    const ball: Light = { ...away, modifier: { ...away.modifier, front: { shape: 'ball', radiusM: 0.1 } } }
    expect(mirroredShare(set, set.subjects[0]!, ball)).toBeGreaterThan(0)
  })

  it('goes with the head: turned, seated', () => {
    const { set, key } = keyAt(0, 15)
    const [sitter] = set.subjects
    const turned = { ...sitter!, turnDeg: 60 }
    expect(mirroredShare({ ...set, subjects: [turned] }, turned, key)).toBe(0)
    const seated = { ...sitter!, pose: 'sitting' as const }
    const low = placeThing({ ...set, subjects: [seated] }, 'key', { ...key.place, zM: headHeightM(seated) - 0.1 })
    const camera = { ...low.camera, place: { ...low.camera.place, zM: headHeightM(seated) } }
    expect(mirroredShare({ ...low, camera }, seated, low.lights[0]!)).toBeGreaterThan(0)
  })

  it('is found on who wears them and looks at the camera, and raising the lamp mends it', async () => {
    const wide = level()
    const [lamp, ...others] = wide.lights
    const large: Light = { ...lamp!, modifier: { ...lamp!.modifier, front: { shape: 'disc', radiusM: 0.3 } } }
    const { set } = keyAt(3, 12, { ...wide, lights: [large, ...others] })
    const checked = await checkedSet(set)
    const found = checked.finding('in-glasses/sitter/key')
    expect(found?.words).toMatch(/^A is mirrored in the glasses of .*, over \d+ % of a lens\./)
    expect(found?.concerns).toEqual(['key', 'sitter'])
    const [fix] = found!.fixes
    const mended = await checkedSet(applyChange(set, fix!.change))
    expect(mended.finding('in-glasses/sitter/key')).toBeUndefined()
    // No higher than it has to be: 10 cm lower it would still show.
    const place = fix!.change.kind === 'place' ? fix!.change.place : undefined
    const lower = placeThing(set, 'key', { ...place!, zM: place!.zM - 0.1 })
    expect(mirroredShare(lower, lower.subjects[0]!, lower.lights[0]!)).toBeGreaterThanOrEqual(0.02)
    const without = { ...set, subjects: [{ ...set.subjects[0]!, glasses: false }] }
    expect((await checkedSet(without)).finding('in-glasses/sitter/key')).toBeUndefined()
    const off = {
      ...set,
      looks: [{ ...set.looks[0]!, lights: { ...set.looks[0]!.lights, key: { on: false, powerStops: 0 } } }],
    }
    expect((await checkedSet(off)).finding('in-glasses/sitter/key')).toBeUndefined()
  })
})
