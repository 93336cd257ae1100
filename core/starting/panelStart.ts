import { addPanel, freeId } from '../edits/factories'
import { acrossWay, shadedPlace, type Shaded } from '../edits/acrossWay'
import { aimBoard } from '../edits/aimBoard'
import { vectorOf } from '../model/bounds'
import { headHeightM, headOf } from '../model/headHeight'
import type { Light, Panel, StudioSet } from '../model/schema'
import { luminance } from '../physics/units/rgb'
import { add, distance, dot, scale, subtract, type Vector } from '../physics/units/vector'
import { validationErrors } from '../validation/validation'
import type { KitItem } from '../kit/kitSchema'
import { FLAG_M, DIFFUSER_M, BESIDE_M, CLEAR_M, BOUNCES, SOFTENS } from './thresholds'

/** What a panel that is put on the stage is for: in a light's way, or beside the subject. */
export type PanelUse =
  | { is: 'before'; lightId: string; from: Shaded }
  | { is: 'softens'; lightId: string }
  | { is: 'fills'; lightId: string }
  | { is: 'darkens' }

/** A panel of the kit on the stage, and what it is there to do. */
export type PanelStart = { panel: Panel; use: PanelUse }

const away: Record<Light['job'], Shaded> = {
  backdrop: 'subject',
  key: 'backdrop',
  fill: 'backdrop',
  top: 'backdrop',
  edge: 'lens',
  hair: 'lens',
}

/**
 * Where a panel of the kit is of use, judged by what it is: black ones stand in the way of the light that is chosen, or
 * of the key, before what that light shall not reach; white and silver ones throw the key into the shadow side; those
 * that let light through stand before the light. Tall black ones darken the shadow side.
 * @param chosenId the light that is chosen, if one is
 */
export const panelStart = (
  set: StudioSet,
  item: KitItem<'panels'>,
  chosenId?: string | null,
): PanelStart | undefined => {
  const { what } = item
  const light =
    set.lights.find(({ id }) => id === chosenId) ?? set.lights.find(({ job }) => job === 'key') ?? set.lights[0]
  const subject = set.subjects[0]!
  const side = light && light.place.xM < subject.place.xM ? 1 : -1
  const upright: Panel = {
    ...what,
    id: freeId(set, what.kind),
    kitId: item.id,
    heightM: Math.min(what.heightM, set.room.heightM - 0.1),
    place: { xM: subject.place.xM + side * BESIDE_M, yM: subject.place.yM + 0.1, zM: 0 },
    turnDeg: side * 90,
    tiltDeg: 0,
  }
  const isTall = what.heightM > 1.5
  const isBlack = luminance(what.front.reflectance) < BOUNCES
  if (light && luminance(what.transmittance) > SOFTENS) return inWay(set, upright, { is: 'softens', lightId: light.id })
  if (light && isBlack && !isTall) {
    const from = away[light.job]
    return inWay(set, upright, { is: 'before', lightId: light.id, from })
  }
  if (light && !isBlack) {
    const head: Vector = [subject.place.xM + side * 0.08, subject.place.yM, headHeightM(subject)]
    // A low board is held up: from the floor it would reach the legs.
    const zM = isTall
      ? 0
      : Math.max(0, Math.min(head[2] - 0.7 * upright.heightM, set.room.heightM - upright.heightM - 0.1))
    const raised = { ...upright, place: { ...upright.place, zM } }
    const aimed = aimBoard(addPanel(set, raised), raised, light, head).panels.at(-1)!
    return { panel: aimed, use: { is: 'fills', lightId: light.id } }
  }
  return { panel: upright, use: { is: 'darkens' } }
}

/** What a light shall still reach past a flag. */
const clearOf = (set: StudioSet, { aim }: Light, use: PanelUse): Vector | undefined => {
  if (use.is !== 'before') return undefined
  if (use.from === 'backdrop') return headOf(set.subjects[0]!)
  return use.from === 'subject' && aim.at === 'place' ? vectorOf(aim.place) : undefined
}

/** How far a flag about a place steps aside so that its edge is off the line from a light to what it shall reach. */
const asideOf = (at: Vector, from: Vector, keeps: Vector, halfM: number): Vector => {
  const level = Math.hypot(at[0] - from[0], at[1] - from[1])
  if (level < 1e-6) return [0, 0, 0]
  const ahead: Vector = [(at[0] - from[0]) / level, (at[1] - from[1]) / level, 0]
  const across: Vector = [-ahead[1], ahead[0], 0]
  const to = subtract(keeps, from)
  const along = dot(to, ahead)
  // What lies behind the light, or hardly before it, no flag hides.
  if (along <= 0.05) return [0, 0, 0]
  const offM = (dot(to, across) * level) / along
  return Math.abs(offM) >= halfM ? [0, 0, 0] : scale(across, Math.sign(offM || 1) * (Math.abs(offM) - halfM))
}

/** A panel across a light's way, its middle on the way; nearer or further where it would not stand. */
const inWay = (
  set: StudioSet,
  panel: Panel,
  use: Extract<PanelUse, { is: 'before' | 'softens' }>,
): PanelStart | undefined => {
  const light = set.lights.find(({ id }) => id === use.lightId)!
  const softened = light.job === 'backdrop' ? 'backdrop' : 'subject'
  const goal = shadedPlace(set, use.is === 'before' ? use.from : softened)
  const reachM = use.is === 'before' ? FLAG_M : DIFFUSER_M
  const from = vectorOf(light.place)
  const way = subtract(goal, from)
  const wholeM = Math.max(0.1, distance(goal, from))
  const keeps = clearOf(set, light, use)
  const tries = [1, 0.8, 1.3, 0.6, 1.7, 2.2].map(share => {
    const at = add(from, scale(way, Math.min(0.9, (share * reachM) / wholeM)))
    return { at, aside: keeps ? asideOf(at, from, keeps, panel.widthM / 2 + CLEAR_M) : ([0, 0, 0] as Vector) }
  })
  // What need not step aside, or least, is in the way best.
  const sorted = tries.toSorted((a, b) => Math.hypot(...a.aside) - Math.hypot(...b.aside))
  for (const { at: middle, aside } of sorted) {
    const stood = acrossWay(set, panel, add(middle, aside), way)
    if (validationErrors(addPanel(set, stood)).length <= validationErrors(set).length) return { panel: stood, use }
  }
  return undefined
}
