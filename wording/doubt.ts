import { doubtOf, type Confidence } from '#core/imaging/regions/confidence'
import { stopWords } from './quantities'

const why = (confidence: Confidence): string => {
  switch (doubtOf(confidence)) {
    case 'crossed':
      return 'something stands across it from side to side'
    case 'few-borders':
      return `what would be the backdrop reaches only ${Math.round(100 * confidence.borders)} % of the upper borders`
    case 'rough':
      return 'what would be the backdrop is not smooth'
    default:
      return `what would be the backdrop goes over ${stopWords(confidence.spanStops)}`
  }
}

/** Why a picture is not taken for a backdrop with a subject, and what to do; empty where it is. */
export const doubtWords = (confidence: Confidence): string =>
  confidence.isSure
    ? ''
    : `This does not look like a backdrop with a subject: ${why(confidence)}. Nothing was learned from it. Mark the backdrop under Regions, or bring another picture.`
