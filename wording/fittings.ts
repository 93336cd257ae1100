import type { Fitting } from '#core/solve/forJob'
import { counted, listed, plural } from './language'

type Fitted = Pick<Fitting, 'lamp' | 'modifier' | 'stands' | 'lampsMissing' | 'modifiersMissing'>

/** What hangs on the stands: `2 × Flash head 400, Softbox 60 × 90`. */
export const fittingWords = ({ stands, lamp, modifier }: Fitted): string => `${stands} × ${lamp.name}, ${modifier.name}`

/** What has to be bought or hired: `1 lamp and 2 modifiers`; empty where the kit has all. */
export const lackWords = ({ lampsMissing, modifiersMissing }: Fitted): string =>
  listed([
    ...(lampsMissing > 0 ? [counted(lampsMissing, 'lamp')] : []),
    ...(modifiersMissing > 0 ? [counted(modifiersMissing, 'modifier')] : []),
  ])

/** What lamps draw while they burn: watts of continuous ones; flash draws by its charging. */
export const loadWords = (watts: number | undefined, isContinuous: boolean): string => {
  if (!isContinuous) return 'flash'
  return watts === undefined ? 'not known' : `${Math.round(watts)} W`
}

/** What stands over a list of fittings, by how many there are. */
export const fittingsCountWords = (count: number): string =>
  `${counted(count, 'way')} to light it ${plural(count, 'is', 'are')} shown, the best first.`
