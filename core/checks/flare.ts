import { exposureGain } from '../camera/exposureGain'
import { responseOf } from '../camera/response'
import { weightsOf } from '../calibration/weights'
import { luminance } from '../physics/units/rgb'
import { about, litOf, problem, type Check } from './finding'
import { SHOWS_VALUES, DARK } from './thresholds'

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
    const flag = { kind: 'flag', id: light.id, off: 'lens' } as const
    const fact = { is: 'flare', light: light.name, liftValues: lift } as const
    return [about([light.id], problem(set, `flare/${light.id}`, fact, { change: flag }))]
  })
}
