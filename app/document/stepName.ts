import type { Difference, Patch } from '#core/edits/patch'
import { thingOf } from '#core/edits/things'
import { meterPoints } from '#core/evaluation/probes/points'
import type { StudioSet } from '#core/model/schema'

const ONE = {
  lights: 'light',
  panels: 'panel',
  props: 'prop',
  subjects: 'subject',
  points: 'point',
  looks: 'look',
  readings: 'reading',
  frames: 'test shot',
} as const
type List = keyof typeof ONE

const isList = (key: unknown): key is List => typeof key === 'string' && key in ONE

const named = (kind: List, item: unknown): string => {
  const name = (item as { name?: unknown } | undefined)?.name
  if (typeof name !== 'string' || !name) return `a ${ONE[kind]}`
  return kind === 'lights' ? `light ${name}` : name
}

const counted = (kind: List, items: readonly unknown[]): string => {
  if (items.length !== 1) return `${items.length} ${ONE[kind]}s`
  return kind === 'readings' || kind === 'frames' ? `a ${ONE[kind]}` : named(kind, items[0])
}

/** Things put in or taken out. */
const spliceName = (one: Difference): string | undefined => {
  const [list] = one.path
  if (!('at' in one) || one.path.length > 1 || !isList(list)) return undefined
  if (one.removed.length === 0) return `Add ${counted(list, one.inserted)}`
  if (one.inserted.length === 0) return `Delete ${counted(list, one.removed)}`
  return `Change ${ONE[list]}s`
}

const LIGHT_PARTS: Record<string, string> = {
  place: 'Move',
  aim: 'Aim',
  modifier: 'Modifier of',
  lamp: 'Lamp of',
  gel: 'Gel of',
  name: 'Rename',
  job: 'Job of',
  colour: 'Colour of',
}
const THING_PARTS: Record<string, string> = {
  place: 'Move',
  turnDeg: 'Turn',
  name: 'Rename',
  heightM: 'Height of',
  pose: 'Pose of',
  build: 'Build of',
}
const ALONE: Record<string, string> = {
  room: 'Room',
  backdrop: 'Backdrop',
  brief: 'Brief',
  name: 'Rename the set',
  notes: 'Notes',
  groups: 'Grouping',
  locked: 'Locking',
  frozen: 'Calibration held',
  rig: 'Rig',
}

const lookName = (after: StudioSet, one: Difference): string => {
  const [, index, part, key] = one.path
  const look = after.looks[index as number]
  if (part === 'lights') {
    const light = after.lights.find(({ id }) => id === key)
    if (one.path[4] === 'on')
      return `Switch ${light?.name ?? 'a light'} ${look?.lights[String(key)]?.on ? 'on' : 'off'}`
    return `Power of ${light?.name ?? 'a light'}`
  }
  if (part === 'targets')
    return `Target of ${
      meterPoints(after)
        .find(({ id }) => id === key)
        ?.name.toLowerCase() ?? 'a point'
    }`
  return (
    (
      {
        areas: 'Area targets',
        exposure: 'Camera setting',
        run: 'Order of the run',
        grid: 'Evenness grid',
        name: 'Rename a look',
      } as Record<string, string>
    )[String(part)] ?? 'Look'
  )
}

/** What one difference is called. */
const nameOf = (after: StudioSet, one: Difference): string => {
  const splice = spliceName(one)
  if (splice) return splice
  const [top, index, part] = one.path
  if (top === 'looks') return lookName(after, one)
  if (top === 'camera') return CAMERA_PARTS[String(index)] ?? 'Camera'
  if (top === 'readings') return 'Change a reading'
  if (top === 'frames') return 'Test shot'
  if (isList(top)) {
    const thing = after[top][index as number] as { id: string; name: string } | undefined
    const name = (thing && thingOf(after, thing.id)?.name) ?? 'a thing'
    return `${(top === 'lights' ? LIGHT_PARTS : THING_PARTS)[String(part)] ?? 'Change'} ${name}`
  }
  return ALONE[String(top)] ?? 'Change'
}

const CAMERA_PARTS: Readonly<Record<string, string>> = { place: 'Move camera', lens: 'Framing', sensor: 'Framing' }

/** Where several things change in one step, the first of these says what it was. */
const rank = (name: string): number => {
  if (/^(?:Add|Delete) /.test(name)) return 0
  return /^(?:Test shot|Move)/.test(name) ? 1 : 2
}

/** What a step is called in the list of steps: `Move light A`, `Target of backdrop middle`, `Power of A and 2 more`. */
export const stepName = (patch: Patch, after: StudioSet): string => {
  const names = [...new Set(patch.map(one => nameOf(after, one)))].sort((a, b) => rank(a) - rank(b))
  const [first = 'Change', ...others] = names
  return others.length === 0 || rank(first) === 0 ? first : `${first} and ${others.length} more`
}
