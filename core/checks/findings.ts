import { backdropLightOnSubject } from './backdropLightOnSubject'
import { colourClips } from './colourClips'
import { flare } from './flare'
import { keyFault } from './keyFault'
import { pastSync, roomLight } from './roomLight'
import { catchLight } from './catchLight'
import { cautions } from './cautions'
import { ceiling } from './ceiling'
import { cover } from './cover'
import { edgeOnNose } from './edgeOnNose'
import { darkFoot, greyEdges, hotSide } from './evenness'
import type { Check, CheckContext, Finding } from './finding'
import { focus } from './focus'
import { haze } from './haze'
import { inGlasses } from './inGlasses'
import { inFrame } from './inFrame'
import { keyOnBackdrop } from './keyOnBackdrop'
import { separation } from './separation'
import { shadow } from './shadow'
import { sinceFrame } from './sinceFrame'
import { tooDark } from './tooDark'
import { wrap } from './wrap'

/**
 * In the order in which a person on set would say them: no key or a lamp in the picture before any tone, then what
 * keeps the backdrop from its tone; cautions last.
 */
export const CHECKS: readonly Check[] = [
  keyFault,
  inFrame,
  pastSync,
  cover,
  ceiling,
  tooDark,
  keyOnBackdrop,
  roomLight,
  colourClips,
  sinceFrame,
  hotSide,
  greyEdges,
  darkFoot,
  backdropLightOnSubject,
  wrap,
  separation,
  shadow,
  haze,
  flare,
  edgeOnNose,
  catchLight,
  inGlasses,
  focus,
  cautions,
]

/** Everything worth saying about a set beside its tones. */
export const findingsOf = (context: CheckContext): Finding[] => CHECKS.flatMap(check => check(context))
