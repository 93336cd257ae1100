import { throughLens, projectionOf, type RayThrough } from '../camera/projection'
import type { SolvedSet } from '../evaluation/lightingSolver'
import type { StudioSet } from '../model/schema'
import type { LightField } from '../physics/transport/lightLayer'
import type { Stage } from '../physics/transport/stage'
import type { Steps } from '../shared/steps'
import type { Sampling } from './frameLight'
import { castingFrame, type FrameView } from './gBuffer'
import { shownStage, type Showing } from './shownStage'
import { frameHeight, lightViewOf, type LitFrame } from './takeFrame'

/**
 * What is looked at: rays, how many pixels, and a name that is the same as long as the rays are. A picture has smooth
 * edges and shows sitters as they look; a map is read place by place.
 */
export type Sight = { key: string; rays: RayThrough; width: number; height: number; isPicture: boolean }

/** What the camera of a set sees, so many pixels wide. */
export const cameraSight = (set: StudioSet, width: number): Sight => {
  const projection = projectionOf(set)
  return {
    key: JSON.stringify(projection),
    rays: throughLens(projection),
    width,
    height: frameHeight(set, width),
    isPicture: true,
  }
}

type Kept = { stage: Stage; key: string; view: FrameView; layers: WeakMap<LightField, Float32Array> }

/** A rough stage and the whole one take turns. */
const MOST_KEPT = 2
/**
 * Pictures of fewer pixels are kept beside the others: the coarse one that a drag begins with is still there after the
 * sharp ones that the hand rested on.
 */
const COARSE_PIXELS = 20_000
const isCoarse = ({ view }: Kept): boolean => view.width * view.height < COARSE_PIXELS

/**
 * Lights pictures of one use one after another and keeps what stays: what each pixel sees as long as surfaces and eye
 * do, and a light on it as long as the light does. A light that is moved is all that is lit again.
 * @param showing whether pictures wait for figures to be made
 */
export const frameKeeper = (showing: Showing = 'all') => {
  let kept: Kept[] = []
  return function* (
    set: StudioSet,
    solved: Pick<SolvedSet, 'stage' | 'fields' | 'layers'>,
    { key: rays, rays: rayThrough, width, height, isPicture }: Sight,
    sampling?: Sampling,
  ): Steps<LitFrame> {
    const key = `${width} ${height} ${rays}`
    const stage = isPicture ? shownStage(solved.stage, showing) : solved.stage
    let mine = kept.find(one => one.stage === stage && one.key === key)
    if (!mine) {
      const how = { isSmooth: isPicture, ground: solved.stage }
      mine = { stage, key, view: yield* castingFrame(stage, rayThrough, width, height, how), layers: new WeakMap() }
    }
    const newestFirst = [mine, ...kept.filter(one => one !== mine)]
    kept = [true, false].flatMap(coarse => newestFirst.filter(one => isCoarse(one) === coarse).slice(0, MOST_KEPT))
    return yield* lightViewOf(set, { ...solved, stage }, mine.view, sampling, mine.layers)
  }
}
