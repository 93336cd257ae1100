import { readField, solveField, viewReceiver, type LightField, type LightLayer, type SeenReceiver, type Share } from '../transport/lightLayer'
import { prepareStage, QUALITY, type Quality, type Stage } from '../transport/stage'
import { lightKey, stageKey } from './lightingKey'
import { bandPoints, meterPoints } from './points'
import { emitterOf, sceneOf } from './scene'
import type { StudioSet } from './schema'

/** Points across the backdrop's band of tone. */
export const BAND_COUNT = 24

/** Everything solved for one state of a set; fields and layers in the order of its lights. */
export type SolvedSet = { stage: Stage, fields: LightField[], layers: LightLayer[] }

/** Whether to stop between two lights, since a newer question is waiting. */
export type ShouldStop = () => Promise<boolean>

const never: ShouldStop = () => Promise.resolve(false)

/** Keeps what was made for a key as long as each round asks for it again. */
const keepsake = <T>() => {
  let kept = new Map<string, T>()
  return {
    has: (key: string) => kept.has(key),
    get: (key: string, make: () => T): T => {
      const found = kept.get(key) ?? make()
      kept.set(key, found)
      return found
    },
    keepOnly: (keys: readonly string[]) => {
      kept = new Map(keys.flatMap(key => kept.has(key) ? [[key, kept.get(key)!]] : []))
    },
  }
}

/**
 * Solves sets one after another and keeps what has not changed: the stage while surfaces stay, a light's field while it stays,
 * and what each receiver sees. Answers undefined when it was told to stop; what was finished by then is kept.
 */
export const lightingSolver = (quality: Quality = QUALITY) => {
  const stages = keepsake<Stage>()
  const fields = keepsake<LightField>()
  const receivers = keepsake<SeenReceiver>()

  /** What was read of a field at a receiver lasts as long as both do. */
  const shares = new WeakMap<LightField, WeakMap<SeenReceiver, Share>>()
  const shareOf = (stage: Stage, field: LightField, receiver: SeenReceiver): Share => {
    const known = shares.get(field) ?? new WeakMap<SeenReceiver, Share>()
    shares.set(field, known)
    const share = known.get(receiver) ?? readField(stage, field, receiver)
    known.set(receiver, share)
    return share
  }

  return async (set: StudioSet, shouldStop: ShouldStop = never): Promise<SolvedSet | undefined> => {
    const surfaces = stageKey(set)
    stages.keepOnly([surfaces])
    const stage = stages.get(surfaces, () => prepareStage(sceneOf(set), quality))

    const points = [...meterPoints(set), ...bandPoints(set, BAND_COUNT)].map(point => ({
      point,
      key: JSON.stringify([surfaces, point.id, point.position, point.facing, point.receptor]),
    }))
    receivers.keepOnly(points.map(({ key }) => key))
    const seen = points.map(({ point, key }) => receivers.get(key, () => viewReceiver(stage, point)))

    const lights = set.lights.map(light => ({ light, emitter: emitterOf(light, set), key: `${light.id} ${lightKey(light, set)} ${surfaces}` }))
    fields.keepOnly(lights.map(({ key }) => key))
    for (const { emitter, key } of lights) {
      if (fields.has(key)) continue
      if (await shouldStop()) return undefined
      fields.get(key, () => solveField(stage, emitter))
    }
    const solved = lights.map(({ emitter, key }) => fields.get(key, () => solveField(stage, emitter)))
    const layers = solved.map((field): LightLayer => ({
      lightId: field.emitter.id,
      shares: Object.fromEntries(seen.map(receiver => [receiver.id, shareOf(stage, field, receiver)])),
    }))
    return { stage, fields: solved, layers }
  }
}
