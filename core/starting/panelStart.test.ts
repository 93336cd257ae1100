import { describe, expect, it } from 'vitest'
import { fitLamp } from '../edits/edits'
import { lampIntensity } from '../physics/sources/output'
import { addPanel } from '../edits/factories'
import { demoSet } from '../edits/demo'
import { genericKit } from '../kit/genericKit'
import { vectorOf } from '../model/bounds'
import { headOf } from '../model/headHeight'
import type { Panel, StudioSet } from '../model/schema'
import { panelSheets } from '../scene/surfaces/panelSheets'
import { cross, dot, subtract, type Vector } from '../physics/units/vector'
import { panelStart } from './panelStart'
import { STARTING_POINTS, startFrom } from './startFrom'

const kit = genericKit()
const item = (kind: string) => kit.panels.find(({ what }) => what.kind === kind)!

/** Whether a straight line goes through a panel, by where it meets the plane of each sheet. */
const goesThrough = (panel: Panel, from: Vector, to: Vector): boolean =>
  panelSheets(panel).some(({ corner, edgeS, edgeT }) => {
    const normal = cross(edgeS, edgeT)
    const way = subtract(to, from)
    const share = dot(subtract(corner, from), normal) / dot(way, normal)
    if (!(share > 0 && share < 1)) return false
    const met = subtract([from[0] + share * way[0], from[1] + share * way[1], from[2] + share * way[2]], corner)
    const [s, t] = [dot(met, edgeS) / dot(edgeS, edgeS), dot(met, edgeT) / dot(edgeT, edgeT)]
    return s >= 0 && s <= 1 && t >= 0 && t <= 1
  })
const light = (set: StudioSet, id: string) => set.lights.find(one => one.id === id)!
const middleOfDrop = (set: StudioSet): Vector => [
  set.backdrop.centreXM,
  0,
  Math.min(0.6 * set.backdrop.heightM, headOf(set.subjects[0]!)[2]),
]

describe('where things begin', () => {
  it('puts a diffuser 0.6 m before its light, on the way to the face', () => {
    const set = demoSet()
    const { panel, use } = panelStart(set, item('diffusion-frame'), 'key')!
    expect(use).toEqual({ is: 'softens', lightId: 'key' })
    const from = vectorOf(light(set, 'key').place)
    const [sheet] = panelSheets(panel)
    const middle = sheet!.corner.map((at, axis) => at + 0.5 * (sheet!.edgeS[axis]! + sheet!.edgeT[axis]!))
    expect(Math.hypot(...middle.map((at, axis) => at - from[axis]!))).toBeCloseTo(0.6, 1)
  })

  it('stands a board that fills beside the face, on the side away from its light', () => {
    const set = demoSet()
    const { panel, use } = panelStart(set, item('silver-board'), 'key')!
    expect(use).toEqual({ is: 'fills', lightId: 'key' })
    const subject = set.subjects[0]!
    const away = Math.sign(subject.place.xM - light(set, 'key').place.xM)
    expect(Math.sign(panel.place.xM - subject.place.xM)).toBe(away)
    // Its light comes back to the cheek: half way between key and head lies the way that it looks.
    const [sheet] = panelSheets(panel)
    const normal = cross(sheet!.edgeS, sheet!.edgeT)
    const middle = sheet!.corner.map(
      (at, axis) => at + 0.5 * (sheet!.edgeS[axis]! + sheet!.edgeT[axis]!),
    ) as unknown as Vector
    const unit = (way: Vector): Vector => way.map(part => part / Math.hypot(...way)) as unknown as Vector
    const [toKey, toHead] = [vectorOf(light(set, 'key').place), headOf(subject)].map(at => unit(subtract(at, middle)))
    const half = unit(toKey!.map((part, axis) => part + toHead![axis]!) as unknown as Vector)
    expect(Math.abs(dot(half, unit(normal)))).toBeGreaterThan(0.9)
  })
})

