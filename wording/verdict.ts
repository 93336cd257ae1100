import { KEY_SIDE, SHADOW_SIDE } from '#core/model/placeIds'
import type { Light, Look, StudioSet } from '#core/model/schema'
import type { Miss } from '#core/evaluation/evaluation'
import type { Readout } from '#core/evaluation/readout'
import { CHANNEL_NAMES } from '#core/evaluation/renderSurface'
import type { KeyFault } from '#core/solve/keyFault'
import type { Limit } from '#core/solve/limit'
import type { LookAnswer } from '#core/solve/lookPowers'
import { verdictOf, type Judged, type Verdict } from '#core/solve/verdict'
import { areaReadoutWords } from './areas'
import { inSentence } from './language'
import { nameLightIds } from './lights'
import { formatAperture } from './notation/aperture'
import { formatSpan } from './notation/span'
import { formatStops } from './notation/stops'
import { powerChangesWords } from './powers'
import { sideWords, stopWords } from './quantities'

/** A headline in one sentence, and what stands behind it. */
export type Said = { headline: string; detail?: string }

const NONE_RIGHT = 'Tones are against the subject\u2019s exposure, so none is right'

const keyName = (set: StudioSet, key: Light): string =>
  set.lights.filter(({ job }) => job === 'key').length > 1 ? `Key ${key.name}` : `The key (${key.name})`

/** What a person on set would say: `The key (A) misses the subject: it is turned 84° away`, and what to do. */
export const keyFaultWords = (set: StudioSet, fault: KeyFault): { words: string; advice: string } => {
  switch (fault.kind) {
    case 'no-light':
      return { words: 'No light is on in this look', advice: 'Add a light or switch one on.' }
    case 'no-key':
      return {
        words: 'There is no key: nothing lights the subject as the exposure wants it',
        advice: `Switch a key on or add one. ${NONE_RIGHT} without it.`,
      }
    case 'away':
      return {
        words: `${keyName(set, fault.key)} misses the subject: it is turned ${Math.round(fault.offDeg)}° away`,
        advice: `Aim it at the subject. ${NONE_RIGHT} until then.`,
      }
    case 'shaded': {
      const way = fault.by ? `Take ${fault.by.name} out of its way` : 'Clear the way from it to the subject'
      return {
        words: `${fault.by?.name ?? 'Something'} shades the face from ${inSentence(keyName(set, fault.key))}`,
        advice: `${way}. ${NONE_RIGHT} until then.`,
      }
    }
  }
}

const wantedWords = (readout: Readout, look: Look): string => {
  const target = look.targets[readout.point.id]
  if (target?.kind === 'value') {
    const { channel = 'luminance' } = target
    const isOne = channel !== 'luminance'
    const value = isOne ? readout.rendered!.values[CHANNEL_NAMES.indexOf(channel)]! : readout.value!
    return `${isOne ? `${channel} ` : ''}${Math.round(value)}, wanted ${Math.round(target.value)}`
  }
  if (target?.kind === 'ratio' && readout.point.id === SHADOW_SIDE)
    return `${formatStops(target.stops + readout.missStops!)} against the lit cheek, wanted ${formatStops(target.stops)}`
  const wanted = Math.abs(readout.targetStops!) < 0.05 ? '' : `, wanted ${formatStops(readout.targetStops!)}`
  return `${formatStops(readout.stops)} against the camera setting${wanted}`
}

/** Where the backdrop stands, by the places that were asked for: a span for more than one, the place for one. */
const backdropWords = (asked: readonly Readout[]): string => {
  const values = formatSpan(asked.map(readout => readout.value!))
  return asked.length === 1 ? `${inSentence(asked[0]!.point.name)} ${values}` : `backdrop ${values} from left to right`
}

const onTargetWords = (readouts: readonly Readout[]): string => {
  const asked = readouts.filter(readout => readout.targetStops !== undefined)
  const backdrop = asked.filter(readout => readout.point.surface === 'backdrop')
  const subject = asked.find(readout => readout.point.id === KEY_SIDE)
  const isAtSetting = Math.abs(subject?.targetStops ?? 0) < 0.05
  const words = [
    ...(backdrop.length > 0 ? [backdropWords(backdrop)] : []),
    ...(subject && isAtSetting ? ['subject at the camera setting'] : []),
    ...(subject && !isAtSetting ? [`subject ${formatStops(subject.targetStops!)} against the camera setting`] : []),
  ]
  return words.length > 0 ? `On target: ${words.join(', ')}.` : 'On target.'
}

const SIDE_NAMES: Readonly<Record<string, string>> = {
  'backdrop/left': 'left',
  'backdrop/middle': 'middle',
  'backdrop/right': 'right',
}

