import { weightsOf } from '#core/calibration/weights'
import { meteredFNumber } from '#core/physics/photometry/meter'
import type { Look, StudioSet } from '#core/model/schema'
import { bouncedByOwner } from '#core/physics/transport/lightLayer'
import { totalOf } from '#core/physics/transport/exposureAt'
import { luminance } from '#core/physics/units/rgb'
import { solvedFor, tidy } from '../solved'

/**
 * Every meter point's predicted reading. Flash is in lux-seconds; continuous light in lux, its f-number at the
 * shutter time.
 */
export const readingsOf = async (set: StudioSet, look: Look) => {
  const {
    solved,
    evaluation: { lighting, camera, readouts },
  } = await solvedFor(set, look)
  const weights = weightsOf(set, look.lights, camera, lighting.learned)
  return {
    set: set.name,
    look: look.name,
    camera,
    points: readouts.map(all => {
      const { point } = all
      const receiver = solved.receivers.find(candidate => candidate.id === point.id)!
      return {
        id: point.id,
        name: point.name,
        receptor: point.receptor,
        positionM: point.position,
        lights: all.parts.map(({ lightId, directLuxS, bouncedLuxS }) => {
          const light = set.lights.find(candidate => candidate.id === lightId)!
          const field = solved.fields.find(candidate => candidate.emitter.id === lightId)!
          const isFlash = light.lamp.kind === 'flash'
          const shown = (luxS: number) => tidy(isFlash ? luxS : luxS / camera.shutterS)
          return {
            id: lightId,
            name: light.name,
            powerStops: look.lights[lightId]!.powerStops,
            unit: isFlash ? 'lx s' : 'lx',
            direct: shown(directLuxS),
            bounced: shown(bouncedLuxS),
            total: shown(directLuxS + bouncedLuxS),
            fNumber: tidy(meteredFNumber(directLuxS + bouncedLuxS, camera.iso, point.constant)),
            bouncedFrom: Object.fromEntries(
              Object.entries(bouncedByOwner(solved.stage, field, receiver))
                .map(([owner, colour]) => [owner, shown(luminance(colour) * weights[lightId]!.bounced)] as const)
                .sort((a, b) => b[1] - a[1]),
            ),
          }
        }),
        all: {
          exposureLuxS: tidy(totalOf(all.parts) + all.roomLuxS),
          roomLuxS: tidy(all.roomLuxS),
          fNumber: tidy(all.fNumber),
          stopsOverCamera: tidy(all.stops),
          ...(all.value === undefined ? {} : { value: tidy(all.value) }),
        },
      }
    }),
  }
}
