import type { Fact, Finding, HotSideCause, Shown } from '#core/checks/finding'
import type { StudioSet } from '#core/model/schema'
import { uncoveredWords } from './brief'
import { inSentence, listed, plural } from './language'
import { formatAperture } from './notation/aperture'
import type { InLength } from './notation/distance'
import { powerChangesWords } from './powers'
import { luxWords, shutterWords, sideWords, stopWords } from './quantities'
import { keyFaultWords } from './verdict'

const SHOWN: Record<Shown, string> = { lamp: 'Light ', stand: 'The stand of ', panel: '' }

/** Nearer to the camera setting than this, light is simply at it. */
const AT_SETTING_STOPS = 0.05

const causeWords = (why: HotSideCause | null, inLength: InLength): string => {
  switch (why?.is) {
    case 'nearer':
      return `: ${why.near} stands ${inLength(why.byM)} nearer the backdrop than ${why.far}`
    case 'powers':
      return `: ${listed(why.lights)} have different powers`
    case undefined:
      return ''
  }
}

const roomLightWords = ({ addsStops, pointName, underStops, darkenToLux }: Extract<Fact, { is: 'room-light' }>) => {
  const adds = Number.isFinite(addsStops) ? `adds ${stopWords(addsStops)} to` : 'is all that there is on'
  const darken = darkenToLux === null ? '' : ` Darken the room to ${luxWords(darkenToLux)} there.`
  return `The room's own light ${adds} ${inSentence(pointName)}: it lies ${sideWords(underStops)} the camera setting.${darken}`
}

const sinceFrameWords = (set: StudioSet, { changes, fNumber }: Extract<Fact, { is: 'since-frame' }>): string =>
  listed([
    ...(changes.length > 0 ? [powerChangesWords(changes, set.lights)] : []),
    ...(fNumber === null ? [] : [`set the camera to ${formatAperture(fNumber)}`]),
  ])

/** A shutter that cuts the flash off part of the frame, which no figure of the plan shows. */
export const pastSyncWords = ({ shutterS, syncShutterS }: { shutterS: number; syncShutterS: number }): string =>
  `${shutterWords(shutterS)} is shorter than the camera's sync speed of ${shutterWords(syncShutterS)}: the shutter cuts the flash, and a part of the frame goes dark. The plan does not show that.`

const meltsWords = ({ side, cloth, backdrop, isBlack }: Extract<Fact, { is: 'shoulder-melts' }>): string => {
  const both = `${Math.round(cloth)} against ${Math.round(backdrop)}`
  return isBlack
    ? `The shoulders melt into the dark backdrop: ${both} at the ${side}.`
    : `The ${side} shoulder melts into the backdrop: ${both}.`
}

const inFrameWords = ({ name, what, isMeantToHide }: Extract<Fact, { is: 'in-frame' }>): string =>
  isMeantToHide
    ? `${SHOWN[what]}${name} is not hidden by the subject: it shows in the frame.`
    : `${SHOWN[what]}${name} stands in the frame.`

const cautionWords = (fact: Extract<Fact, { is: `caution-${string}` }>, inLength: InLength): string => {
  switch (fact.is) {
    case 'caution-boom':
      return `${listed(fact.names)} ${plural(fact.names.length, 'hangs', 'hang')} over a subject: sandbag the stand, tether the lamp, and let nobody stand under a boom that is not.`
    case 'caution-overhead':
      return `${listed(fact.names)} ${plural(fact.names.length, 'hangs', 'hang')} overhead: rated gear and a licensed rigger, as local codes ask.`
    case 'caution-height':
      return `${listed(fact.names)} ${plural(fact.names.length, 'stands', 'stand')} above ${inLength(fact.aboveM)}: bag the stands; ladders and rigging are for trained people.`
    case 'caution-load':
      return `The lamps that burn draw ${fact.watts} W. Spread them over circuits, well under each breaker's rating; a licensed electrician decides.`
    case 'caution-gloss':
      return 'A gloss floor is slippery: dry shoes, cables taped.'
  }
}

