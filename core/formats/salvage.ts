import * as v from 'valibot'
import { emptySet } from '../starting/emptySet'
import { FIRST_SETTING } from '../edits/factories'
import { isEqual } from '../edits/patch'
import { COUNTED, tooMany, type Counted, type Over } from '../model/limits'
import { validationErrorsAt } from '../validation/validation'
import { SetShape, type StudioSet } from '../model/schema'
import { isRecord } from '../shared/isRecord'
import { err, ok, type Outcome } from '../shared/outcome'

/** What could be saved of a damaged set, and what was left out or put back to a default. */
export type Salvaged = { set: StudioSet; leftOut: LeftOut[] }

/** Why nothing could be saved. */
export type SalvageRefusal = { is: 'no-set' | 'too-damaged' }

type Key = string | number
type Loose = Record<string, unknown>

/** A thing of a list of a set: what it is called, or its number where it has no name. */
export type LeftThing = { kind: Counted; called: string | number }

/** What was left out of a damaged set, or put back to a default. */
export type LeftOut =
  | { is: 'unknown-part'; key: string }
  | { is: 'part-anew'; key: string }
  | { is: 'thing'; thing: LeftThing }
  | { is: 'setting-off' | 'target'; id: string; look: LeftThing }
  | { is: 'setting-stray'; look: LeftThing }
  | { is: 'look-part'; part: string; look: LeftThing }
  | { is: 'aim'; light: LeftThing }
  | { is: 'over'; over: Over }
  | { is: 'others' | 'readings'; count: number }

const NUMBERED: readonly Counted[] = ['readings', 'groups', 'locked']

/** What a list of a set calls one of its items. */
const thingOf = (kind: Counted, item: unknown, index: number): LeftThing => {
  const isNamed = isRecord(item) && typeof item.name === 'string' && item.name !== '' && !NUMBERED.includes(kind)
  return { kind, called: isNamed ? String(item.name).slice(0, 40) : index + 1 }
}

/** Parts of a look that can go without the look. */
const LOOSE_PARTS = ['targets', 'areas', 'run', 'grid', 'exposure', 'name']

const LEAST: Partial<Record<Counted, number>> = { subjects: 1, looks: 1 }

/**
 * Mends one thing that is wrong, at its place; answers what that leaves out, or undefined where nothing can be done.
 */
const mendAt = (set: Loose, at: readonly Key[], fresh: Loose): LeftOut | undefined => {
  const [top, index, part, entry] = at
  if (typeof top !== 'string') return undefined
  if (!(top in fresh)) {
    set[top] = undefined
    Reflect.deleteProperty(set, top)
    return { is: 'unknown-part', key: top }
  }
  const list = set[top]
  if (!COUNTED.includes(top as Counted) || !Array.isArray(list) || typeof index !== 'number') {
    set[top] = structuredClone(fresh[top])
    return { is: 'part-anew', key: top }
  }
  const kind = top as Counted
  const item: unknown = list[index]
  const thing = thingOf(kind, item, index)
  if (kind === 'looks' && isRecord(item)) {
    if (part === 'lights' && typeof entry === 'string' && isRecord(item.lights)) {
      const isThere = Array.isArray(set.lights) && set.lights.some(light => isRecord(light) && light.id === entry)
      if (isThere) item.lights[entry] = { ...FIRST_SETTING, on: false }
      else Reflect.deleteProperty(item.lights, entry)
      return isThere ? { is: 'setting-off', id: entry, look: thing } : { is: 'setting-stray', look: thing }
    }
    if (part === 'targets' && typeof entry === 'string' && isRecord(item.targets)) {
      Reflect.deleteProperty(item.targets, entry)
      return { is: 'target', id: entry, look: thing }
    }
    if (typeof part === 'string' && LOOSE_PARTS.includes(part)) {
      item[part] = structuredClone((fresh.looks as Loose[])[0]![part])
      return { is: 'look-part', part, look: thing }
    }
  }
  if (
    kind === 'lights' &&
    part === 'aim' &&
    isRecord(item) &&
    isRecord(item.aim) &&
    item.aim.at === 'subject' &&
    Array.isArray(set.subjects) &&
    isRecord(set.subjects[0]) &&
    item.aim.subjectId !== set.subjects[0].id
  ) {
    item.aim.subjectId = set.subjects[0].id
    return { is: 'aim', light: thing }
  }
  list.splice(index, 1)
  if (list.length < (LEAST[kind] ?? 0)) set[top] = structuredClone(fresh[top])
  return { is: 'thing', thing }
}

