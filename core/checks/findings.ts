import type { InLength } from '../units/distance'
import { backdropLightOnSitter } from './backdropLightOnSitter'
import { catchLight } from './catchLight'
import { cautions } from './cautions'
import { ceiling } from './ceiling'
import { cover } from './cover'
import { edgeOnNose } from './edgeOnNose'
import { darkFoot, greyEdges, hotSide } from './evenness'
import type { Check, CheckContext, Finding } from './finding'
import { focus } from './focus'
import { haze } from './haze'
import { inFrame } from './inFrame'
import { keyOnBackdrop } from './keyOnBackdrop'
import { separation } from './separation'
import { shadow } from './shadow'
import { sinceFrame } from './sinceFrame'
import { tooDark } from './tooDark'
import { wrap } from './wrap'

/** In the order in which they are worth mending: what keeps the backdrop from its tone first, cautions last. */
export const CHECKS: readonly Check[] = [
  tooDark, keyOnBackdrop, sinceFrame, hotSide, greyEdges, darkFoot,
  inFrame, cover, ceiling,
  backdropLightOnSitter, wrap, separation, shadow, haze, edgeOnNose, catchLight, focus,
  cautions,
]

/** Everything worth saying about a set beside its tones. */
export const findingsOf = (context: CheckContext, inLength: InLength): Finding[] => CHECKS.flatMap(check => check(context, inLength))
