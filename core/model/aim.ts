import { direction, subtract, turn, type Vector } from '../physics/units/vector'
import { vectorOf } from './bounds'
import type { Aim, Light, StudioSet } from './schema'

/** The place a light is aimed at, before feathering. */
export const aimedAt = (aim: Aim, set: StudioSet): Vector => {
  if (aim.at === 'place') return vectorOf(aim.place)
  const subject = set.subjects.find(candidate => candidate.id === aim.subjectId) ?? set.subjects[0]!
  return [subject.place.xM, subject.place.yM, aim.heightM]
}

/** The lights of a set, each looking where it does now, whoever moves or leaves. */
export const aimsHeld = (set: StudioSet): Light[] =>
  set.lights.map(light => {
    const [xM, yM, zM] = aimedAt(light.aim, set)
    const { featherPanDeg, featherTiltDeg } = light.aim
    return { ...light, aim: { at: 'place', place: { xM, yM, zM }, featherPanDeg, featherTiltDeg } }
  })

/** Unit vector along a light's axis, feathering included. */
export const axisOf = (light: Light, set: StudioSet): Vector =>
  turn(
    direction(subtract(aimedAt(light.aim, set), vectorOf(light.place))),
    light.aim.featherPanDeg,
    light.aim.featherTiltDeg,
  )