/** Everything that is wrong with a set, by its place; the sound set where nothing is. */
const wrongIn = (set: Loose): { at: Key[][] } | { sound: StudioSet } => {
  const shaped = v.safeParse(SetShape, set)
  if (!shaped.success) return { at: shaped.issues.map(issue => (issue.path ?? []).map(step => step.key as Key)) }
  const faults = validationErrorsAt(shaped.output)
  return faults.length > 0 ? { at: faults.map(({ at }) => [...at]) } : { sound: shaped.output }
}

/**
 * One mend for each thing, last items of lists first, so that what goes moves nothing that is still to be looked at.
 */
const oneForEach = (places: readonly Key[][]): Key[][] => {
  const depth = (at: Key[]) => (at[0] === 'looks' ? 4 : 2)
  const known = new Map(places.map(at => [JSON.stringify(at.slice(0, depth(at))), at]))
  return [...known.values()].sort((a, b) => Number(b[1] ?? 0) - Number(a[1] ?? 0))
}

/** Mends make more mends needed (a light that goes leaves its settings behind), but not for long. */
const MOST_ROUNDS = 20
/**
 * What is put back to a default this often contradicts something else: then the room and all that has to fit in it
 * are put back.
 */
const MOST_DEFAULTS = 2
const NAMED = 12

/** Many of a kind in one phrase. */
const summary = (leftOut: readonly LeftOut[]): LeftOut[] => {
  const isReading = (one: LeftOut) => one.is === 'thing' && one.thing.kind === 'readings'
  const readings = leftOut.filter(isReading).length
  const others = leftOut
    .filter(one => !isReading(one))
    .filter((one, index, all) => all.findIndex(other => isEqual(one, other)) === index)
  return [
    ...others.slice(0, NAMED),
    ...(others.length > NAMED ? [{ is: 'others', count: others.length - NAMED } as const] : []),
    ...(readings > 0 ? [{ is: 'readings', count: readings } as const] : []),
  ]
}

/**
 * Opens a damaged set as far as it can be: what is wrong is left out or put back to what a new set has, and named.
 * The value that
 * comes in is not changed. Refuses only what is no record at all, or stays wrong whatever is left out.
 */
export const salvageSet = (value: unknown, id: string, name: string): Outcome<Salvaged, SalvageRefusal> => {
  if (!isRecord(value)) return err({ is: 'no-set' })
  const set = structuredClone(value)
  const fresh: Loose = { ...emptySet(id, name) }
  const leftOut: LeftOut[] = []
  const defaults = new Map<string, number>()
  for (const over of tooMany(set)) {
    const { kind, most } = over
    const list = set[kind] as unknown[]
    leftOut.push({ is: 'over', over })
    // Of readings and frames the newest count, of things the first.
    set[kind] = kind === 'readings' || kind === 'frames' ? list.slice(-most) : list.slice(0, most)
  }
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const wrong = wrongIn(set)
    if ('sound' in wrong) return ok({ set: wrong.sound, leftOut: summary(leftOut) })
    for (const at of oneForEach(wrong.at)) {
      const top = String(at[0])
      const mended = mendAt(set, at, fresh)
      if (mended === undefined) return err({ is: 'too-damaged' })
      leftOut.push(mended)
      if (COUNTED.includes(top as Counted)) continue
      defaults.set(top, (defaults.get(top) ?? 0) + 1)
      if (defaults.get(top)! > MOST_DEFAULTS)
        for (const other of ['room', 'backdrop', 'camera']) set[other] = structuredClone(fresh[other])
    }
  }
  return err({ is: 'too-damaged' })
}
