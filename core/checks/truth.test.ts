import { describe, expect, it } from 'vitest'
import { checkedSet } from '#support/checkedSet'
import { demoSet } from '#core/edits/demo'
import { changeExposure, changeSettings, featherLight } from '#core/edits/edits'
import { addLight, addPanel, newLight, removeThings } from '#core/edits/factories'
import { panelOfKind } from '#core/edits/panels'
import type { StudioSet } from '#core/model/schema'
import { GELS } from '#core/physics/sources/gels'

/**
 * What the app says of a set when something is plainly wrong with it: the cause that a person on set would name, and
 * what mends it.
 */
const mendedBy = async (set: StudioSet, id: string) => {
  const before = await checkedSet(set)
  const found = before.finding(id)
  expect(found, before.findings.map(finding => finding.id).join()).toBeDefined()
  const after = await checkedSet(found!.mends[0]!.apply(set))
  return { before, found: found!, after }
}

const flagBeforeKey = (set: StudioSet): StudioSet => {
  const key = set.lights[0]!.place
  const subject = set.subjects[0]!.place
  const share = 0.35
  return addPanel(set, {
    ...panelOfKind('black-board', 'flag'),
    name: 'Black board',
    place: { xM: key.xM + share * (subject.xM - key.xM), yM: key.yM + share * (subject.yM - key.yM), zM: 0.9 },
    turnDeg: Math.round((Math.atan2(-(subject.xM - key.xM), subject.yM - key.yM) * 180) / Math.PI),
  })
}

describe('the verdict names the cause', () => {
  it('of a key that is turned off the subject', async () => {
    const { before, found, after } = await mendedBy(featherLight(demoSet(), 'key', { featherPanDeg: 120 }), 'key/away')
    expect(before.verdict.headline).toMatch(/^The key \(A\) misses the subject: it is turned 1[12]\d° away\.$/)
    expect(before.verdict.headline).not.toMatch(/spill/)
    expect(found.mends[0]!.words).toBe('Aim A at the subject')
    expect(after.verdict.headline).toMatch(/^Backdrop middle 2[23]\d, wanted 250: .*to both backdrop lights\.$/)
  })

  it('of a key that was deleted, of one that is off, and of no light at all', async () => {
    const gone = await mendedBy(removeThings(demoSet(), ['key']), 'key/no-key')
    expect(gone.before.verdict.headline).toMatch(/^There is no key/)
    expect(gone.after.finding('key/no-key')).toBeUndefined()
    const off = await checkedSet(changeSettings(demoSet(), 'white', { key: { on: false, powerStops: -1.6 } }))
    expect(off.verdict.headline).toMatch(/^There is no key/)
    const dark = await checkedSet(
      changeSettings(
        demoSet(),
        'white',
        Object.fromEntries(demoSet().lights.map(({ id }) => [id, { on: false, powerStops: -2 }])),
      ),
    )
    expect(dark.verdict.headline).toBe('No light is on in this look.')
  })

  it('of a key that a board shades, by its name', async () => {
    const { before, after } = await mendedBy(flagBeforeKey(demoSet()), 'key/shaded')
    expect(before.verdict.headline).toBe('Black board shades the face from the key (A).')
    expect(after.finding('key/shaded')).toBeUndefined()
  })

  it('says nothing of a key that is only feathered', async () => {
    const { findings } = await checkedSet(featherLight(demoSet(), 'key', { featherPanDeg: 30 }))
    expect(findings.filter(({ id }) => id.startsWith('key/'))).toEqual([])
  })
})

describe('findings', () => {
  it('begin with what a person on set would say first: a lamp in the picture before a lack of power', async () => {
    const set = changeSettings(demoSet(), 'white', {
      'backdrop-left': { on: false, powerStops: -2 },
      'backdrop-right': { on: false, powerStops: -2 },
    })
    const inShot = {
      ...set,
      lights: set.lights.map(light =>
        light.id === 'key' ? { ...light, place: { xM: 0.2, yM: 2.6, zM: 1.9 } } : light,
      ),
    }
    const { findings } = await checkedSet(inShot)
    const at = (part: string) => findings.findIndex(({ id }) => id.startsWith(part))
    expect(at('in-frame/key')).toBeGreaterThanOrEqual(0)
    expect(at('in-frame/key')).toBeLessThanOrEqual(1)
    if (at('too-dark') >= 0) expect(at('in-frame/key')).toBeLessThan(at('too-dark'))
  })

  it('tell the room\u2019s own light where it counts, and mend it with the shutter for flash', async () => {
    const lit: StudioSet = { ...demoSet(), room: { ...demoSet().room, ambient: { lux: 1500, cctK: 4500 } } }
    const slow = changeExposure(
      {
        ...lit,
        looks: lit.looks.map(look => ({
          ...look,
          targets: { ...look.targets, 'backdrop/middle': { kind: 'value' as const, value: 60 } },
        })),
      },
      'white',
      { shutterS: 1 / 30 },
    )
    const { found, after, before } = await mendedBy(slow, 'room-light')
    expect(found.words).toMatch(/^The room's own light adds \d/)
    expect(found.mends[0]!.words).toMatch(/^Set 1\/\d+ s$/)
    const roomAt = (checked: typeof before) => checked.at('backdrop/middle').roomLuxS
    expect(roomAt(after)).toBeLessThan(roomAt(before))
  })

  it('warn of a shutter that cuts the flash, and not of continuous light', async () => {
    const fast = changeExposure(demoSet(), 'white', { shutterS: 1 / 500 })
    const { found, after } = await mendedBy(fast, 'past-sync')
    expect(found.words).toMatch(/^1\/500 s is shorter than the camera's sync speed of 1\/200 s/)
    expect(after.finding('past-sync')).toBeUndefined()
    const burning = {
      ...fast,
      lights: fast.lights.map(light => ({ ...light, lamp: { ...light.lamp, kind: 'continuous' as const } })),
    }
    expect((await checkedSet(burning)).finding('past-sync')).toBeUndefined()
  })

  it('tell of a lamp that looks into the lens, and a flag takes it out', async () => {
    const set = demoSet()
    const edge = newLight(set, {
      job: 'edge',
      place: { xM: 1.4, yM: 2.4, zM: 2 },
      aim: { at: 'place', place: { xM: 0, yM: 7.6, zM: 1.4 }, featherPanDeg: 0, featherTiltDeg: 0 },
    })
    const { found, after } = await mendedBy(addLight(set, edge, { on: true, powerStops: -2 }), 'flare/edge')
    expect(found.words).toMatch(/looks into the lens: its flare lifts black by \d+ values/)
    expect(after.finding('flare/edge')).toBeUndefined()
  })

  it('name the channel that clips under a gel, whatever the luminance', async () => {
    const red = GELS.find(({ name }) => name === 'Red')!
    const set = demoSet()
    const gelled = {
      ...set,
      lights: set.lights.map(light => (light.job === 'backdrop' ? { ...light, gel: red } : light)),
    }
    const bright = changeSettings(gelled, 'white', {
      'backdrop-left': { on: true, powerStops: 0 },
      'backdrop-right': { on: true, powerStops: 0 },
    })
    const { found } = await mendedBy(bright, 'colour-clips')
    expect(found.words).toMatch(/in luminance, but its red channel is \d(\.\d)? stops? past clipping/)
    const said = Number(/ is (\d+) in luminance/.exec(found.words)![1])
    const { at } = await checkedSet(bright)
    const read = ['left', 'middle', 'right'].map(side => Math.round(at(`backdrop/${side}`).value!))
    expect(read).toContain(said)
    expect(said).toBeGreaterThan(30)
  })
})