const factWords = (set: StudioSet, fact: Fact, inLength: InLength): string => {
  switch (fact.is) {
    case 'key-fault': {
      const { words, advice } = keyFaultWords(set, fact.fault)
      return `${words}. ${advice}`
    }
    case 'in-frame':
      return inFrameWords(fact)
    case 'past-sync':
      return pastSyncWords(fact)
    case 'room-light':
      return roomLightWords(fact)
    case 'not-covered':
      return uncoveredWords(fact.cover, inLength)
    case 'through-ceiling':
      return `${fact.light} (${fact.modifier}) reaches ${inLength(fact.byM)} above the ceiling.`
    case 'into-floor':
      return `${fact.light} (${fact.modifier}) reaches ${inLength(fact.byM)} into the floor.`
    case 'only-key':
      return `Only the key lights the backdrop. It is ${inLength(fact.reachM)} from the subject and ${inLength(fact.toBackdropM)} from the backdrop, so its light falls off ${stopWords(fact.fallStops)} on the way; bringing it closer darkens the backdrop, since the camera stops down with it.`
    case 'no-light-on-backdrop':
      return 'No light is on that reaches the backdrop.'
    case 'at-full':
      return `The backdrop lights are at full and it is still ${stopWords(fact.shortStops)} too dark: too little power against the key.`
    case 'key-on-backdrop':
      return `${fact.isKey ? 'The key' : fact.light} makes ${Math.round(100 * fact.share)} % of the light on the backdrop and holds it ${stopWords(fact.tooBrightStops)} too bright.`
    case 'colour-clips':
      return `${fact.pointName} is ${Math.round(fact.value)} in luminance, but its ${fact.channel} channel is ${stopWords(fact.stops)} past clipping: the colour goes flat there.`
    case 'since-frame':
      return `Since the last test frame something was changed. To repeat it: ${sinceFrameWords(set, fact)}.`
    case 'hot-side':
      return `The ${fact.side} side is ${stopWords(fact.stops)} hotter${causeWords(fact.why, inLength)}.`
    case 'grey-edges':
      return `The edges of the frame are ${stopWords(fact.stops)} darker than the middle: ${fact.isCrossable ? 'the backdrop lights all point at its middle' : 'one light cannot spread so far'}.`
    case 'dark-foot':
      return `The foot of the backdrop is ${stopWords(fact.stops)} darker than its middle, and the frame shows it.`
    case 'strikes-subject':
      return `Backdrop light ${fact.light} strikes the subject straight, ${sideWords(fact.stops)} the camera setting.`
    case 'wrap': {
      const at = Math.abs(fact.stops) < AT_SETTING_STOPS ? '' : `${sideWords(fact.stops)} `
      return `Hair and shoulders glow: the backdrop's light wraps round the subject at ${at}the camera setting; one or two stops under looks natural.`
    }
    case 'shoulder-melts':
      return meltsWords(fact)
    case 'shadow':
      return `A ${fact.isCrisp ? 'crisp' : 'soft'} shadow of the head shows on the backdrop, ${inLength(fact.byM)} to the ${fact.side}, up to ${stopWords(fact.stops)} dark, from ${fact.light}.`
    case 'haze':
      return `Haze: the backdrop is ${stopWords(fact.pastStops)} past clipping, and its glare in the lens lifts black by ${Math.round(fact.liftValues)} values.`
    case 'flare':
      return `${fact.light} looks into the lens: its flare lifts black by ${Math.round(fact.liftValues)} values over the whole frame.`
    case 'panel-on-nose':
      return `The lit panel reaches round to the nose, ${sideWords(fact.stops)} the camera setting: the subject stands too close to it.`
    case 'edge-on-nose':
      return `Edge light ${fact.light} reaches the nose, ${sideWords(fact.stops)} the camera setting.`
    case 'no-catch-light':
      return fact.clock === null
        ? 'The eyes have no catch light.'
        : `The catch light (${fact.clock} o'clock) is lost when the chin goes down.`
    case 'in-glasses':
      return `${fact.light} is mirrored in the glasses of ${fact.subject}, over ${Math.round(100 * fact.share)} % of a lens. Raise it, or tip the glasses forward.`
    case 'shallow-focus':
      return `At ${formatAperture(fact.fNumber)} only ${inLength(fact.farM - fact.nearM)} are in focus (${inLength(fact.nearM)} to ${inLength(fact.farM)} from the camera); the subjects want ${inLength(fact.neededM)}.`
    default:
      return cautionWords(fact, inLength)
  }
}

/** A finding in a sentence or two, for the set that it was found on. */
export const findingWords = (set: StudioSet, { fact }: Pick<Finding, 'fact'>, inLength: InLength): string =>
  factWords(set, fact, inLength)
