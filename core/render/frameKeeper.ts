import { throughLens, projectionOf, type RayThrough } from '../camera/projection'
import type { SolvedSet } from '../evaluation/lightingSolver'
import type { StudioSet } from '../model/schema'
import type { LightField } from '../physics/transport/lightLayer'
import type { Stage } from '../physics/transport/stage'
import type { Steps } from '../shared/steps'
import type { Sampling } from './frameLight'
import { castingFrame, type FrameView } from './gBuffer'
import { frameHeight, lightViewOf, type LitFrame } from './takeFrame'

/** What is looked at: rays, how many pixels, and a name that is the same as long as the rays are. */
export type Sight = { key: string; rays: RayThrough; width: number; height: number; isSmooth: boolean }

/** What the camera of a set sees, so many pixels wide. */
export const cameraSight = (set: StudioSet, width: number): Sight => {
  const projection = projectionOf(set)
  return {
    key: JSON.stringify(projection),
    rays: throughLens(projection),
    width,
    height: frameHeight(set, width),
    isSmooth: true,
  }
}

type Kept = { stage: Stage; key: string; view: FrameView; layers: WeakMap<LightField, Float32Array> }

/** A rough stage and the whole one take turns. */
const MOST_KEPT = 2

/**
 * Lights pictures of one use one after another and keeps what stays: what each pixel sees as long as surfaces and eye
 * do, and a light on it as long as the light does. A light that is moved is all that is lit again.
 */
export const frameKeeper = () => {
  let kept: Kept[] = []
  return function* (
    set: StudioSet,
    solved: Pick<SolvedSet, 'stage' | 'fields' | 'layers'>,
    sight: Sight,
    sampling?: Sampling,
  ): Steps<LitFrame> {
    const key = `${sight.width} ${sight.height} ${sight.key}`
    let mine = kept.find(one => one.stage === solved.stage && one.key === key)
    if (!mine) {
      const view = yield* castingFrame(solved.stage, sight.rays, sight.width, sight.height, sight.isSmooth)
      mine = { stage: solved.stage, key, view, layers: new WeakMap() }
    }
    kept = [mine, ...kept.filter(one => one !== mine)].slice(0, MOST_KEPT)
    return yield* lightViewOf(set, solved, mine.view, sampling, mine.layers)
  }
}
