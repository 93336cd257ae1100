import type { Light } from '#core/model/schema'
import { listed } from './language'

const COUNT_WORDS = ['', '', 'both', 'all three', 'all four', 'all five', 'all six']

/** A sentence names this many lights; the light list shows the rest. */
const NAMES_SAID = 4

/** Lights of one job in a sentence: `the key`, `backdrop light B`, `both backdrop lights`. */
const nameLights = (lights: readonly Light[], all: readonly Light[]): string => {
  const [first] = lights
  if (!first) return 'no light'
  const job = first.job === 'key' || first.job === 'fill' ? first.job : `${first.job} light`
  const sameJob = all.filter(light => light.job === first.job)
  if (sameJob.length === 1) return `the ${job}`
  if (lights.length === 1) return `${job} ${first.name}`
  if (lights.length === sameJob.length) return `${COUNT_WORDS[lights.length] ?? `all ${lights.length}`} ${job}s`
  return lights.length <= NAMES_SAID
    ? `${job}s ${listed(lights.map(light => light.name))}`
    : `${lights.length} of the ${job}s`
}

/** The lights of some ids, named. */
export const nameLightIds = (ids: readonly string[], all: readonly Light[]): string =>
  nameLights(
    all.filter(({ id }) => ids.includes(id)),
    all,
  )

/** The letter of a light by its id. */
export const letterOf = (id: string, all: readonly Light[]): string =>
  all.find(light => light.id === id)?.name ?? 'a light'
