import type { Lamp } from '../model/schema'
import type { Modifier } from '../physics/sources/modifier'

/** Fronts that are lamps of their own, which burn; ring flashes flash. Common practice, no source. */
const BURNS: ReadonlySet<string> = new Set(['led-panel', 'tube-bank', 'open-face'])
const FLASHES: ReadonlySet<string> = new Set(['ring-flash'])

/** Whether a modifier goes on a lamp. */
export const goesOn = (lamp: Pick<Lamp, 'kind'>, { kind }: Pick<Modifier, 'kind'>): boolean =>
  lamp.kind === 'flash' ? !BURNS.has(kind) : !FLASHES.has(kind)