describe('a flag that is added', () => {
  it('stands between the key and the backdrop, and leaves the key its way to the face', () => {
    const set = demoSet()
    const { panel, use } = panelStart(set, item('flag'))!
    expect(use).toEqual({ is: 'before', lightId: 'key', from: 'backdrop' })
    expect(goesThrough(panel, vectorOf(light(set, 'key').place), middleOfDrop(set))).toBe(true)
    expect(goesThrough(panel, vectorOf(light(set, 'key').place), headOf(set.subjects[0]!))).toBe(false)
  })

  it('stands between a chosen backdrop light and the subject, and leaves it its way to its aim', () => {
    const set = demoSet()
    for (const id of ['backdrop-left', 'backdrop-right']) {
      const { panel, use } = panelStart(set, item('flag'), id)!
      expect(use).toEqual({ is: 'before', lightId: id, from: 'subject' })
      const from = vectorOf(light(set, id).place)
      const face = headOf(set.subjects[0]!)
      expect(goesThrough(panel, from, [face[0], face[1], face[2] - 0.15])).toBe(true)
      const { aim } = light(set, id)
      expect(aim.at === 'place' && goesThrough(panel, from, vectorOf(aim.place))).toBe(false)
    }
  })

  it.each(STARTING_POINTS.map(point => [point.id, point] as const))(
    'is of use in %s, or does not come',
    (_id, point) => {
      const { set } = startFrom(demoSet(), point, kit)
      for (const one of set.lights) {
        const start = panelStart(set, item('flag'), one.id)
        if (!start || start.use.is !== 'before') continue
        const goals = {
          subject: headOf(set.subjects[0]!),
          backdrop: middleOfDrop(set),
          lens: vectorOf(set.camera.place),
        }
        const goal = goals[start.use.from]
        const lower: Vector = start.use.from === 'subject' ? [goal[0], goal[1], goal[2] - 0.15] : goal
        const isUnderCeiling = start.panel.place.zM + start.panel.heightM > set.room.heightM - 0.06
        if (isUnderCeiling || start.panel.place.zM === 0) continue
        const from = vectorOf(one.place)
        // Where face and backdrop lie behind each other, the face counts more.
        const isInWay = goesThrough(start.panel, from, lower)
        const isClear = start.use.from === 'backdrop' && !goesThrough(start.panel, from, headOf(set.subjects[0]!))
        expect(isInWay || isClear, one.id).toBe(true)
        expect(addPanel(set, start.panel).panels.length).toBe(set.panels.length + 1)
      }
    },
  )
})

describe('other panels that are added', () => {
  const set = demoSet()
  const keySide = Math.sign(light(set, 'key').place.xM - set.subjects[0]!.place.xM)

  it('bounce from the side that the key leaves dark, turned to halve the angle', () => {
    for (const kind of ['white-board', 'silver-board']) {
      const { panel, use } = panelStart(set, item(kind))!
      expect(use).toEqual({ is: 'fills', lightId: 'key' })
      expect(Math.sign(panel.place.xM - set.subjects[0]!.place.xM)).toBe(-keySide)
    }
  })

  it('darken that side where they are tall and black, and soften the key where light goes through', () => {
    expect(panelStart(set, item('v-flat'))!.use).toEqual({ is: 'darkens' })
    const { panel, use } = panelStart(set, item('diffusion-frame'))!
    expect(use).toEqual({ is: 'softens', lightId: 'key' })
    const face = headOf(set.subjects[0]!)
    expect(goesThrough(panel, vectorOf(light(set, 'key').place), [face[0], face[1], face[2] - 0.15])).toBe(true)
  })

  it('stand somewhere where there is no light at all', () => {
    const dark = { ...set, lights: [], looks: set.looks.map(look => ({ ...look, lights: {} })) }
    for (const one of kit.panels) expect(panelStart(dark, one)!.use).toEqual({ is: 'darkens' })
  })
})

describe('a light that gets another lamp', () => {
  it('gives the subject as much light as before, to the click, unless one flashes and the other burns', () => {
    const set = demoSet()
    const { lamp } = light(set, 'key')
    const stronger = { ...lamp, output: { from: 'guide-number', guideNumberM: 116, convention: 'metered' } as const }
    const before = lampIntensity(lamp) * 2 ** set.looks[0]!.lights['key']!.powerStops
    const after = fitLamp(set, 'key', stronger)
    const given = lampIntensity(stronger) * 2 ** after.looks[0]!.lights['key']!.powerStops
    expect(Math.abs(Math.log2(given / before))).toBeLessThanOrEqual(stronger.clickStops / 2 + 1e-9)
    const lasting = fitLamp(set, 'key', { ...stronger, kind: 'continuous' })
    expect(lasting.looks[0]!.lights['key']).toEqual(set.looks[0]!.lights['key'])
  })

  it('is at a click of the new lamp, within its range, in every look', () => {
    const set = demoSet()
    const { lamp } = light(set, 'key')
    const others = {
      ...set.looks[0]!,
      id: 'other',
      lights: { ...set.looks[0]!.lights, key: { on: false, powerStops: -5.3 } },
    }
    const fitted = fitLamp({ ...set, looks: [...set.looks, others] }, 'key', {
      ...lamp,
      clickStops: 1 / 3,
      rangeStops: 4,
    })
    const powers = fitted.looks.map(look => look.lights['key']!)
    for (const { powerStops } of powers) {
      expect(Math.abs(3 * powerStops - Math.round(3 * powerStops))).toBeLessThan(1e-5)
      expect(powerStops).toBeGreaterThanOrEqual(-4)
    }
    // −1.6 goes to the third next to it, −5.3 to the end of the range; on and off stay.
    expect(powers[0]!.powerStops).toBeCloseTo(-5 / 3, 5)
    expect(powers[1]).toEqual({ on: false, powerStops: -4 })
  })
})
