import type { Light, Look, StudioSet } from '../model/schema'
import { BACKDROP_MIDDLE } from '../model/placeIds'
import type { Evaluation, Miss } from '../evaluation/evaluation'
import type { MeterPoint } from '../evaluation/probes/points'
import type { Readout } from '../evaluation/readout'
import { ON_TARGET_STOPS } from '../evaluation/target'
import { formatAperture } from '../physics/units/aperture'
import { nameLights } from './powerChanges'
import type { LookAnswer } from './lookPowers'

/** Why power cannot do it, and what would. */
export type Reason = { words: string; advice: string }

/** Both too bright and too dark by more than this is unevenness, which no power mends. */
const UNEVEN_STOPS = 0.05

export const stopWords = (stops: number): string =>
  `${Math.abs(stops).toFixed(1)} stop${Math.abs(stops) >= 1.05 ? 's' : ''}`

const pointOf = ({ of }: Miss): MeterPoint | undefined => (of.kind === 'point' ? of.point : undefined)

/**
 * What reaches a point under the answer's powers, by what would have to change: its own lights, the subject's, the
 * room, the lens.
 */
const holders = (set: StudioSet, look: Look, answer: LookAnswer, readout: Readout) => {
  const factor = (light: Light) => {
    const [now, then] = [look.lights[light.id]!, answer.settings[light.id]!]
    return now.on && then.on ? 2 ** (then.powerStops - now.powerStops) : 0
  }
  const lit = readout.parts.map(part => {
    const light = set.lights.find(({ id }) => id === part.lightId)!
    return { light, luxS: factor(light) * (part.directLuxS + part.bouncedLuxS) }
  })
  const sum = (lights: typeof lit) => lights.reduce((total, { luxS }) => total + luxS, 0)
  const own = lit.filter(({ light }) => light.job === 'backdrop')
  const others = lit.filter(({ light }) => light.job !== 'backdrop').sort((a, b) => b.luxS - a.luxS)
  return {
    own: sum(own),
    others: sum(others),
    room: readout.roomLuxS,
    first: others[0]?.light,
    ownLights: own.filter(({ luxS }) => luxS > 0).map(({ light }) => light),
  }
}

/** Why a point of the backdrop stays too bright: by what holds most of the light there. */
const tooBright = (
  set: StudioSet,
  look: Look,
  answer: LookAnswer,
  readout: Readout | undefined,
  amount: string,
): Reason => {
  const spill: Reason = {
    words: `power cannot do it: spill keeps it ${amount} too bright with the backdrop lights down`,
    advice:
      'Take the subject and the key further from the backdrop, bring the key closer to the subject, or flag the key off the backdrop.',
  }
  if (!readout) return spill
  const { own, others, room, first, ownLights } = holders(set, look, answer, readout)
  if (room > own + others)
    return {
      words: `power cannot do it: the room's own light keeps it ${amount} too bright`,
      advice: 'Darken the room, or with flash take a shorter shutter as far as the camera goes with it.',
    }
  if (own > others)
    return {
      words: `power cannot do it: ${nameLights(ownLights, set.lights)} at the least keeps it ${amount} too bright`,
      advice: 'Move it further from the backdrop, or put a neutral gel before it.',
    }
  return first
    ? {
        ...spill,
        words: `power cannot do it: spill of ${nameLights([first], set.lights)} keeps it ${amount} too bright with the backdrop lights down`,
      }
    : spill
}

const onDropOf = (misses: readonly Miss[]) => misses.filter(miss => pointOf(miss)?.surface === 'backdrop')

const sideName = (miss: Miss): string => (pointOf(miss)?.name ?? 'it').replace('Backdrop ', '')

/**
 * What binds where power alone cannot do it: unevenness, the lights that are at full, or whatever keeps a point
 * bright. One place decides it, by what would help.
 */
export const bindingOf = (
  { set, look, readouts, camera }: Pick<Evaluation, 'set' | 'look' | 'readouts' | 'camera'>,
  answer: LookAnswer,
): Reason => {
  const { misses } = answer
  const isArea = ({ of }: Miss) => of.kind === 'area'
  const area = misses.find(miss => isArea(miss) && Math.abs(miss.stops) > ON_TARGET_STOPS)
  if (area && misses.every(miss => isArea(miss) || Math.abs(miss.stops) <= ON_TARGET_STOPS)) {
    return {
      words: `power cannot do it: at best it stays ${stopWords(area.stops)} off`,
      advice: 'Something has to be moved: look for other ways.',
    }
  }
  const worst = misses.reduce((a, b) => (Math.abs(b.stops) > Math.abs(a.stops) ? b : a))
  const onDrop = onDropOf(misses)
  const brightest = onDrop.reduce((a, b) => (b.stops > a.stops ? b : a), worst)
  const darkest = onDrop.reduce((a, b) => (b.stops < a.stops ? b : a), worst)
  if (brightest.stops > UNEVEN_STOPS && darkest.stops < -UNEVEN_STOPS) {
    return {
      words: `power cannot even it: at best ${sideName(brightest)} stays ${brightest.stops.toFixed(1)} stop over and ${sideName(darkest)} ${(-darkest.stops).toFixed(1)} under`,
      advice: 'Move the backdrop lights further from the backdrop, or turn them toward its darker part.',
    }
  }
  const amount = stopWords(worst.stops)
  const worstPoint = pointOf(worst)
  const isOnDrop = worstPoint?.surface === 'backdrop'
  if (worst.stops > 0) {
    return isOnDrop
      ? tooBright(
          set,
          look,
          answer,
          readouts.find(({ point }) => point.id === worstPoint!.id),
          amount,
        )
      : {
          words: `power cannot do it: ${worstPoint?.name.toLowerCase() ?? 'it'} stays ${amount} too bright`,
          advice: 'Look for other ways, or change what is wanted there.',
        }
  }
  const pool = set.lights.filter(light => (light.job === 'backdrop') === isOnDrop)
  const full = pool.filter(
    light => answer.settings[light.id]?.on && answer.settings[light.id]!.powerStops > -light.lamp.clickStops / 2,
  )
  const opened = formatAperture(camera.fNumber / Math.sqrt(2 ** -worst.stops))
  return {
    words: `power cannot do it: with ${full.length > 0 ? `${nameLights(full, set.lights)} at full` : 'the lights there are'} it stays ${amount} short`,
    advice:
      pool.length === 0
        ? isOnDrop
          ? 'There is no light for it. Add a backdrop light.'
          : 'There is no light for it. Add one.'
        : isOnDrop
          ? `Missing: ${amount}. Open the camera to about ${opened} and turn the key down as much, bring the backdrop lights closer, or add one.`
          : `Missing: ${amount}. Bring the lights on the subject closer, or open the camera to about ${opened}.`,
  }
}

/**
 * Whether a point clips in one channel alone while its luminance does not say so; the middle of the backdrop speaks
 * first.
 */
export const clipsInColour = (readouts: readonly Readout[]): Readout | undefined => {
  const coloured = readouts.filter(
    ({ rendered }) =>
      rendered &&
      Math.max(...rendered.pastClipping) > ON_TARGET_STOPS &&
      Math.min(...rendered.pastClipping) < -ON_TARGET_STOPS,
  )
  return coloured.find(({ point }) => point.id === BACKDROP_MIDDLE) ?? coloured[0]
}
