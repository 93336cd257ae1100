import { rigWithout } from '../edits/rigEdits'
import { BACKDROP_POINTS, evenBackdrop } from '../brief/looks'
import { changeTargets } from '../edits/edits'
import type { Day } from '../model/daySchema'
import type { Look, StudioSet } from '../model/schema'
import { MOST } from '../model/limits'
import { TONES, TONE_VALUES, type Tone } from '../evaluation/target'
import { Impossible } from '../shared/impossible'

const editLook = (set: StudioSet, lookId: string, edit: (look: Look) => Look): StudioSet => ({
  ...set,
  looks: set.looks.map(look => (look.id === lookId ? edit(look) : look)),
})

/** An id for one more look. */
const freeLookId = ({ looks }: StudioSet): string => {
  for (let number = looks.length + 1; ; number++) {
    const id = `look-${number}`
    if (!looks.some(look => look.id === id)) return id
  }
}

/** The first of "Name", "Name 2", "Name 3" that no look has. */
const freeLookName = ({ looks }: StudioSet, wish: string): string => {
  const stem = wish.replace(/ \d+$/, '').slice(0, 74)
  const taken = new Set(looks.map(({ name }) => name))
  for (let number = 1; ; number++) {
    const name = number === 1 ? stem : `${stem} ${number}`
    if (!taken.has(name)) return name
  }
}

const lookOf = (set: StudioSet, lookId: string): Look => {
  const look = set.looks.find(({ id }) => id === lookId)
  if (!look) throw new Impossible('look-gone')
  return look
}

/** A look more, made from one that there is and put after it; throws where no more fit. */
export const duplicateLook = (
  set: StudioSet,
  lookId: string,
  change: Partial<Omit<Look, 'id'>> = {},
): { set: StudioSet; lookId: string } => {
  if (set.looks.length >= MOST.looks) throw new Impossible('looks-full', MOST.looks)
  const from = lookOf(set, lookId)
  const id = freeLookId(set)
  const made: Look = { ...from, ...change, id, name: freeLookName(set, change.name ?? from.name) }
  const at = set.looks.indexOf(from) + 1
  return { set: { ...set, looks: [...set.looks.slice(0, at), made, ...set.looks.slice(at)] }, lookId: id }
}

/** A look under another name; throws where another look has it. */
export const renameLook = (set: StudioSet, lookId: string, name: string): StudioSet => {
  const wanted = name.trim()
  if (set.looks.some(look => look.id !== lookId && look.name === wanted))
    throw new Impossible('look-name-taken', wanted)
  return editLook(set, lookId, look => ({ ...look, name: wanted }))
}

/** A look put so many places further on, or back below 0. */
export const moveLook = (set: StudioSet, lookId: string, by: number): StudioSet => {
  const from = set.looks.findIndex(({ id }) => id === lookId)
  const to = Math.max(0, Math.min(set.looks.length - 1, from + by))
  if (from < 0 || to === from) return set
  const looks = set.looks.filter(({ id }) => id !== lookId)
  return { ...set, looks: [...looks.slice(0, to), set.looks[from]!, ...looks.slice(to)] }
}

/** Looks in another order; those that are not named stay behind the others. */
export const orderLooks = (set: StudioSet, order: readonly string[]): StudioSet => ({
  ...set,
  looks: [
    ...order.flatMap(id => set.looks.filter(look => look.id === id)),
    ...set.looks.filter(({ id }) => !order.includes(id)),
  ],
})

/** A day that speaks of a look no more. */
const withoutLook = (day: Day, lookId: string): Day => ({
  ...day,
  conditions: day.conditions.filter(
    condition => condition.lookId !== lookId && !('otherId' in condition && condition.otherId === lookId),
  ),
  sitters: day.sitters.map(sitter => ({ ...sitter, lookIds: sitter.lookIds.filter(id => id !== lookId) })),
  done: day.done.filter(one => one.lookId !== lookId),
})

