import * as v from 'valibot'
import { emptySet } from '../starting/emptySet'
import { FIRST_SETTING } from '../edits/factories'
import { COUNTED, MOST, type Counted } from '../model/limits'
import { validationErrorsAt } from '../validation/validation'
import { SetShape, type StudioSet } from '../model/schema'
import { err, ok, type Outcome } from '../shared/outcome'

/** What could be saved of a damaged set, and what was left out or put back to a default, in words. */
export type Salvaged = { set: StudioSet; leftOut: string[] }

type Key = string | number
type Loose = Record<string, unknown>

const isRecord = (value: unknown): value is Loose =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

const ONE: Record<Counted, string> = {
  subjects: 'subject',
  panels: 'panel',
  props: 'prop',
  points: 'point',
  lights: 'light',
  locked: 'lock',
  groups: 'group',
  looks: 'look',
  readings: 'reading',
  frames: 'frame',
}

/** What a list of a set calls one of its items. */
const nameOf = (kind: Counted, item: unknown, index: number): string => {
  const name = isRecord(item) && typeof item.name === 'string' && item.name ? item.name : `${index + 1}`
  return `${ONE[kind]} ${kind === 'readings' || kind === 'groups' || kind === 'locked' ? index + 1 : name.slice(0, 40)}`
}

/** Parts of a look that can go without the look. */
const LOOSE_PARTS = ['targets', 'areas', 'run', 'grid', 'exposure', 'name']

const LEAST: Partial<Record<Counted, number>> = { subjects: 1, looks: 1 }

/**
 * Mends one thing that is wrong, at its place; answers what that leaves out, or undefined where nothing can be done.
 */
const mendAt = (set: Loose, at: readonly Key[], fresh: Loose): string | undefined => {
  const [top, index, part, entry] = at
  if (typeof top !== 'string') return undefined
  if (!(top in fresh)) {
    set[top] = undefined
    Reflect.deleteProperty(set, top)
    return `"${top}", which no set has`
  }
  const list = set[top]
  if (!COUNTED.includes(top as Counted) || !Array.isArray(list) || typeof index !== 'number') {
    set[top] = structuredClone(fresh[top])
    return `${top} (put back to what a new set has)`
  }
  const kind = top as Counted
  const item: unknown = list[index]
  const name = nameOf(kind, item, index)
  if (kind === 'looks' && isRecord(item)) {
    if (part === 'lights' && typeof entry === 'string' && isRecord(item.lights)) {
      const isThere = Array.isArray(set.lights) && set.lights.some(light => isRecord(light) && light.id === entry)
      if (isThere) item.lights[entry] = { ...FIRST_SETTING, on: false }
      else Reflect.deleteProperty(item.lights, entry)
      return isThere
        ? `the setting of light "${entry}" in ${name} (now off)`
        : `the setting of a light that is not there in ${name}`
    }
    if (part === 'targets' && typeof entry === 'string' && isRecord(item.targets)) {
      Reflect.deleteProperty(item.targets, entry)
      return `the target of "${entry}" in ${name}`
    }
    if (typeof part === 'string' && LOOSE_PARTS.includes(part)) {
      item[part] = structuredClone((fresh.looks as Loose[])[0]![part])
      return `${part} of ${name}`
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
    return `the aim of ${name} (now at the first subject)`
  }
  list.splice(index, 1)
  if (list.length < (LEAST[kind] ?? 0)) set[top] = structuredClone(fresh[top])
  return name
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
const summary = (leftOut: readonly string[]): string[] => {
  const readings = leftOut.filter(words => words.startsWith('reading '))
  const others = [...new Set(leftOut.filter(words => !words.startsWith('reading ')))]
  return [
    ...others.slice(0, NAMED),
    ...(others.length > NAMED ? [`${others.length - NAMED} other things`] : []),
    ...(readings.length > 0 ? [readings.length === 1 ? 'one reading' : `${readings.length} readings`] : []),
  ]
}

/**
 * Opens a damaged set as far as it can be: what is wrong is left out or put back to what a new set has, and named.
 * The value that
 * comes in is not changed. Refuses only what is no record at all, or stays wrong whatever is left out.
 */
export const salvageSet = (value: unknown, id: string, name: string): Outcome<Salvaged> => {
  if (!isRecord(value)) return err('Nothing in it is a set.')
  const set = structuredClone(value)
  const fresh: Loose = { ...emptySet(id, name) }
  const leftOut: string[] = []
  const defaults = new Map<string, number>()
  for (const kind of COUNTED) {
    const list = set[kind]
    if (!Array.isArray(list) || list.length <= MOST[kind]) continue
    leftOut.push(`${list.length - MOST[kind]} of ${list.length} ${kind}, over the ${MOST[kind]} that a set holds`)
    // Of readings and frames the newest count, of things the first.
    set[kind] = kind === 'readings' || kind === 'frames' ? list.slice(-MOST[kind]) : list.slice(0, MOST[kind])
  }
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const wrong = wrongIn(set)
    if ('sound' in wrong) return ok({ set: wrong.sound, leftOut: summary(leftOut) })
    for (const at of oneForEach(wrong.at)) {
      const top = String(at[0])
      const words = mendAt(set, at, fresh)
      if (words === undefined) return err('Too much of it is damaged.')
      leftOut.push(words)
      if (COUNTED.includes(top as Counted)) continue
      defaults.set(top, (defaults.get(top) ?? 0) + 1)
      if (defaults.get(top)! > MOST_DEFAULTS)
        for (const other of ['room', 'backdrop', 'camera']) set[other] = structuredClone(fresh[other])
    }
  }
  return err('Too much of it is damaged.')
}
