import type { MeterPoint } from '../evaluation/probes/points'
import type { CameraSetting, LightSetting, Look, Reading, StudioSet } from '../model/schema'
import type { Lighting } from '../calibration/lighting'
import { readerOf } from '../evaluation/probes/points'
import { partsAt } from '../physics/transport/exposureAt'
import { luminance } from '../physics/units/rgb'
import { NOTHING_LEARNED, type Learned } from '../calibration/calibration'
import { roomLightAt } from '../calibration/roomLight'
import type { MeterStep } from './step'
import { weightsOf } from '../calibration/weights'

/** What the meter showed, and where it came from. */
export type Shown = Pick<Reading, 'id' | 'at' | 'fNumber' | 'source'> &
  Partial<Pick<Reading, 'shown' | 'meter' | 'note' | 'direction'>>

/** How things stood when a reading was taken: the camera setting, the plan's light, and the room's own. */
export type Taken = { camera: CameraSetting; layers: Lighting['layers']; room?: Learned['room'] }

/** What the plan, before any learning, says that lights give at a point under their settings, each as if it were on. */
export const plannedParts = (
  set: StudioSet,
  settings: Readonly<Record<string, LightSetting>>,
  lightIds: readonly string[],
  point: Pick<MeterPoint, 'id' | 'reader'>,
  { camera, layers }: Pick<Taken, 'camera' | 'layers'>,
): Reading['lights'] => {
  const burning = Object.fromEntries(lightIds.map(id => [id, { ...settings[id]!, on: true }]))
  return Object.fromEntries(
    partsAt(layers, point.reader?.id ?? point.id, weightsOf(set, burning, camera, NOTHING_LEARNED)).map(
      ({ lightId, directLuxS, bouncedLuxS }) => [
        lightId,
        { powerStops: settings[lightId]!.powerStops, directLuxS, bouncedLuxS },
      ],
    ),
  )
}

/**
 * Makes a record of a reading. It keeps what the plan said before any learning,
 * so that it teaches the same whatever else is read later and however the set is changed.
 */
export const recordReading = (
  set: StudioSet,
  look: Look,
  { step, point }: { step: Pick<MeterStep, 'lightIds'>; point: MeterPoint },
  { camera, layers, room }: Taken,
  shown: Shown,
): Reading => {
  const off = set.lights.map(({ id }) => id).filter(id => !step.lightIds.includes(id) && look.lights[id]?.on)
  return {
    shown: '',
    meter: 'incident',
    note: '',
    direction: '',
    ...shown,
    lookId: look.id,
    pointId: point.id,
    position: [point.position[0], point.position[1], point.position[2]],
    receptor: point.hold.receptor,
    looks: point.hold.looks,
    meterName: set.meter.name,
    constant: point.constant,
    roomLuxS: luminance(roomLightAt(set, room, readerOf(point), camera.shutterS)),
    camera,
    lights: plannedParts(set, look.lights, step.lightIds, point, { camera, layers }),
    others: plannedParts(set, look.lights, off, point, { camera, layers }),
    trust: 'auto',
  }
}
