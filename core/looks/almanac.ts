import { modifierOfKind } from '../physics/sources/modifiers'
import { changeSettings, changeTargets, editBackdrop, fitGel, fitModifier } from '../edits/edits'
import { demoSet } from '../edits/demo'
import { askLook, evenBackdrop } from '../brief/looks'
import { NO_DAY, type Sitter } from '../model/daySchema'
import type { LightSetting, Look, StudioSet } from '../model/schema'
import { backdropNamed } from '../kit/backdropPresets'
import { gelNamed } from '../starting/studioBuilder'
import { addSitter } from './dayEdits'
import { duplicateLook } from './lookEdits'
import { editInLook } from './overrides'

/** When the first sitter comes, minutes of the day. */
const FIRST_ARRIVAL = 10 * 60

/** A look more, with what it has otherwise done to the set as it shows it. */
const withLook = (set: StudioSet, name: Look['name'], value: number, here: (set: StudioSet) => StudioSet) => {
  const { set: made, lookId } = duplicateLook(set, 'white', { name })
  return { set: editInLook(changeTargets(made, lookId, evenBackdrop(value)), lookId, here, true), lookId }
}

const BACKDROP_LIGHTS = ['backdrop-left', 'backdrop-right']

/** Nine made-up sitters: keepers by number, some with something to mind. */
const KEEPERS: readonly Partial<Sitter>[] = [
  {},
  { heightM: 1.58 },
  { isFlashSensitive: true, notes: 'Asked for warnings before each flash.' },
  { heightM: 1.92 },
  { isMinor: true, hasGuardian: true, heightM: 1.34 },
  {},
  { notes: 'Brings a smoker.' },
  { heightM: 1.7 },
  {},
]

/** Minutes from one arrival to the next; lunch lies between the fourth and the fifth. */
const APART = 24
const LUNCH = { id: 'lunch', name: 'Lunch', at: 12 * 60, minutes: 40 }

/**
 * The day of the almanac as it is asked for: the demo hall, five looks (white, mid grey, black, a honey wash, a
 * silhouette), all at the powers of the white one, and nine sitters. The key spills on the black.
 */
export const almanacAsked = (): StudioSet => {
  const white: StudioSet = { ...demoSet(), name: 'Almanac day' }
  const paper = backdropNamed('Black paper roll')
  const grey = withLook(white, 'Mid grey', 118, set => set)
  const black = withLook(grey.set, 'Black', 12, set =>
    editBackdrop(set, { name: paper.name, reflectance: paper.reflectance }),
  )
  const honey = withLook(black.set, 'Honey wash', 118, set =>
    BACKDROP_LIGHTS.reduce((next, id) => fitGel(next, id, gelNamed('Honey')), set),
  )
  const outline = withLook(honey.set, 'Silhouette', 250, set => set)
  const looked = askLook(outline.set, outline.lookId, 'silhouette')
  const set: StudioSet = {
    ...looked,
    brief: white.brief,
    day: { ...NO_DAY, startsAt: 9 * 60, endsAt: 16 * 60, setUpMinutes: 50, people: 2, breaks: [LUNCH] },
  }
  const order = ['white', grey.lookId, honey.lookId, outline.lookId, black.lookId]
  const ordered = { ...set, looks: order.map(id => set.looks.find(look => look.id === id)!) }
  const wanted = (index: number) => order.filter((_, look) => (index + look) % 3 !== 2)
  return KEEPERS.reduce<StudioSet>(
    (next, keeper, index) =>
      addSitter(next, {
        name: `Keeper ${index + 1}`,
        lookIds: wanted(index),
        minutesPerLook: 4,
        arrivesAt: FIRST_ARRIVAL + APART * index + (index > 4 ? LUNCH.minutes : 0),
        ...keeper,
      }),
    ordered,
  )
}

/**
 * Powers at which each look is on target, stops under full, of the key and of both backdrop lights; null is off. A test
 * holds the looks to their targets.
 */
const POWERS: Readonly<Record<string, readonly [key: number | null, backdrop: number | null]>> = {
  White: [-1.7, -1.7],
  'Mid grey': [-1.5, -6.3],
  'Honey wash': [-1.5, -5.4],
  Silhouette: [null, -2.1],
  Black: [-1.4, null],
}

/** The day of the almanac with every look on target: at its powers, and the key kept off the black by a grid. */
export const almanacDay = (): StudioSet => {
  const set = almanacAsked()
  const gridded = editInLook(
    set,
    set.looks.find(({ name }) => name === 'Black')!.id,
    shown => fitModifier(shown, 'key', modifierOfKind('beauty-dish-grid')),
    true,
  )
  return gridded.looks.reduce((next, look) => {
    const [key, backdrop] = POWERS[look.name]!
    const settings = Object.entries(look.lights).map(([id, setting]): [string, LightSetting] => {
      const powerStops = id === 'key' ? key : backdrop
      return [id, powerStops === null ? { ...setting, on: false } : { on: true, powerStops }]
    })
    return changeSettings(next, look.id, Object.fromEntries(settings))
  }, gridded)
}
