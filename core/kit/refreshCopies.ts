import type { StudioSet } from '../model/schema'
import type { Kit, KitItem, KitKind } from './kitSchema'

const isSame = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)

/** A set whose copies of a kit item are made like it again, and how many were not; undefined where none differs. */
export const refreshCopies = (
  set: StudioSet,
  kind: KitKind,
  item: Kit[KitKind][number],
): { set: StudioSet; count: number } | undefined => {
  let count = 0
  const renewed = <T extends object>(copy: T, fresh: Partial<T>): T => {
    const next = { ...copy, ...fresh }
    if (isSame(next, copy)) return copy
    count += 1
    return next
  }
  const refreshed = ((): StudioSet => {
    switch (kind) {
      case 'lamps': {
        const { what } = item as KitItem<'lamps'>
        return {
          ...set,
          lights: set.lights.map(light =>
            light.lamp.kitId === item.id ? { ...light, lamp: renewed(light.lamp, { ...what, kitId: item.id }) } : light,
          ),
        }
      }
      case 'modifiers': {
        const { what } = item as KitItem<'modifiers'>
        return {
          ...set,
          lights: set.lights.map(light =>
            light.modifier.kind === what.kind
              ? {
                  ...light,
                  modifier: renewed(light.modifier, {
                    ...what,
                    leaves: light.modifier.leaves,
                    halfScrim: light.modifier.halfScrim,
                    mask: light.modifier.mask,
                  }),
                }
              : light,
          ),
        }
      }
      case 'gels': {
        const { what } = item as KitItem<'gels'>
        return {
          ...set,
          lights: set.lights.map(light =>
            light.gel?.name === what.name ? { ...light, gel: renewed(light.gel, what) } : light,
          ),
        }
      }
      case 'panels': {
        const { what } = item as KitItem<'panels'>
        return {
          ...set,
          panels: set.panels.map(panel =>
            panel.kitId === item.id ? renewed(panel, { ...what, kitId: item.id }) : panel,
          ),
        }
      }
      case 'backdrops': {
        const { what } = item as KitItem<'backdrops'>
        return set.backdrop.kitId === item.id
          ? {
              ...set,
              backdrop: renewed(set.backdrop, {
                reflectance: what.reflectance,
                gloss: what.gloss,
                transmittance: what.transmittance,
                name: what.name,
              }),
            }
          : set
      }
      case 'cameras': {
        const {
          what: { what },
        } = item as KitItem<'cameras'>
        return set.camera.kitId === item.id
          ? {
              ...set,
              camera: renewed(set.camera, {
                apertures: what.apertures,
                syncShutterS: what.syncShutterS,
                lensLossStops: what.lensLossStops,
                sensorHeadroomStops: what.sensorHeadroomStops,
                veilingGlare: what.veilingGlare,
                response: what.response,
              }),
            }
          : set
      }
      case 'meters': {
        const { what } = item as KitItem<'meters'>
        return set.meter.kitId === item.id ? { ...set, meter: renewed(set.meter, what) } : set
      }
    }
  })()
  return count > 0 ? { set: refreshed, count } : undefined
}
