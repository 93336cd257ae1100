import {
  readField,
  solveField,
  viewReceiver,
  type LightField,
  type LightLayer,
  type SeenReceiver,
  type Share,
} from '../physics/transport/lightLayer'
import { prepareStage, QUALITY, type Quality, type Stage } from '../physics/transport/stage'
import { lensLightOf, lensTotal, lensViewOf, type LensLight, type LensView } from '../camera/lensLight'
import { projectionOf } from '../camera/projection'
import { inSteps } from '../shared/steps'
import { lightKey, stageKey } from './solverKeys'
import { receiversOf, type MeterPoint } from './probes/points'
import { probesOf } from './probes/probes'
import { emitterOf, sceneOf } from '../scene/scene'
import type { StudioSet } from '../model/schema'

/**
 * The set with lamps that hide nothing. Its stage lasts while lamps are moved, so that their light is quick to work
 * out again; what
 * their housings take away is missing.
 */
export const withoutLampBodies = (set: StudioSet): StudioSet => ({
  ...set,
  lights: set.lights.map(light => ({ ...light, modifier: { ...light.modifier, housing: null } })),
})

/** Everything solved for one state of a set; fields, layers and receivers in their own order. */
export type SolvedSet = {
  stage: Stage
  fields: LightField[]
  layers: LightLayer[]
  receivers: SeenReceiver[]
}

/** How a solve is listened to. */
export type SolveOptions = {
  /** Asked between steps with the share that is done; answers whether to stop, since a newer question is waiting. */
  pause?: (share: number) => Promise<boolean>
}

/** Keeps what was made for a key as long as each round asks for it again. */
const cache = <T>() => {
  let kept = new Map<string, T>()
  return {
    get: (key: string): T | undefined => kept.get(key),
    set: (key: string, value: T): T => {
      kept.set(key, value)
      return value
    },
    keepOnly: (keys: readonly string[]) => {
      kept = new Map(keys.flatMap(key => (kept.has(key) ? [[key, kept.get(key)!]] : [])))
    },
  }
}

/** Share of the whole work that the stage takes; the lights take the rest. */
const STAGE_SHARE = 0.5

/**
 * Solves sets one after another and keeps what has not changed: the stage while surfaces stay, a light's field while
 * it stays,
 * and what each receiver sees. Answers undefined when it was told to stop; what was finished by then is kept.
 */
export const lightingSolver = (quality: Quality = QUALITY, probes: (set: StudioSet) => MeterPoint[] = probesOf) => {
  let known: { key: string; number: number; stage: Stage } | undefined
  const fields = cache<LightField>()
  const receivers = cache<SeenReceiver>()

  /** What was read of a field at a receiver lasts as long as both do. */
  const shares = new WeakMap<LightField, WeakMap<SeenReceiver, Share>>()
  const shareOf = (stage: Stage, field: LightField, receiver: SeenReceiver): Share => {
    const ofField = shares.get(field) ?? new WeakMap<SeenReceiver, Share>()
    shares.set(field, ofField)
    const share = ofField.get(receiver) ?? readField(stage, field, receiver)
    ofField.set(receiver, share)
    return share
  }

  const stageOf = async (set: StudioSet, pause: (share: number) => Promise<boolean>) => {
    const key = stageKey(set)
    if (known?.key === key) return known
    const stage = await inSteps(prepareStage(sceneOf(set), quality), share => pause(STAGE_SHARE * share))
    if (!stage) return undefined
    known = { key, number: (known?.number ?? 0) + 1, stage }
    return known
  }

  let lensKnown: { key: string; view: LensView } | undefined
  const lensOf = (set: StudioSet, stage: Stage, number: number): LensView | undefined => {
    if (set.subjects.length === 0) return undefined
    const projection = projectionOf(set)
    const key = JSON.stringify([number, projection])
    if (lensKnown?.key !== key) lensKnown = { key, view: lensViewOf(stage, projection) }
    return lensKnown.view
  }
  const lensLights = new WeakMap<LightField, { view: LensView; light: LensLight }>()
  const inLens = (
    stage: Stage,
    view: LensView | undefined,
    field: LightField,
  ): Pick<LightLayer, 'lens' | 'lampInLens'> => {
    if (!view) return {}
    const kept = lensLights.get(field)
    const light = kept?.view === view ? kept.light : lensLightOf(stage, view, field)
    lensLights.set(field, { view, light })
    return { lens: lensTotal(light), lampInLens: light.lamp }
  }

  return async (
    set: StudioSet,
    { pause = () => Promise.resolve(false) }: SolveOptions = {},
  ): Promise<SolvedSet | undefined> => {
    const ground = await stageOf(set, pause)
    if (!ground) return undefined
    const { stage, number } = ground

    const points = probes(set)
      .flatMap(receiversOf)
      .map(point => ({
        point,
        key: JSON.stringify([number, point.id, point.position, point.facing, point.receptor]),
      }))
    receivers.keepOnly(points.map(({ key }) => key))
    const seen = points.map(({ point, key }) => receivers.get(key) ?? receivers.set(key, viewReceiver(stage, point)))

    const lights = set.lights.map(light => ({ light, key: `${number} ${light.id} ${lightKey(light, set)}` }))
    fields.keepOnly(lights.map(({ key }) => key))
    const solved: LightField[] = []
    for (const [index, { light, key }] of lights.entries()) {
      const kept = fields.get(key)
      if (!kept && (await pause(STAGE_SHARE + ((1 - STAGE_SHARE) * index) / lights.length))) return undefined
      solved.push(kept ?? fields.set(key, solveField(stage, emitterOf(light, set))))
    }
    const lens = lensOf(set, stage, number)
    const layers = solved.map((field): LightLayer => ({
      lightId: field.emitter.id,
      ...inLens(stage, lens, field),
      shares: Object.fromEntries(seen.map(receiver => [receiver.id, shareOf(stage, field, receiver)])),
    }))
    return { stage, fields: solved, layers, receivers: seen }
  }
}
