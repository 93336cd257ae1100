import type { Learned } from './calibration'
import type { Weight } from '../physics/transport/exposureAt'
import { ratioFromStops } from '../physics/units/stops'
import type { CameraSetting, Light, LightSetting, StudioSet } from '../model/schema'

/** Factor of a lamp on its full-power layer: continuous lamps count for as long as the shutter is open. */
const fullPowerFactor = (light: Light, shutterS: number): number => (light.lamp.kind === 'flash' ? 1 : shutterS)

/** What one light's layer is multiplied by, at `powerStops` under full power and with what readings have shown. */
export const weightOf = (light: Light, powerStops: number, shutterS: number, learned: Learned): Weight => {
  const direct = ratioFromStops(powerStops + (learned.lightStops[light.id] ?? 0)) * fullPowerFactor(light, shutterS)
  return { direct, bounced: direct * ratioFromStops(learned.bounceStops) }
}

/** Weights of all lights that are on. */
export const weightsOf = (
  set: StudioSet,
  settings: Readonly<Record<string, LightSetting>>,
  camera: Pick<CameraSetting, 'shutterS'>,
  learned: Learned,
): Record<string, Weight> =>
  Object.fromEntries(
    set.lights
      .filter(light => settings[light.id]?.on)
      .map(light => [light.id, weightOf(light, settings[light.id]!.powerStops, camera.shutterS, learned)]),
  )