const sideName = ({ of }: Miss): string => {
  if (of.kind === 'area') return 'it'
  return SIDE_NAMES[of.point.id] ?? inSentence(of.point.name)
}

const tooBrightWords = (lights: readonly Light[], { of, lightIds, stops }: Extract<Limit, { kind: 'too-bright' }>) => {
  const amount = stopWords(stops)
  switch (of) {
    case 'room':
      return {
        words: `power cannot do it: the room's own light keeps it ${amount} too bright`,
        advice: 'Darken the room, or with flash take a shorter shutter as far as the camera goes with it.',
      }
    case 'own':
      return {
        words: `power cannot do it: ${nameLightIds(lightIds, lights)} at the least keeps it ${amount} too bright`,
        advice: 'Move it further from the backdrop, or put a neutral gel before it.',
      }
    case 'spill': {
      const whose = lightIds.length > 0 ? ` of ${nameLightIds(lightIds, lights)}` : ''
      return {
        words: `power cannot do it: spill${whose} keeps it ${amount} too bright with the backdrop lights down`,
        advice:
          'Take the subject and the key further from the backdrop, bring the key closer to the subject, or flag the key off the backdrop.',
      }
    }
  }
}

const shortAdvice = ({ of, hasLights, stops, opensTo }: Extract<Limit, { kind: 'short' }>): string => {
  const [amount, opened] = [stopWords(stops), formatAperture(opensTo)]
  if (!hasLights) return `There is no light for it. Add ${of === 'backdrop' ? 'a backdrop light' : 'one'}.`
  return of === 'backdrop'
    ? `Missing: ${amount}. Open the camera to about ${opened} and turn the key down as much, bring the backdrop lights closer, or add one.`
    : `Missing: ${amount}. Bring the lights on the subject closer, or open the camera to about ${opened}.`
}

/** Why power cannot do it, and what would. */
export const limitWords = (lights: readonly Light[], limit: Limit): { words: string; advice: string } => {
  switch (limit.kind) {
    case 'area':
      return {
        words: `power cannot do it: at best it stays ${stopWords(limit.stops)} off`,
        advice: 'Something has to be moved: look for other ways.',
      }
    case 'uneven': {
      const [over, under] = [stopWords(limit.brightest.stops), Math.abs(limit.darkest.stops).toFixed(1)]
      return {
        words: `power cannot even it: at best ${sideName(limit.brightest)} stays ${over} over and ${sideName(limit.darkest)} ${under} under`,
        advice: 'Move the backdrop lights further from the backdrop, or turn them toward its darker part.',
      }
    }
    case 'too-bright':
      return tooBrightWords(lights, limit)
    case 'bright-place':
      return {
        words: `power cannot do it: ${limit.point ? inSentence(limit.point.name) : 'it'} stays ${stopWords(limit.stops)} too bright`,
        advice: 'Look for other ways, or change what is wanted there.',
      }
    case 'short': {
      const lit = limit.fullIds.length > 0 ? `${nameLightIds(limit.fullIds, lights)} at full` : 'the lights there are'
      return {
        words: `power cannot do it: with ${lit} it stays ${stopWords(limit.stops)} short`,
        advice: shortAdvice(limit),
      }
    }
  }
}

/** A verdict in one sentence, with what stands behind it. */
const verdictWords = ({ set, look, readouts }: Judged, verdict: Verdict): Said => {
  const { state, off, keyFault, limit, mend, changes } = verdict
  if (state === 'no-target') return { headline: 'No target is set. Ask for a backdrop value to begin.' }
  if (state === 'on-target') return { headline: onTargetWords(readouts) }
  if (keyFault) {
    const { words, advice } = keyFaultWords(set, keyFault)
    return { headline: `${words}.`, detail: advice }
  }
  const found =
    off?.kind === 'area' ? areaReadoutWords(off.area) : `${off!.readout.point.name} ${wantedWords(off!.readout, look)}`
  const doing = powerChangesWords(changes, set.lights)
  if (!limit) return { headline: `${found}: ${doing}.` }
  const { words, advice } = limitWords(set.lights, limit)
  return { headline: `${found}: ${words}.`, detail: mend ? `${advice} Nearest: ${doing}.` : advice }
}

/** How a look stands, with the words for it. */
export const saidVerdict = (evaluation: Judged, answer: LookAnswer): Verdict & Said => {
  const verdict = verdictOf(evaluation, answer)
  return { ...verdict, ...verdictWords(evaluation, verdict) }
}

/** How a look stands, in as few words as a list of looks has room for. */
export const verdictInShort = ({ state, keyFault, missStops }: Verdict): string => {
  if (state === 'no-target') return 'no target'
  if (state === 'on-target') return 'on target'
  if (keyFault) return 'the key is off'
  return sideWords(missStops)
}