/** The look that takes over what was read for another one: the one before it, or after it where it is the first. */
export const heirOf = ({ looks }: StudioSet, lookId: string): Look | undefined => {
  const at = looks.findIndex(({ id }) => id === lookId)
  return looks[at === 0 ? 1 : at - 1]
}

/**
 * A set without a look; the last one stays. Readings and test shots of the look are kept: they belong to the look
 * before it from then on, or the one after where it was the first.
 */
export const removeLook = (set: StudioSet, lookId: string): StudioSet => {
  const heir = heirOf(set, lookId)
  if (!heir || !set.looks.some(({ id }) => id === lookId)) return set
  const handed = <T extends { lookId: string }>(items: T[]): T[] =>
    items.map(item => (item.lookId === lookId ? { ...item, lookId: heir.id } : item))
  return {
    ...set,
    looks: set.looks.filter(({ id }) => id !== lookId),
    readings: handed(set.readings),
    frames: handed(set.frames),
    day: withoutLook(set.day, lookId),
    rig: rigWithout(set.rig, [lookId]),
  }
}

/** How many readings and test shots belong to a look. */
export const keptOf = (set: StudioSet, lookId: string): { readings: number; frames: number } => ({
  readings: set.readings.filter(reading => reading.lookId === lookId).length,
  frames: set.frames.filter(frame => frame.lookId === lookId).length,
})

/**
 * A look more, which wants what a test frame shows: its values at the backdrop as targets, lights and camera as they
 * were when it was taken; put after the look that the frame is of. Throws where the frame shows no backdrop.
 */
export const lookFromFrame = (set: StudioSet, frameId: string): { set: StudioSet; lookId: string } => {
  const frame = set.frames.find(({ id }) => id === frameId)
  if (!frame) throw new Impossible('frame-gone')
  const values = BACKDROP_POINTS.flatMap(id =>
    frame.values[id] === undefined ? [] : [[id, frame.values[id]] as const],
  )
  if (values.length === 0) throw new Impossible('frame-without-backdrop')
  const { lights } = lookOf(set, frame.lookId)
  return duplicateLook(set, frame.lookId, {
    name: frame.name.replace(/\.[a-z0-9]{2,5}$/i, '').slice(0, 74) || 'From a frame',
    lights: Object.fromEntries(Object.entries(lights).map(([id, setting]) => [id, frame.lights[id] ?? setting])),
    exposure: { ...frame.camera, followsPointId: null },
    targets: Object.fromEntries(
      values.map(([id, value]) => [id, { kind: 'value' as const, value: Math.round(Math.min(255, value)) }]),
    ),
    areas: [],
  })
}

/** The value that a look wants of the whole backdrop, where it wants one. */
export const wantedValue = ({ targets }: Look): number | undefined => {
  const values = BACKDROP_POINTS.map(id => targets[id]).map(target =>
    target?.kind === 'value' ? target.value : undefined,
  )
  return values.every(value => value !== undefined && value === values[0]) ? values[0] : undefined
}

/**
 * A look for each tone of the sweep, white, light grey, grey, dark grey and black, made from one look; a tone that a
 * look has already is left out. Their powers are still those of the look that they were made from.
 * @param names what the looks are called
 */
export const addToneLooks = (
  set: StudioSet,
  lookId: string,
  names: Readonly<Record<Tone, string>>,
): { set: StudioSet; lookIds: string[] } => {
  let [made, after] = [set, lookId]
  const lookIds: string[] = []
  for (const tone of TONES) {
    const value = TONE_VALUES[tone]
    if (made.looks.some(look => wantedValue(look) === value)) continue
    const next = duplicateLook(made, after, { ...lookOf(made, lookId), name: names[tone] })
    made = changeTargets(next.set, next.lookId, evenBackdrop(value))
    after = next.lookId
    lookIds.push(next.lookId)
  }
  return { set: made, lookIds }
}
