import type { Light, LightSetting, Look, StudioSet } from '../model/schema'
import type { Evaluation, Miss } from '../evaluation/evaluation'
import type { MeterPoint } from '../evaluation/probes/points'
import type { Readout } from '../evaluation/readout'
import { ON_TARGET_STOPS } from '../evaluation/thresholds'
import { UNEVEN_STOPS } from './thresholds'

/** Why power alone cannot meet what is wanted, and by how many stops it falls short. */
export type Limit =
  /** An area stays off: something has to be moved. */
  | { kind: 'area'; stops: number }
  /** The backdrop stays too bright in one place and too dark in another. */
  | { kind: 'uneven'; brightest: Miss; darkest: Miss }
  /** A place of the backdrop stays too bright: by the room's own light, by its own lights at their least, by spill. */
  | { kind: 'too-bright'; of: 'room' | 'own' | 'spill'; lightIds: readonly string[]; stops: number }
  /** Any other place that stays too bright. */
  | { kind: 'bright-place'; point: MeterPoint | undefined; stops: number }
  /** Too dark: lights that are at full, whether any are meant for it, and the aperture that would do it. */
  | {
      kind: 'short'
      of: 'backdrop' | 'subject'
      fullIds: readonly string[]
      hasLights: boolean
      stops: number
      opensTo: number
    }

const pointOf = ({ of }: Miss): MeterPoint | undefined => (of.kind === 'point' ? of.point : undefined)

/** An answer as far as a limit looks at it: powers, and what they leave missed. */
export type Answered = { settings: Readonly<Record<string, LightSetting>>; misses: readonly Miss[] }

type State = Pick<Evaluation, 'set' | 'look' | 'readouts' | 'camera'>

/** What holds a place bright under the answer's powers: its own lights, the subject's, the room. */
const holders = (set: StudioSet, look: Look, answer: Answered, readout: Readout) => {
  const factor = ({ id }: Light) => {
    const [now, then] = [look.lights[id]!, answer.settings[id]!]
    return now.on && then.on ? 2 ** (then.powerStops - now.powerStops) : 0
  }
  const lit = readout.parts.map(part => {
    const light = set.lights.find(({ id }) => id === part.lightId)!
    return { light, luxS: factor(light) * (part.directLuxS + part.bouncedLuxS) }
  })
  const sum = (lights: typeof lit) => lights.reduce((total, { luxS }) => total + luxS, 0)
  const own = lit.filter(({ light }) => light.job === 'backdrop')
  const others = lit.filter(({ light }) => light.job !== 'backdrop').sort((a, b) => b.luxS - a.luxS)
  return { own, others, ownLuxS: sum(own), othersLuxS: sum(others), roomLuxS: readout.roomLuxS }
}

/** Why a place of the backdrop stays too bright: by what holds most of the light there. */
const tooBright = ({ set, look, readouts }: State, answer: Answered, point: MeterPoint, stops: number): Limit => {
  const readout = readouts.find(one => one.point.id === point.id)
  if (!readout) return { kind: 'too-bright', of: 'spill', lightIds: [], stops }
  const { own, others, ownLuxS, othersLuxS, roomLuxS } = holders(set, look, answer, readout)
  if (roomLuxS > ownLuxS + othersLuxS) return { kind: 'too-bright', of: 'room', lightIds: [], stops }
  if (ownLuxS > othersLuxS) {
    const lightIds = own.filter(({ luxS }) => luxS > 0).map(({ light }) => light.id)
    return { kind: 'too-bright', of: 'own', lightIds, stops }
  }
  return { kind: 'too-bright', of: 'spill', lightIds: others.slice(0, 1).map(({ light }) => light.id), stops }
}

const tooDark = ({ set, camera }: State, answer: Answered, isOnDrop: boolean, stops: number): Limit => {
  const meant = set.lights.filter(light => (light.job === 'backdrop') === isOnDrop)
  const full = meant.filter(({ id, lamp }) => {
    const setting = answer.settings[id]
    return setting?.on && setting.powerStops > -lamp.clickStops / 2
  })
  return {
    kind: 'short',
    of: isOnDrop ? 'backdrop' : 'subject',
    fullIds: full.map(({ id }) => id),
    hasLights: meant.length > 0,
    stops,
    opensTo: camera.fNumber / Math.sqrt(2 ** -stops),
  }
}

/**
 * What binds where power alone cannot do it: unevenness, lights that are at full, or whatever keeps a place bright.
 * The one place that decides it. Undefined where nothing is missed.
 */
export const limitOf = (state: State, answer: Answered): Limit | undefined => {
  const { misses } = answer
  const isArea = ({ of }: Miss) => of.kind === 'area'
  const [first, ...others] = misses
  if (!first) return undefined
  const area = misses.find(miss => isArea(miss) && Math.abs(miss.stops) > ON_TARGET_STOPS)
  if (area && misses.every(miss => isArea(miss) || Math.abs(miss.stops) <= ON_TARGET_STOPS))
    return { kind: 'area', stops: area.stops }
  const worst = others.reduce((a, b) => (Math.abs(b.stops) > Math.abs(a.stops) ? b : a), first)
  const onDrop = misses.filter(miss => pointOf(miss)?.surface === 'backdrop')
  const brightest = onDrop.reduce((a, b) => (b.stops > a.stops ? b : a), worst)
  const darkest = onDrop.reduce((a, b) => (b.stops < a.stops ? b : a), worst)
  if (brightest.stops > UNEVEN_STOPS && darkest.stops < -UNEVEN_STOPS) return { kind: 'uneven', brightest, darkest }
  const point = pointOf(worst)
  const isOnDrop = point?.surface === 'backdrop'
  if (worst.stops <= 0) return tooDark(state, answer, isOnDrop, worst.stops)
  return isOnDrop ? tooBright(state, answer, point!, worst.stops) : { kind: 'bright-place', point, stops: worst.stops }
}
