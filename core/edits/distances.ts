import { distance, type Vector } from '../physics/units/vector'
import { aimedAt } from '../model/aim'
import { vectorOf } from '../model/bounds'
import { headOf } from '../model/headHeight'
import type { Light, StudioSet, Subject } from '../model/schema'

/** A distance worth knowing, as a tape from one place to another. */
export type MeasuredDistance = { id: string; from: Vector; to: Vector; lengthM: number }

const tape = (id: string, from: Vector, to: Vector): MeasuredDistance => ({ id, from, to, lengthM: distance(from, to) })

/** From the front of a light to what it lights: the subject's head, or the place it is aimed at. */
export const lightDistance = (light: Light, set: StudioSet): MeasuredDistance => {
  const { aim } = light
  const subject = aim.at === 'subject' ? set.subjects.find(candidate => candidate.id === aim.subjectId) : undefined
  return tape(light.id, vectorOf(light.place), subject ? headOf(subject) : aimedAt(aim, set))
}

/** From a subject straight back to the backdrop. */
export const subjectDistance = (subject: Subject): MeasuredDistance => {
  const head = headOf(subject)
  return tape(subject.id, head, [head[0], 0, head[2]])
}

/**
 * A light's place at another distance along its tape; its height stays. Answers undefined where the height alone is
 * more.
 */
export const placeAtDistance = (light: Light, set: StudioSet, distanceM: number): Light['place'] | undefined => {
  const { from, to } = lightDistance(light, set)
  const rise = from[2] - to[2]
  const level = Math.hypot(from[0] - to[0], from[1] - to[1])
  const wanted = Math.sqrt(distanceM * distanceM - rise * rise)
  if (!(wanted > 0) || level === 0) return undefined
  return {
    xM: to[0] + ((from[0] - to[0]) * wanted) / level,
    yM: to[1] + ((from[1] - to[1]) * wanted) / level,
    zM: from[2],
  }
}
