import { placeThing } from '../edits/things'
import { vectorOf } from '../model/bounds'
import { headOf } from '../model/headHeight'
import type { Light, Place, StudioSet, Subject } from '../model/schema'
import { LENS } from '../physics/figure/shown/glasses'
import { reshapeOf } from '../physics/figure/builds'
import { SEAT_DROP } from '../physics/figure/poses'
import type { Emitter } from '../physics/sources/emitter'
import { frontReach } from '../physics/sources/frontShape'
import { add, cross, direction, dot, length, scale, subtract, type Vector } from '../physics/units/vector'
import { emitterOf } from '../scene/scene'
import { facingOf } from '../scene/surfaces/panelSheets'
import type { Fix } from '../changes/fix'
import { about, litOf, problem, type Check } from './finding'
import { LENS_RADIUS_M, LEAST_SHARE, IN_GLASSES_FACING } from './thresholds'

/** A lens is looked at in so many columns and rows. */
const STEPS = { across: 41, up: 31 }

const RAISE_M = { step: 0.1, most: 1 }
const UP: Vector = [0, 0, 1]

/** Whether a ray meets the bright front of a lamp from before it. */
const meetsFront = ({ centre, axis, across, up, front }: Emitter, from: Vector, way: Vector): boolean => {
  const to = subtract(centre, from)
  if (front.shape === 'ball') {
    const along = dot(to, way)
    return along > 0 && length(subtract(to, scale(way, along))) < front.radiusM
  }
  const toward = dot(way, axis)
  if (toward >= 0) return false
  const distance = dot(to, axis) / toward
  if (distance <= 0) return false
  const at = subtract(scale(way, distance), to)
  const reach = frontReach(front)
  const [a, u] = [dot(at, across) / reach.across, dot(at, up) / reach.up]
  if (front.shape === 'rectangle') return Math.max(Math.abs(a), Math.abs(u)) < 1
  return Math.hypot(a, u) < 1 && (front.shape !== 'ring' || Math.hypot(a, u) > front.innerRadiusM / front.outerRadiusM)
}

/** What a lens shows the camera: rays from so many places all over its front, whatever they meet. */
type MirroringLens = { rays: readonly { from: Vector; way: Vector }[]; places: number }

/** Both lenses of a subject: the front of each is part of a sphere, tipped as the glasses sit. No lamp is asked. */
const mirroredBy = (set: StudioSet, subject: Subject): MirroringLens[] => {
  const camera = vectorOf(set.camera.place)
  const ahead = facingOf(subject.turnDeg)
  const side = cross(ahead, UP)
  const forward = direction(add(ahead, scale(UP, -LENS.lean)))
  const upward = direction(add(UP, scale(ahead, LENS.lean)))
  const { out, headScale } = reshapeOf(subject.pose, subject.build)
  const scaleM = subject.heightM * headScale
  const drop = subject.pose === 'sitting' ? SEAT_DROP : 0
  const foot: Vector = [subject.place.xM, subject.place.yM, 0]
  const [x, y, z] = out([LENS.centre[0], LENS.centre[1], LENS.centre[2] - drop])
  return [-1, 1].map(which => {
    const middle = add(foot, scale(add(add(scale(side, which * x), scale(ahead, y)), scale(UP, z)), subject.heightM))
    const rays: { from: Vector; way: Vector }[] = []
    let places = 0
    for (let column = 0; column < STEPS.across; column++)
      for (let row = 0; row < STEPS.up; row++) {
        const [s, t] = [(2 * column + 1) / STEPS.across - 1, (2 * row + 1) / STEPS.up - 1]
        if (Math.hypot(s, t) > 1) continue
        places += 1
        const off = add(scale(side, s * LENS.across * scaleM), scale(upward, t * LENS.up * scaleM))
        const normal = direction(add(forward, scale(off, 1 / LENS_RADIUS_M)))
        const from = add(middle, off)
        const toCamera = direction(subtract(camera, from))
        const facing = dot(normal, toCamera)
        if (facing > 0) rays.push({ from, way: subtract(scale(normal, 2 * facing), toCamera) })
      }
    return { rays, places }
  })
}

/** Share of the lens that shows most of a lamp's bright front, 0 to 1. What stands between is not asked. */
const shareOf = (lenses: readonly MirroringLens[], emitter: Emitter): number =>
  Math.max(
    ...lenses.map(({ rays, places }) => rays.filter(({ from, way }) => meetsFront(emitter, from, way)).length / places),
  )

/** Share of a subject's lens, 0 to 1, on which the camera sees a lamp. */
export const mirroredShare = (set: StudioSet, subject: Subject, light: Light): number =>
  shareOf(mirroredBy(set, subject), emitterOf(light, set))

/** The least that a lamp has to be raised for no lens to mirror it; undefined where nothing within reach does. */
const raised = (set: StudioSet, worn: readonly (readonly MirroringLens[])[], light: Light): Place | undefined => {
  for (let byM = RAISE_M.step; byM <= RAISE_M.most + 1e-9; byM += RAISE_M.step) {
    const there = placeThing(set, light.id, { ...light.place, zM: light.place.zM + byM })
    const moved = there.lights.find(({ id }) => id === light.id)!
    const emitter = emitterOf(moved, there)
    if (worn.every(lenses => shareOf(lenses, emitter) < LEAST_SHARE)) return moved.place
  }
  return undefined
}

/** Lamps that the camera sees mirrored in somebody's glasses. */
export const inGlasses: Check = context => {
  const { set } = context
  const worn = set.subjects.filter(
    subject =>
      subject.glasses &&
      subject.pose !== 'object' &&
      dot(direction(subtract(vectorOf(set.camera.place), headOf(subject))), facingOf(subject.turnDeg)) >
        IN_GLASSES_FACING,
  )
  const lensesOf = worn.map(subject => mirroredBy(set, subject))
  return worn.flatMap((subject, index) =>
    litOf(context).flatMap(light => {
      const share = shareOf(lensesOf[index]!, emitterOf(light, set))
      if (share < LEAST_SHARE) return []
      const place = raised(set, lensesOf, light)
      const fix: Fix | undefined = place && { purpose: { as: 'raise' }, change: { kind: 'place', id: light.id, place } }
      const fact = { is: 'in-glasses', light: light.name, subject: subject.name, share } as const
      return [about([light.id, subject.id], problem(set, `in-glasses/${subject.id}/${light.id}`, fact, fix))]
    }),
  )
}
