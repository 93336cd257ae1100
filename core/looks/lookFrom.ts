import { addLight, addPanel, addProp, freeId, freeLetter } from '../edits/factories'
import { meterPointIds } from '../model/placeIds'
import { OVERRIDABLE } from '../model/overridesSchema'
import { PLAIN_RUN } from '../model/readingSchema'
import type { Aim, Light, Look, StudioSet } from '../model/schema'
import { inLook } from './inLook'
import { duplicateLook } from './lookEdits'
import { editInLook } from './overrides'

/** What of another set's look did not come along: each is told, and nothing else is missing. */
export type LookTaken = {
  set: StudioSet
  lookId: string
  /** Lights that the set did not have and that are on in this look only. */
  addedLights: readonly string[]
  /** Subjects that the other look has and this set has no mark for. */
  subjectsLeft: number
  /** Targets at points that this set does not have. */
  targetsLeft: number
}

/** The fields of a thing that one look may have otherwise than another. */
const fieldsOf = <T extends object>(thing: T, keys: readonly string[]): Partial<T> =>
  Object.fromEntries(Object.entries(thing).filter(([key]) => keys.includes(key))) as Partial<T>

/** A light of the set for each of the other's, by id in the other: of the same job, the same kind of lamp first. */
const partners = (set: StudioSet, others: readonly Light[]): Map<string, string> => {
  const free = set.lights.filter(({ id }) => !set.locked.includes(id))
  const found = new Map<string, string>()
  for (const isAlike of [
    (a: Light, b: Light) => a.job === b.job && a.lamp.kind === b.lamp.kind,
    (a: Light, b: Light) => a.job === b.job,
  ])
    for (const other of others) {
      if (found.has(other.id)) continue
      const at = free.findIndex(light => isAlike(light, other))
      if (at >= 0) found.set(other.id, free.splice(at, 1)[0]!.id)
    }
  return found
}

const aimIn = (aim: Aim, subjects: readonly [from: StudioSet['subjects'], to: StudioSet['subjects']]): Aim => {
  if (aim.at !== 'subject') return aim
  const index = Math.max(
    0,
    subjects[0].findIndex(({ id }) => id === aim.subjectId),
  )
  return { ...aim, subjectId: (subjects[1][index] ?? subjects[1][0]!).id }
}

/** The stage of a set as another set's look shows it, as far as a look may have it otherwise. */
const staged = (set: StudioSet, other: StudioSet, partnerOf: ReadonlyMap<string, string>): StudioSet => {
  const subjects = [other.subjects, set.subjects] as const
  const placed: StudioSet = {
    ...set,
    lights: set.lights.map(light => {
      const from = other.lights.find(({ id }) => partnerOf.get(id) === light.id)
      if (!from) return light
      // Nobody carries another head of the same kind to a stand that has one.
      const lamp = from.lamp.kind === light.lamp.kind ? light.lamp : from.lamp
      return { ...light, ...fieldsOf(from, OVERRIDABLE.lights), lamp, aim: aimIn(from.aim, subjects) }
    }),
    subjects: set.subjects.map((subject, index) => ({
      ...subject,
      ...(other.subjects[index] && fieldsOf(other.subjects[index], ['place', 'pose', 'turnDeg'])),
    })),
    camera: { ...set.camera, ...fieldsOf(other.camera, OVERRIDABLE.camera) },
    backdrop: { ...set.backdrop, ...fieldsOf(other.backdrop, OVERRIDABLE.backdrop) },
    panels: [],
    props: [],
  }
  const boarded = other.panels.reduce((next, panel) => addPanel(next, { ...panel, id: freeId(set, panel.id) }), placed)
  return other.props.reduce((next, prop) => addProp(next, { ...prop, id: freeId(set, prop.id) }), boarded)
}

/**
 * A look more, which stands as a look of another set does: its lights are found again among the set's own by their
 * jobs and keep their lamps, what is missing is added and off in every other look, panels and props are there in this
 * look only. Powers, exposure and targets are the other look's; with other lamps powers have to be solved anew. The
 * room stays, and so do the number of subjects and the camera's sensor. Throws where no look more fits.
 */
export const lookFrom = (
  set: StudioSet,
  afterId: string,
  { set: otherSet, lookId: otherId, name }: { set: StudioSet; lookId: string; name: string },
): LookTaken => {
  const other = inLook(otherSet, otherId)
  const model = other.looks.find(({ id }) => id === otherId)!
  const made = duplicateLook(set, afterId, { name: name.slice(0, 80), run: PLAIN_RUN, grid: null })
  const partnerOf = partners(set, other.lights)
  const addedLights: string[] = []
  let withLights = made.set
  for (const light of other.lights) {
    if (partnerOf.has(light.id)) continue
    const id = freeId(withLights, light.id)
    const aim = aimIn(light.aim, [other.subjects, set.subjects])
    withLights = addLight(
      withLights,
      { ...light, id, name: freeLetter(withLights), aim },
      { ...model.lights[light.id]!, on: false },
    )
    partnerOf.set(light.id, id)
    addedLights.push(id)
  }
  const points = new Set(meterPointIds(set))
  const kept = Object.entries(model.targets).filter(([id]) => points.has(id))
  const follows = model.exposure.followsPointId
  const asLook = (look: Look): Look => ({
    ...look,
    lights: Object.fromEntries(
      withLights.lights.map(({ id, lamp }) => {
        const from = other.lights.find(light => partnerOf.get(light.id) === id)
        if (!from) return [id, { ...look.lights[id]!, on: false }]
        const { on, powerStops } = model.lights[from.id]!
        return [id, { on, powerStops: Math.max(powerStops, -lamp.rangeStops) }]
      }),
    ),
    targets: Object.fromEntries(kept),
    areas: model.areas,
    exposure: { ...model.exposure, followsPointId: follows !== null && points.has(follows) ? follows : null },
  })
  const taken = editInLook(
    withLights,
    made.lookId,
    shown => ({
      ...staged(shown, other, partnerOf),
      looks: shown.looks.map(look => (look.id === made.lookId ? asLook(look) : look)),
    }),
    true,
  )
  return {
    set: taken,
    lookId: made.lookId,
    addedLights,
    subjectsLeft: Math.max(0, other.subjects.length - set.subjects.length),
    targetsLeft: Object.keys(model.targets).length - kept.length,
  }
}
