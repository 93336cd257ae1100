import {
  mayHideFrom,
  openAt,
  readField,
  solveField,
  viewReceiver,
  type LightField,
  type LightLayer,
  type SeenReceiver,
  type Share,
} from '../physics/transport/lightLayer'
import type { Changes } from '../physics/transport/changes'
import { QUALITY, renewStage, type Quality, type Stage } from '../physics/transport/stage'
import { lensLightOf, lensTotal, lensViewOf, type LensLight, type LensView } from '../camera/lensLight'
import { projectionOf } from '../camera/projection'
import { inSteps } from '../shared/steps'
import { lightKey, stageKey } from './solverKeys'
import { receiversOf, type MeterPoint } from './probes/points'
import { probesOf } from './probes/probes'
import { emitterOf, sceneOf } from '../scene/scene'
import type { Emitter } from '../physics/sources/emitter'
import type { StudioSet } from '../model/schema'
import { STAGE_SHARE } from './thresholds'

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

/**
 * Keeps what was made for a key on one stage, as long as each round asks for the key again. What was made on the stage
 * before can be renewed by what has changed since; what is older is made anew.
 */
const cache = <T>() => {
  let kept = new Map<string, { number: number; value: T }>()
  return {
    on: ({ number, changes }: KnownStage, key: string): { now?: T; earlier?: { value: T; changes: Changes } } => {
      const entry = kept.get(key)
      if (entry?.number === number) return { now: entry.value }
      return entry?.number === number - 1 && changes ? { earlier: { value: entry.value, changes } } : {}
    },
    set: ({ number }: KnownStage, key: string, value: T): T => {
      kept.set(key, { number, value })
      return value
    },
    keepOnly: (keys: readonly string[]) => {
      kept = new Map(keys.flatMap(key => (kept.has(key) ? [[key, kept.get(key)!]] : [])))
    },
  }
}

/** A stage with its key and number, and what has changed since the one before. */
type KnownStage = { key: string; number: number; stage: Stage; changes: Changes | undefined }

/** A lamp's light, and what comes straight from it at receivers by their keys, per unit of axis intensity. */
type Lamp = { field: LightField; opens: Map<string, number> }

/** Something with the key that it is kept under. */
type Keyed<T> = { key: string; value: T }

/**
 * Solves sets one after another and keeps what has not changed: the stage while surfaces stay, a light's field while
 * it stays, and what each receiver sees; of what has changed, only what the change may concern is worked out again.
 * Answers undefined when it was told to stop; what was finished by then is kept.
 */
export const lightingSolver = (quality: Quality = QUALITY, probes: (set: StudioSet) => MeterPoint[] = probesOf) => {
  let known: KnownStage | undefined
  const lamps = cache<Lamp>()
  const receivers = cache<SeenReceiver>()

  /** What was read of a field at a receiver lasts as long as both do. */
  const shares = new WeakMap<LightField, WeakMap<SeenReceiver, Share>>()

  const shareOf = (stage: Stage, { field, opens }: Lamp, { key, value: receiver }: Keyed<SeenReceiver>): Share => {
    const ofField = shares.get(field) ?? new WeakMap<SeenReceiver, Share>()
    shares.set(field, ofField)
    const kept = ofField.get(receiver)
    if (kept) return kept
    const open = opens.get(key) ?? openAt(stage, field, receiver)
    opens.set(key, open)
    const share = readField(stage, field, receiver, open)
    ofField.set(receiver, share)
    return share
  }

  const lampOf = (
    { stage }: KnownStage,
    emitter: Emitter,
    points: readonly Keyed<SeenReceiver>[],
    earlier: { value: Lamp; changes: Changes } | undefined,
  ): Lamp => {
    if (!earlier) return { field: solveField(stage, emitter), opens: new Map() }
    const { value: before, changes } = earlier
    const stays = points.filter(({ value }) => !mayHideFrom(changes, before.field, value))
    return {
      field: solveField(stage, emitter, { field: before.field, changes }),
      opens: new Map(
        stays.flatMap(({ key }) => (before.opens.has(key) ? [[key, before.opens.get(key)!] as const] : [])),
      ),
    }
  }

  const stageOf = async (set: StudioSet, pause: (share: number) => Promise<boolean>) => {
    const key = stageKey(set)
    if (known?.key === key) return known
    const work = renewStage(known?.stage, sceneOf(set), quality)
    const renewed = await inSteps(work, share => pause(STAGE_SHARE * share))
    if (!renewed) return undefined
    known = { key, number: (known?.number ?? 0) + 1, ...renewed }
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
      .map(point => ({ point, key: JSON.stringify([point.id, point.position, point.facing, point.receptor]) }))
    receivers.keepOnly(points.map(({ key }) => key))
    const seen = points.map(({ point, key }): Keyed<SeenReceiver> => {
      const { now, earlier } = receivers.on(ground, key)
      if (now) return { key, value: now }
      const made = viewReceiver(stage, point, earlier && { view: earlier.value.view, changes: earlier.changes })
      return { key, value: receivers.set(ground, key, made) }
    })

    const lights = set.lights.map(light => ({ light, key: `${light.id} ${lightKey(light, set)}` }))
    lamps.keepOnly(lights.map(({ key }) => key))
    const solved: Lamp[] = []
    for (const [index, { light, key }] of lights.entries()) {
      const { now, earlier } = lamps.on(ground, key)
      if (!now && (await pause(STAGE_SHARE + ((1 - STAGE_SHARE) * index) / lights.length))) return undefined
      solved.push(now ?? lamps.set(ground, key, lampOf(ground, emitterOf(light, set), seen, earlier)))
    }
    const lens = lensOf(set, stage, number)
    const layers = solved.map((lamp): LightLayer => ({
      lightId: lamp.field.emitter.id,
      ...inLens(stage, lens, lamp.field),
      shares: Object.fromEntries(seen.map(receiver => [receiver.value.id, shareOf(stage, lamp, receiver)])),
    }))
    return {
      stage,
      fields: solved.map(({ field }) => field),
      layers,
      receivers: seen.map(({ value }) => value),
    }
  }
}
