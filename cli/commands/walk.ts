import { weightsOf } from '#core/calibration/weights'
import { meteredFNumber, stopsOverCamera } from '#core/physics/photometry/meter'
import { roomErrors } from '#core/validation/validation'
import type { Look, StudioSet } from '#core/model/schema'
import { walkReceivers } from '#core/evaluation/probes/lineOfPoints'
import { partsAt, totalOf } from '#core/physics/transport/exposureAt'
import { readField, viewReceiver, type LightLayer } from '#core/physics/transport/lightLayer'
import type { Vector } from '#core/physics/units/vector'
import { Misuse } from '../misuse'
import { solvedFor, tidy } from '../solved'
import { wholeNumber } from '../wholeNumber'

const placeOf = (text: string | undefined, name: string): Vector => {
  if (text === undefined) throw new Misuse('A walk needs --from and --to.')
  const parts = text.split(',').map(Number)
  if (parts.length !== 3 || parts.some(part => !Number.isFinite(part)))
    throw new Misuse(`"${text}" is not a place; write three metres, such as --${name}=-1,3.5,1.6.`)
  return parts as unknown as Vector
}

/** Readings of a dome toward the camera along a walk. */
export const walkOf = async (
  set: StudioSet,
  look: Look,
  places: readonly [from: string | undefined, to: string | undefined],
  stepsWanted: string | undefined,
) => {
  const [from, to] = [placeOf(places[0], 'from'), placeOf(places[1], 'to')]
  const outside = [from, to].some(
    ([xM, yM, zM]) =>
      roomErrors({
        ...set,
        points: [{ id: 'own/walk', name: 'The walk', place: { xM, yM, zM }, turnDeg: 0, tiltDeg: 0, receptor: 'dome' }],
      }).length > 0,
  )
  if (outside) throw new Error('The walk leaves the room.')
  const {
    solved,
    evaluation: { lighting, camera },
  } = await solvedFor(set, look)
  const weights = weightsOf(set, look.lights, camera, lighting.learned)
  const steps = walkReceivers(from, to, wholeNumber(stepsWanted ?? '9', 'steps', 2, 500), [0, 1, 0]).map(receiver => {
    const seen = viewReceiver(solved.stage, receiver)
    const layers = solved.fields.map((field): LightLayer => ({
      lightId: field.emitter.id,
      shares: { [receiver.id]: readField(solved.stage, field, seen) },
    }))
    const exposure = totalOf(partsAt(layers, receiver.id, weights))
    return {
      alongM: tidy(receiver.alongM),
      positionM: receiver.position.map(tidy),
      fNumber: tidy(meteredFNumber(exposure, camera.iso, set.meter.domeConstant)),
      stopsOverCamera: tidy(stopsOverCamera(exposure, camera, set.meter.domeConstant)),
    }
  })
  return { set: set.name, look: look.name, camera, receptor: 'dome', steps }
}
