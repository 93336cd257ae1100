import { GENERIC_FLASH } from '../edits/factories'
import { lampIntensity } from '../physics/sources/output'
import type { Modifier } from '../physics/sources/modifier'
import { modifierOfKind } from '../physics/sources/modifiers'
import type { Backdrop, Lamp } from '../model/schema'
import { backdropNamed } from './backdropPresets'
import type { Kit } from './kitSchema'

/** Takes pieces out of a kit, and keeps count of what it lacked. */
export type Picker = {
  /** The strongest lamp that is still free; past the kit's count, the strongest again. */
  lamp: () => Lamp
  /** The first of some kinds that the kit has; a generic one of the first kind where it has none. */
  modifier: (...kinds: string[]) => Modifier
  /** The first backdrop of the wanted kind and name, of the wanted kind, or a generic one. */
  backdrop: (name: string) => Omit<Backdrop, 'centreXM'>
  /** What was wanted and is not in the kit, in words. */
  missing: () => string[]
}

/** Takes things from a kit, and remembers what it lacks. */
export const pickFrom = (kit: Kit): Picker => {
  const strength = (lamp: Lamp) => lampIntensity(lamp) / (lamp.kind === 'flash' ? 1 : 100)
  const lamps = kit.lamps
    .flatMap(({ id, count, what }) => Array.from({ length: count }, (): Lamp => ({ ...what, kitId: id })))
    .sort((a, b) => Number(a.kind !== 'flash') - Number(b.kind !== 'flash') || strength(b) - strength(a))
  const missing = new Set<string>()
  let taken = 0
  return {
    lamp: () => {
      const lamp = lamps[taken]
      taken += 1
      if (lamp) return lamp
      missing.add(`${taken} lamps; the kit has ${lamps.length}`)
      return lamps[0] ?? GENERIC_FLASH
    },
    modifier: (...kinds) => {
      const found = kinds.map(kind => kit.modifiers.find(({ what }) => what.kind === kind)).find(Boolean)
      if (found) return found.what
      const generic = modifierOfKind(kinds[0]!)
      missing.add(generic.name)
      return generic
    },
    backdrop: name => {
      const wanted = backdropNamed(name)
      const found =
        kit.backdrops.find(({ what }) => what.name === name) ??
        kit.backdrops.find(
          ({ what }) => what.kind === wanted.kind && Math.abs(what.reflectance[1] - wanted.reflectance[1]) < 0.1,
        )
      if (found) return { ...found.what, kitId: found.id }
      missing.add(name)
      return wanted
    },
    missing: () => [...missing],
  }
}
