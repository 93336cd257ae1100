import type { Answer, BriefFact, Cover } from '#core/brief/feasibility'
import { FRAMING_NAMES } from './tone'
import type { StudioSet } from '#core/model/schema'
import { counted, listed } from './language'
import type { InLength } from './notation/distance'

/** What of the frame lies beside a backdrop. */
export const uncoveredWords = ({ asideM, aboveM }: Cover, inLength: InLength): string => {
  const missing = [
    ...(asideM > 0 ? [`${inLength(asideM)} beside it`] : []),
    ...(aboveM > 0 ? [`${inLength(aboveM)} above it`] : []),
  ]
  return `The frame looks past the backdrop: ${listed(missing)}.`
}

const coverWords = (cover: Cover, inLength: InLength): string => {
  const { isOk, seenM, widthM, heightM } = cover
  const sees = `At the backdrop the frame is ${inLength(seenM)} wide; the backdrop is ${inLength(widthM)} by ${inLength(heightM)}.`
  return `${isOk ? 'The backdrop fills the frame.' : uncoveredWords(cover, inLength)} ${sees}`
}

const lensWords = (name: string, isOk: boolean, fact: Extract<BriefFact, { is: 'lenses' }>, inLength: InLength) => {
  const { first, last, nowMm, nowM, thereM } = fact
  const isOne = first.focalLengthMm === last.focalLengthMm
  const range = isOne ? `${first.focalLengthMm} mm` : `${first.focalLengthMm} to ${last.focalLengthMm} mm`
  const distance = isOne ? inLength(first.distanceM) : `${inLength(first.distanceM)} to ${inLength(last.distanceM)}`
  const now = isOk
    ? `At ${nowMm} mm: ${inLength(nowM)}.`
    : `${nowMm} mm would need ${inLength(nowM)}; there are ${inLength(thereM)}.`
  return `${name} fits with ${range}, the camera ${distance} from the subject. ${now}`
}

/** One answer to "can this be done here?" in words. */
export const answerWords = (set: StudioSet, { isOk, fact }: Answer, inLength: InLength): string => {
  const name = FRAMING_NAMES[set.brief.framing]
  switch (fact.is) {
    case 'no-lens':
      return `${name} cannot be framed from here: even ${fact.shortestMm} mm wants the camera ${inLength(fact.neededM)} away, and there are ${inLength(fact.thereM)}.`
    case 'lenses':
      return lensWords(name, isOk, fact, inLength)
    case 'cover':
      return coverWords(fact.cover, inLength)
    case 'height':
      return `The key${fact.modifier ? ` (${fact.modifier})` : ''} fits with its middle up to ${inLength(fact.mostM)}; over the head there are ${inLength(fact.overHeadM)} for a boom.${isOk ? '' : ' Seat the subject, or light from the side.'}`
    case 'depth':
      return isOk
        ? `Subject and backdrop can be up to ${inLength(fact.mostM)} apart with this lens; now ${inLength(fact.nowM)}.`
        : `With ${fact.lensMm} mm there is no room left between subject and backdrop (${inLength(fact.leastM)} wanted).`
    case 'floor':
      return isOk
        ? `The sweep runs ${inLength(fact.pastFeetM)} past the feet.`
        : `The sweep ends ${inLength(Math.abs(fact.pastFeetM))} ${fact.pastFeetM < 0 ? 'behind' : 'past'} the feet: the floor's edge will show.`
    case 'time': {
      const each = Number(fact.eachMinutes.toFixed(1))
      const short = isOk ? '' : ' Too short to move stands between looks: change them by power and switches alone.'
      return `${counted(fact.looks, 'look')} in ${counted(fact.minutes, 'minute')}: ${counted(each, 'minute')} each.${short}`
    }
  }
}
