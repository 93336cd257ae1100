import type { Light, LightSetting } from '../model/schema'
import { formatStops, styleForClick } from '../physics/units/fractions'

/** One thing to do, to one light or to several alike. */
export type Change = { lights: Light[]; kind: 'up' | 'down' | 'on' | 'off'; stops: number; powerStops: number }

const changeOf = (light: Light, from: LightSetting, to: LightSetting): Change | undefined => {
  const stops = to.powerStops - from.powerStops
  if (from.on && !to.on) return { lights: [light], kind: 'off', stops: 0, powerStops: to.powerStops }
  if (!from.on && to.on) return { lights: [light], kind: 'on', stops: 0, powerStops: to.powerStops }
  if (!to.on || Math.abs(stops) < 1e-9) return undefined
  return { lights: [light], kind: stops > 0 ? 'up' : 'down', stops, powerStops: to.powerStops }
}

const isAlike = (a: Change, b: Change): boolean =>
  a.kind === b.kind &&
  a.lights[0]!.job === b.lights[0]!.job &&
  Math.abs(a.stops - b.stops) < 1e-6 &&
  (a.kind !== 'on' || Math.abs(a.powerStops - b.powerStops) < 1e-6)

/** The changes between two states of the lights, equal changes to lights of one job taken together. */
export const changesBetween = (
  lights: readonly Light[],
  from: Readonly<Record<string, LightSetting>>,
  to: Readonly<Record<string, LightSetting>>,
): Change[] =>
  lights.reduce<Change[]>((changes, light) => {
    const change = changeOf(light, from[light.id]!, to[light.id] ?? from[light.id]!)
    if (!change) return changes
    const alike = changes.find(other => isAlike(other, change))
    return alike
      ? changes.map(other => (other === alike ? { ...alike, lights: [...alike.lights, light] } : other))
      : [...changes, change]
  }, [])

const COUNT_WORDS = ['', '', 'both', 'all three', 'all four', 'all five', 'all six']

/** A sentence names this many lights, and gives this many instructions; the light list shows the rest. */
const NAMES_SAID = 4
const INSTRUCTIONS_SAID = 4

/** `the key`, `backdrop light B`, `both backdrop lights`. */
export const nameLights = (lights: readonly Light[], all: readonly Light[]): string => {
  const [first] = lights
  if (!first) return 'no light'
  const jobWords = first.job === 'key' || first.job === 'fill' ? first.job : `${first.job} light`
  const sameJob = all.filter(light => light.job === first.job)
  if (sameJob.length === 1) return `the ${jobWords}`
  if (lights.length === 1) return `${jobWords} ${first.name}`
  return lights.length === sameJob.length
    ? `${COUNT_WORDS[lights.length] ?? `all ${lights.length}`} ${jobWords}s`
    : lights.length <= NAMES_SAID
      ? `${jobWords}s ${lights.map(light => light.name).join(' and ')}`
      : `${lights.length} of the ${jobWords}s`
}

/** Power below full, as it is set on the lamp: `full`, `−1⅓`. */
export const formatPower = (powerStops: number, clickStops: number): string =>
  Math.abs(powerStops) < clickStops / 2 ? 'full' : formatStops(powerStops, styleForClick(clickStops))

/** A change as an instruction: `add ⅓ stop to both backdrop lights`. */
export const changeWords = (change: Change, all: readonly Light[]): string => {
  const names = nameLights(change.lights, all)
  const { clickStops } = change.lights[0]!.lamp
  const amount = `${formatStops(Math.abs(change.stops), styleForClick(clickStops)).slice(1)} stop${Math.abs(change.stops) > 1 ? 's' : ''}`
  switch (change.kind) {
    case 'up':
      return `add ${amount} to ${names}`
    case 'down':
      return `take ${amount} off ${names}`
    case 'off':
      return `switch ${names} off`
    case 'on':
      return `switch ${names} on at ${formatPower(change.powerStops, clickStops)}`
  }
}

/** Several instructions in one phrase. */
export const changesWords = (changes: readonly Change[], all: readonly Light[]): string => {
  const said = changes.slice(0, INSTRUCTIONS_SAID).map(change => changeWords(change, all))
  const words =
    changes.length > INSTRUCTIONS_SAID ? [...said, `make ${changes.length - INSTRUCTIONS_SAID} changes more`] : said
  return words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`
}
