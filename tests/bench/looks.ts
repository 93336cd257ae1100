import { planDay, planRest, type DayLooks } from '#core/looks/day'
import { addSitter } from '#core/looks/dayEdits'
import { demoSet } from '#core/edits/demo'
import { duplicateLook } from '#core/looks/lookEdits'
import { bestOrder } from '#core/looks/order'
import { changesBetween } from '#core/looks/between'
import { editInLook } from '#core/looks/overrides'
import { moveThings } from '#core/edits/things'
import { almanacAsked } from '#core/looks/almanac'
import { NOTHING_LEARNED } from '#core/calibration/calibration'
import { genericKit } from '#core/kit/genericKit'
import { placeForAll } from '#core/solve/together/placeForAll'
import { fittingsFor } from '#core/solve/forJob'
import { lookForSitters } from '#core/solve/forSitters'
import type { StudioSet } from '#core/model/schema'
import { report } from './measure'

/** Minutes between looks that look like real ones: none alike, both ways different. */
const someMinutes = (count: number): number[][] =>
  Array.from({ length: count }, (_, from) =>
    Array.from({ length: count }, (_, to) => (from === to ? 0 : ((from * 7919 + to * 104_729) % 97) / 10 + 0.3)),
  )

const manyLooks = (count: number): StudioSet => {
  let set = demoSet()
  while (set.looks.length < count) {
    const made = duplicateLook(set, 'white')
    set = editInLook(made.set, made.lookId, shown => moveThings(shown, ['key'], { xM: 0.02 * set.looks.length }), true)
  }
  return set
}

/** Orders, days and what lies between looks, with the budgets that were asked. */
export const measureLooks = async (): Promise<void> => {
  const set = manyLooks(40)
  const ids = set.looks.map(({ id }) => id)
  const looks: DayLooks = { ids, minutes: someMinutes(40), isFlash: ids.map(() => true) }
  let full = set
  while (full.day.sitters.length < 60) full = addSitter(full, { lookIds: ids.slice(0, 5), minutesPerLook: 4 })
  const done = full.day.sitters.slice(0, 10).flatMap(({ id }, at) =>
    ids.slice(0, 5).map(lookId => ({
      sitterId: id,
      lookId,
      state: 'done' as const,
      plannedMinutes: 5,
      tookMinutes: 6,
      endedAt: 600 + at * 30,
    })),
  )
  const at = (index: number) => ({ look: set.looks[index]!, camera: { fNumber: 8, shutterS: 1 / 125, iso: 100 } })
  await report('Looks and the day', [
    { name: 'order of 14 looks, exact', budgetMs: 200, run: () => bestOrder(someMinutes(14)) },
    { name: 'order of 40 looks, heuristic', budgetMs: 1000, run: () => bestOrder(someMinutes(40)) },
    { name: 'a day of 60 sitters, five looks each, planned', budgetMs: 1000, run: () => planDay(full.day, looks) },
    {
      name: 'its rest planned again after an over-run',
      budgetMs: 100,
      run: () => planRest({ ...full.day, done }, looks, 900),
    },
    {
      name: 'what changes between 40 looks, each with each',
      run: () => set.looks.forEach((_, from) => set.looks.forEach((_one, to) => changesBetween(set, at(from), at(to)))),
    },
  ])
  const day = almanacAsked()
  const learned = Object.fromEntries(day.looks.map(({ id }) => [id, NOTHING_LEARNED]))
  const question = { set: day, learned, fixedIds: [], mayChangeCamera: true }
  await report("All looks asked at once: the almanac's day, five looks, three lights, nine sitters", [
    {
      name: 'one placement, first answer',
      budgetMs: 3000,
      isLong: true,
      run: () => firstAnswer(report => placeForAll(question, report)),
    },
    { name: 'one placement, whole', budgetMs: 20_000, isLong: true, run: () => placeForAll(question) },
    {
      name: 'lamps and modifiers of the kit for the backdrop, whole',
      isLong: true,
      run: () => fittingsFor({ set: day, kit: genericKit(), job: 'backdrop', learned }),
    },
    { name: 'powers for the sitters, whole', isLong: true, run: () => lookForSitters(day, learned) },
  ])
}

/** Waits for what a long search tells first, and calls it off. */
const firstAnswer = async (
  search: (listening: { report: () => void; pause: () => Promise<boolean> }) => Promise<unknown>,
): Promise<void> => {
  let isTold = false
  await search({
    report: () => {
      isTold = true
    },
    pause: () => Promise.resolve(isTold),
  })
}
