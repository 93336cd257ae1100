import { headHeightM, headOf } from '../model/headHeight'
import { placeThing } from '../edits/things'
import { add, direction, dot, scale, subtract, type Vector } from '../physics/units/vector'
import { facingOf } from '../scene/surfaces/panelSheets'
import type { Fix } from '../changes/fix'
import type { Light, Place, StudioSet, Subject } from '../model/schema'
import { vectorOf } from '../model/bounds'
import { litOf, problem, type Check } from './finding'
import { UPPER_LID_DEG, LOWER_LID_DEG, ASIDE_DEG, CHIN_DOWN_DEG, CATCH_LIGHT_AHEAD } from './thresholds'

/** A catch light as the camera sees it: degrees up and to the camera's right on the eyeball. */
export type CatchLight = { upDeg: number; rightDeg: number }

/** Where a light mirrors in the eyes: along the half-way direction between camera and light. */
export const catchLightOf = (set: StudioSet, subject: Subject, light: Light): CatchLight => {
  const eye: Vector = headOf(subject)
  const toCamera = direction(subtract(vectorOf(set.camera.place), eye))
  const toLight = direction(subtract(vectorOf(light.place), eye))
  const half = direction(add(toCamera, toLight))
  const ahead = facingOf(subject.turnDeg)
  const level = Math.hypot(half[0], half[1])
  const side = scale(ahead, dot(half, ahead))
  const across = subtract([half[0], half[1], 0], [side[0], side[1], 0])
  const right = Math.sign(across[0] * ahead[1] - across[1] * ahead[0]) * Math.hypot(across[0], across[1])
  return {
    upDeg: (Math.atan2(half[2], level) * 180) / Math.PI,
    rightDeg: (Math.atan2(right, dot(half, ahead)) * 180) / Math.PI,
  }
}

const isOpen = ({ upDeg, rightDeg }: CatchLight, chinDownDeg: number): boolean =>
  upDeg + chinDownDeg < UPPER_LID_DEG && upDeg + chinDownDeg > LOWER_LID_DEG && Math.abs(rightDeg) < ASIDE_DEG

/** Where it stands, as on the face of a clock. */
export const clockOf = ({ upDeg, rightDeg }: CatchLight): number => {
  const hours = Math.round((Math.atan2(rightDeg, upDeg) * 6) / Math.PI)
  return ((((hours + 11) % 12) + 12) % 12) + 1
}

/** How low a light has to stand for its catch light to outlast a chin that goes down; undefined where nothing does. */
const lowered = (set: StudioSet, light: Light): Place | undefined => {
  const subject = set.subjects[0]!
  for (let zM = light.place.zM - 0.05; zM > headHeightM(subject) - 0.1; zM -= 0.05) {
    const lower = placeThing(set, light.id, { ...light.place, zM })
    if (isOpen(catchLightOf(lower, subject, { ...light, place: { ...light.place, zM } }), CHIN_DOWN_DEG))
      return { ...light.place, zM }
  }
  return undefined
}

/**
 * Eyes without a catch light, or that lose it when the chin goes down. Speaks only of faces that look about at the
 * camera.
 */
export const catchLight: Check = context => {
  const { set } = context
  const subject = set.subjects[0]!
  const lights = litOf(context, 'key', 'fill').filter(
    light =>
      dot(direction(subtract(vectorOf(light.place), headOf(subject))), facingOf(subject.turnDeg)) > CATCH_LIGHT_AHEAD,
  )
  if (
    subject.pose === 'object' ||
    set.brief.look === 'silhouette' ||
    Math.abs(subject.turnDeg) > 40 ||
    lights.length === 0 ||
    set.brief.framing === 'full' ||
    set.brief.framing === 'group'
  )
    return []
  const caught = lights.filter(light => isOpen(catchLightOf(set, subject, light), 0))
  const kept = caught.filter(light => isOpen(catchLightOf(set, subject, light), CHIN_DOWN_DEG))
  if (kept.length > 0) return []
  const key = lights[0]!
  const place = lowered(set, key)
  const fact = {
    is: 'no-catch-light',
    clock: caught[0] ? clockOf(catchLightOf(set, subject, caught[0])) : null,
  } as const
  const fix: Fix | undefined = place && { purpose: { as: 'lower' }, change: { kind: 'place', id: key.id, place } }
  return [problem(set, 'catch-light', fact, fix)]
}
