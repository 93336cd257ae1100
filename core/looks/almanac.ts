import { changeTargets, editBackdrop, fitGel } from '../edits/edits'
import { demoSet } from '../edits/demo'
import { askLook, evenBackdrop } from '../brief/looks'
import { NO_DAY, type Sitter } from '../model/daySchema'
import type { Look, StudioSet } from '../model/schema'
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
 * The day of the almanac: the demo hall, five looks (white, mid grey, black, a honey wash, a silhouette) and nine
 * sitters. Powers are those of the white look; they are for whoever opens it to solve.
 */
export const almanacDay = (): StudioSet => {
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
