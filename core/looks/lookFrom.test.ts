import { describe, expect, it } from 'vitest'
import { demoSet } from '../edits/demo'
import { addPanel } from '../edits/factories'
import { lockThings } from '../edits/things'
import { panelOfKind } from '../edits/panels'
import { checkSet } from '../formats/setFile'
import { genericKit } from '../kit/genericKit'
import type { StudioSet } from '../model/schema'
import { STARTING_POINTS, startFrom } from '../starting/startFrom'
import { validationErrors } from '../validation/validation'
import { almanacDay } from './almanac'
import { inLook } from './inLook'
import { lookFrom } from './lookFrom'

const stageOf = ({ lights, panels, props, subjects, camera, backdrop }: StudioSet): unknown => ({
  lights: lights.map(({ job, place, modifier, gel }) => ({ job, place, modifier, gel })).toSorted(byJson),
  panels: panels.map(({ place, kind, turnDeg }) => ({ place, kind, turnDeg })),
  props: props.map(({ place, form }) => ({ place, form })),
  subjects: subjects.map(({ place, pose, turnDeg }) => ({ place, pose, turnDeg })),
  camera: { place: camera.place, lens: camera.lens },
  backdrop: { kind: backdrop.kind, reflectance: backdrop.reflectance, widthM: backdrop.widthM },
})
const byJson = (a: unknown, b: unknown): number => JSON.stringify(a).localeCompare(JSON.stringify(b))

/** Lights that are on in a look, with what they are set to, whatever they are called. */
const settingsOf = (set: StudioSet, lookId: string) => {
  const shown = inLook(set, lookId)
  const look = shown.looks.find(({ id }) => id === lookId)!
  return shown.lights
    .filter(({ id }) => look.lights[id]!.on)
    .map(({ id, job }) => [job, look.lights[id]!.powerStops])
    .toSorted(byJson)
}

const single = STARTING_POINTS.filter(({ subjects }) => subjects === undefined)

describe('a look from another set', () => {
  it.each(single.map(point => [point.name, point] as const))(
    'stands as "%s" does, and no other look is touched',
    (_name, point) => {
      const set = almanacDay()
      const { set: other } = startFrom(set, point, genericKit())
      const {
        set: taken,
        lookId,
        addedLights,
      } = lookFrom(set, set.looks[0]!.id, {
        set: other,
        lookId: other.looks[0]!.id,
        name: point.name,
      })
      // A panel that is lit from behind needs a deeper room, which one look alone cannot have: refused in words.
      if (point.behindM !== undefined)
        return expect(validationErrors(taken)[0]).toMatchObject({ is: 'in-look', fault: { is: 'light-outside' } })
      expect(validationErrors(taken)).toEqual([])
      expect(checkSet(JSON.parse(JSON.stringify(taken))).ok).toBe(true)
      const [shown, wanted] = [inLook(taken, lookId), inLook(other, other.looks[0]!.id)]
      const on = (of: StudioSet, id: string) => ({
        ...of,
        lights: of.lights.filter(light => of.looks.find(look => look.id === id)!.lights[light.id]!.on),
      })
      expect(stageOf(on(shown, lookId))).toEqual(stageOf(on(wanted, other.looks[0]!.id)))
      expect(settingsOf(taken, lookId)).toEqual(settingsOf(other, other.looks[0]!.id))
      for (const { id } of set.looks) {
        const lit = (of: StudioSet) => of.lights.filter(light => !addedLights.includes(light.id))
        const [before, after] = [inLook(set, id), inLook(taken, id)]
        expect(lit(after)).toEqual(before.lights)
        expect([after.panels, after.props, after.subjects, after.camera, after.backdrop]).toEqual([
          before.panels,
          before.props,
          before.subjects,
          before.camera,
          before.backdrop,
        ])
        expect(settingsOf(taken, id)).toEqual(settingsOf(set, id))
      }
    },
  )

  it('leaves the sitters of a day with the one look of a set-up that takes the whole set', () => {
    const { set } = startFrom(almanacDay(), single[0]!, genericKit())
    expect(validationErrors(set)).toEqual([])
    expect(set.day.sitters.map(({ lookIds }) => lookIds)).toEqual(Array.from({ length: 9 }, () => [set.looks[0]!.id]))
  })

  it('tells what it had to leave: subjects without a mark, targets of points that are not there', () => {
    const set = demoSet()
    const crowd: StudioSet = {
      ...set,
      subjects: [...set.subjects, { ...set.subjects[0]!, id: 'second', place: { xM: 0.8, yM: 2.4 } }],
      points: [
        { id: 'own/edge', name: 'Edge', place: { xM: 1, yM: 1, zM: 1 }, turnDeg: 0, tiltDeg: 0, receptor: 'flat' },
      ],
      looks: set.looks.map(look => ({
        ...look,
        targets: { ...look.targets, 'own/edge': { kind: 'value', value: 100 } },
        exposure: { ...look.exposure, followsPointId: 'own/edge' },
      })),
    }
    const taken = lookFrom(set, 'white', { set: crowd, lookId: 'white', name: 'Two' })
    expect([taken.subjectsLeft, taken.targetsLeft]).toEqual([1, 1])
    expect(taken.set.looks[1]!.exposure.followsPointId).toBeNull()
    expect(validationErrors(taken.set)).toEqual([])
  })

  it('leaves a locked light where it is, and boards of the set out', () => {
    const board = { ...panelOfKind('flag', 'board'), place: { xM: 1, yM: 3, zM: 0.5 } }
    const set = lockThings(addPanel(demoSet(), board), ['key'], true)
    const other = demoSet()
    const moved = {
      ...other,
      lights: other.lights.map(light =>
        light.id === 'key' ? { ...light, place: { ...light.place, zM: 1.2 } } : light,
      ),
    }
    const { set: taken, lookId, addedLights } = lookFrom(set, 'white', { set: moved, lookId: 'white', name: 'Low' })
    const shown = inLook(taken, lookId)
    expect(shown.lights.find(({ id }) => id === 'key')!.place).toEqual(set.lights.find(({ id }) => id === 'key')!.place)
    expect(addedLights).toHaveLength(1)
    expect(shown.panels).toEqual([])
    expect(inLook(taken, 'white').panels).toHaveLength(1)
  })

  it('is refused where a set has as many looks as it can hold', () => {
    const set = demoSet()
    const full = {
      ...set,
      looks: Array.from({ length: 40 }, (_, at) => ({ ...set.looks[0]!, id: `l${at}`, name: `L${at}` })),
    }
    expect(() => lookFrom(full, 'l0', { set, lookId: 'white', name: 'More' })).toThrow(
      expect.objectContaining({ name: 'looks-full' }),
    )
  })
})
