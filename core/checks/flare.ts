import { exposureGain } from '../camera/exposureGain'
import { responseOf } from '../camera/response'
import { weightsOf } from '../calibration/weights'
import { vectorOf } from '../model/bounds'
import { faults } from '../validation/validation'
import { panelOfKind } from '../edits/panels'
import { addPanel, freeId } from '../edits/factories'
import type { Light, StudioSet } from '../model/schema'
import { luminance } from '../physics/units/rgb'
import { direction, scale, subtract, add } from '../physics/units/vector'
import { litOf, type Check } from './finding'

/** A lamp in the lens that lifts a dark cloth by so many values shows; common practice, no source. */
const SHOWS_VALUES = 4
const DARK = 0.004
const FLAG_FROM_LIGHT_M = 0.4

/** A flag before a light, on its way to the lens; the set as it was where it cannot stand. */
export const flagOffLens = (set: StudioSet, light: Light): StudioSet => {
  const [from, lens] = [vectorOf(light.place), vectorOf(set.camera.place)]
  const way = direction(subtract(lens, from))
  const panel = panelOfKind('flag', freeId(set, 'flag'))
  const at = add(from, scale(way, FLAG_FROM_LIGHT_M))
  const flagged = addPanel(set, {
    ...panel,
    place: {
      xM: at[0],
      yM: at[1],
      zM: Math.max(0, Math.min(at[2] - panel.heightM / 2, set.room.heightM - panel.heightM - 0.05)),
    },
    turnDeg: Math.round((Math.atan2(-way[0], way[1]) * 180) / Math.PI),
  })
  return faults(flagged).length > 0 ? set : flagged
}

/** A lamp that looks into the lens: its stray light lifts the black of the whole frame. */
export const flare: Check = context => {
  const { set, look, camera, lighting } = context
  const weights = weightsOf(set, look.lights, camera, lighting.learned)
  const response = responseOf(set.camera)
  return litOf(context).flatMap(light => {
    // What shines through a lit panel is the backdrop itself.
    const inLens = lighting.layers.find(({ lightId }) => lightId === light.id)?.lampInLens
    if (!inLens || (set.backdrop.kind === 'lit-panel' && light.place.yM < 0)) return []
    const veil = set.camera.veilingGlare * exposureGain(camera) * weights[light.id]!.direct * luminance(inLens)
    const lift = response.valueFromLinear(DARK + veil) - response.valueFromLinear(DARK)
    if (lift < SHOWS_VALUES) return []
    const flagged = flagOffLens(set, light)
    return [
      {
        id: `flare/${light.id}`,
        kind: 'problem' as const,
        words: `${light.name} looks into the lens: its flare lifts black by ${Math.round(lift)} values over the whole frame.`,
        mends:
          flagged !== set
            ? [
                {
                  words: `Flag ${light.name} off the lens`,
                  apply: (before: StudioSet) =>
                    flagOffLens(before, before.lights.find(({ id }) => id === light.id) ?? light),
                },
              ]
            : [],
      },
    ]
  })
}
