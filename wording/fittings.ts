import { circuitsFor } from '#core/kit/circuits'
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

/** What lamps draw while they burn, and the circuits that it takes; flash draws by its charging. */
export const loadWords = (
  { lamp, stands, watts }: Pick<Fitting, 'lamp' | 'stands' | 'watts'>,
  circuitWatts: number,
): string => {
  if (lamp.kind === 'flash') return 'flash'
  if (watts === undefined) return 'not known'
  const circuits = circuitsFor(
    Array.from({ length: stands }, () => watts / stands),
    circuitWatts,
  )
  const said = `${Math.round(watts)} W`
  return circuits === undefined ? `${said}, too much for one circuit` : `${said}, ${counted(circuits, 'circuit')}`
}

/** What stands over a list of fittings, by how many there are. */
export const fittingsCountWords = (count: number): string =>
  `${counted(count, 'way')} to light it ${plural(count, 'is', 'are')} shown, the best first.`
