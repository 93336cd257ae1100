import { transfer } from 'comlink'
import { responseOf } from '#core/camera/response'
import { deepToneMap, toneMapLight } from '#core/render/toneMap'
import { exposureGain } from '#core/camera/exposureGain'
import { frameSum } from '#core/render/frameSum'
import { FOR_MAPS, type Sampling } from '#core/render/frameLight'
import { exposeFrame, frameWeights, veilOf, type LitFrame } from '#core/render/takeFrame'
import { cameraSight, frameKeeper, type Sight } from '#core/render/frameKeeper'
import { around, focusOf, ontoBackdrop, ontoFloor, type RayThrough } from '#core/camera/projection'
import { depthOfField } from '#core/render/depthOfField'
import { lightingSolver, withoutLampBodies, type SolvedSet } from '#core/evaluation/lightingSolver'
import type { CameraSetting, LightSetting, StudioSet } from '#core/model/schema'
import type { Learned } from '#core/calibration/calibration'
import { bouncedByOwner, type LightLayer } from '#core/physics/transport/lightLayer'
import { DRAFT_QUALITY, QUALITY } from '#core/physics/transport/stage'
import { frameIntrusions, type FrameIntrusion } from '#core/render/frameIntrusions'
import { lightOnMap } from '#core/render/lightOnMap'
import { probeFrame, type Probe } from '#core/render/probe'
import { settledIn, type Missed } from '#core/solve/solveFromScratch'
import { NOTHING_LEARNED } from '#core/calibration/calibration'
import { missingFigures } from '#core/render/shownStage'
import { evennessOf, type Evenness } from '#core/render/evenness'
import { luminance } from '#core/physics/units/rgb'
import { inSteps } from '#core/shared/steps'
import type { Vector } from '#core/physics/units/vector'
import type { FigureMaker } from './figureApi'
import { checked, wholeOf, type LeanSet } from '../leanSet'
import type { Job } from '../rpc/job'
import { reflection, type Mirrored } from '../rpc/mirror'

/** Layers of light for one revision of a set's geometry. */
export type SolveAnswer = { revision: number; layers: LightLayer[]; isDraft: boolean; intrusions: FrameIntrusion[] }

/**
 * How exactly to solve: `quick` leaves out what the housings of lamps hide, so that moved lights are all there is to
 * do; it and
 * `draft` cast about a quarter of the rays. `full` is what everything comes to rest at.
 */
export type Exactness = 'quick' | 'draft' | 'full'

/** How a frame is exposed: everything that changes without a new solve. */
export type Exposing = { settings: Record<string, LightSetting>; camera: CameraSetting; learned: Learned }

/** A picture ready for a canvas. */
export type Developed = { revision: number; width: number; height: number; data: Uint8ClampedArray<ArrayBuffer> }

/** A picture of sixteen bits, three numbers a pixel. */
export type DeepPicture = { width: number; height: number; data: Uint16Array<ArrayBuffer> }

/** Stops over the camera setting all over a surface, row by row from the upper left. */
export type StopsMap = { width: number; height: number; stops: Float32Array<ArrayBuffer> }

/** A picture of the set: through its lens, of its backdrop square on, or all round a place. */
export type Looking =
  | { at: 'frame' | 'screen'; width: number }
  | { at: 'floor'; width: number }
  | { at: 'backdrop'; width: number }
  | { at: 'around'; width: number; eye: Vector; turnDeg: number; clearM: number }

/** Pictures are kept by what they are for, so that two views of one surface do not take each other's place. */
export type PictureUse = Looking['at'] | 'evenness'

/** Where the bounced part of each reading comes from, luminance at full power: point, light, thing. */
export type BounceTable = Record<string, Record<string, Record<string, number>>>

const sightOf = (set: StudioSet, looking: Looking): Sight => {
  const { width } = looking
  const sight = (of: unknown, rays: RayThrough, height: number): Sight => ({
    key: JSON.stringify(of),
    rays,
    width,
    height: Math.max(8, Math.round(height)),
    isPicture: looking.at === 'around',
  })
  switch (looking.at) {
    case 'frame':
    case 'screen':
      return cameraSight(set, width)
    case 'floor':
      return sight(set.room, ontoFloor(set), (width * set.room.depthM) / set.room.widthM)
    case 'backdrop':
      return sight(set.backdrop, ontoBackdrop(set), (width * set.backdrop.heightM) / set.backdrop.widthM)
    case 'around':
      return sight(
        [looking.eye, looking.turnDeg, looking.clearM],
        around(looking.eye, looking.turnDeg, looking.clearM),
        width / 2,
      )
  }
}

const SAMPLING: Record<Looking['at'], Sampling | undefined> = {
  frame: undefined,
  screen: undefined,
  floor: FOR_MAPS,
  backdrop: FOR_MAPS,
  around: undefined,
}

/** What the lens makes of a picture's light; maps and views all round are seen without one. */
const throughTheLens = (
  use: PictureUse,
  set: StudioSet,
  { view }: LitFrame,
  light: Float32Array,
  { fNumber }: CameraSetting,
): Float32Array => {
  if (use !== 'frame' && use !== 'screen') return light
  const { sensor, lens } = set.camera
  const { projection, focusM } = focusOf(set)
  return depthOfField(view, light, projection, {
    fNumber,
    focusM,
    focalLengthMm: lens.focalLengthMm,
    sensorWidthMm: sensor.widthMm,
  })
}

/** What the light service can be asked; it holds the set, the light on it and the pictures that were made of it. */
export const lightApi = (makeFigure: FigureMaker) => {
  const solvers = {
    draft: lightingSolver(DRAFT_QUALITY),
    full: lightingSolver(QUALITY),
    quick: lightingSolver(DRAFT_QUALITY),
  }
  const sets = reflection<LeanSet>()
  let set: StudioSet | undefined
  let newest = 0
  let solved: { revision: number; set: StudioSet; answer: SolvedSet } | undefined
  const pictures = new Map<
    PictureUse,
    { revision: number; set: StudioSet; lit: LitFrame; sum: ReturnType<typeof frameSum> }
  >()
  const keepers = new Map<PictureUse, ReturnType<typeof frameKeeper>>()
  const keeperOf = (use: PictureUse) => {
    const keeper = keepers.get(use) ?? frameKeeper('made')
    keepers.set(use, keeper)
    return keeper
  }

  const take = (message: Mirrored<LeanSet>): StudioSet => {
    const whole = wholeOf(sets.take(message))
    // What follows was let through by the gate of edits.
    return 'whole' in message ? checked(whole) : whole
  }

  return {
    /** Layers of every light, or undefined when nobody waits for them any more. What was finished by then is kept. */
    solve: async (
      job: Job<number>,
      revision: number,
      message: Mirrored<LeanSet>,
      exactness: Exactness,
    ): Promise<SolveAnswer | undefined> => {
      const mine = (set = take(message))
      newest = revision
      const pause = async (share: number) => {
        const isOff = await job.pause()
        job.report(share)
        return isOff
      }
      const answer = await solvers[exactness](exactness === 'quick' ? withoutLampBodies(mine) : mine, { pause })
      if (!answer) return undefined
      solved = { revision, set: mine, answer }
      return {
        revision,
        layers: answer.layers,
        isDraft: exactness !== 'full',
        intrusions: frameIntrusions(mine, answer.stage),
      }
    },

    /** Makes ready what a quick answer, and the coarse picture of it, need, while nothing else is asked. */
    warm: async (job: Job, looking: Looking): Promise<void> => {
      const mine = newest
      if (!set) return
      const lighted = set
      const isOff = async () => (await job.pause()) || newest > mine
      const answer = await solvers.quick(withoutLampBodies(lighted), { pause: isOff })
      if (!answer) return
      const work = keeperOf(looking.at)(lighted, answer, sightOf(lighted, looking), SAMPLING[looking.at])
      await inSteps(work, isOff)
    },

    /** Lights a picture of what was solved last; true when it got to the end. */
    light: async (job: Job, revision: number, use: PictureUse, looking: Looking): Promise<boolean> => {
      if (solved?.revision !== revision) return false
      const { set: lighted, answer } = solved
      const work = keeperOf(use)(lighted, answer, sightOf(lighted, looking), SAMPLING[looking.at])
      for (;;) {
        const turn = work.next()
        if (turn.done) {
          pictures.set(use, { revision, set: lighted, lit: turn.value, sum: frameSum(turn.value) })
          return true
        }
        if ((await job.pause()) || newest > revision) return false
      }
    },

    /**
     * Makes the figures that pictures of what was solved last do not show yet; true when there are new ones to show.
     */
    figures: async (): Promise<boolean> => {
      if (!solved) return false
      const missing = missingFigures(solved.answer.stage.scene)
      await Promise.all(missing.map(makeFigure))
      return missing.length > 0
    },

    /** A lit picture at some powers and camera setting. */
    develop: (_job: Job, use: PictureUse, { settings, camera, learned }: Exposing): Developed | undefined => {
      const picture = pictures.get(use)
      if (!picture) return undefined
      const { set: shown, lit, revision, sum } = picture
      const weights = frameWeights(shown, settings, camera, learned)
      const data = toneMapLight(
        throughTheLens(use, shown, lit, sum(weights), camera),
        exposureGain(camera),
        veilOf(shown.camera.veilingGlare, lit, weights),
        responseOf(shown.camera),
      )
      return transfer({ revision, width: lit.view.width, height: lit.view.height, data }, [data.buffer])
    },

    /** The same in sixteen bits, three numbers a pixel. */
    developDeep: (_job: Job, use: PictureUse, { settings, camera, learned }: Exposing): DeepPicture | undefined => {
      const picture = pictures.get(use)
      if (!picture) return undefined
      const { set: shown, lit, sum } = picture
      const weights = frameWeights(shown, settings, camera, learned)
      const veil = veilOf(shown.camera.veilingGlare, lit, weights)
      const light = throughTheLens(use, shown, lit, sum(weights), camera)
      const data = deepToneMap(light, exposureGain(camera), veil, responseOf(shown.camera))
      return transfer({ width: lit.view.width, height: lit.view.height, data }, [data.buffer])
    },

    /**
     * Stops over the camera setting that floor or backdrop get under some lights, row by row from the upper left of
     * its map.
     */
    map: (_job: Job, use: PictureUse, { settings, camera, learned }: Exposing): StopsMap | undefined => {
      const picture = pictures.get(use)
      if (!picture) return undefined
      const { set: shown, lit, sum } = picture
      const stops = lightOnMap(sum(frameWeights(shown, settings, camera, learned)), lit.view, camera)
      return transfer({ width: lit.view.width, height: lit.view.height, stops }, [stops.buffer])
    },

    /** What one place of a picture records, and which lights made it. */
    probe: (
      _job: Job,
      use: PictureUse,
      place: { u: number; v: number },
      { settings, camera, learned }: Exposing,
    ): Probe | undefined => {
      const picture = pictures.get(use)
      if (!picture) return undefined
      const { set: shown, lit } = picture
      const weights = frameWeights(shown, settings, camera, learned)
      return probeFrame(lit, { u: place.u, v: place.v }, weights, {
        gain: exposureGain(camera),
        response: responseOf(shown.camera),
        veil: veilOf(shown.camera.veilingGlare, lit, weights),
      })
    },

    /** A set with the powers of all its looks found from scratch, and what of their targets stays missed. */
    settle: async (_job: Job, input: StudioSet): Promise<{ set: StudioSet; missed: Missed[] }> => {
      const asked = checked(input)
      const answer = await solvers.full(asked)
      if (!answer) throw new Error('Setting the powers was interrupted.')
      const lighting = { layers: answer.layers, learned: NOTHING_LEARNED }
      return settledIn(asked, lighting)
    },

    /** How even the backdrop's map is; the lens's veil left out. */
    evenness: (
      _job: Job,
      { settings, camera, learned }: Exposing,
      columns: number,
      rows: number,
    ): Evenness | undefined => {
      const picture = pictures.get('backdrop')
      if (!picture) return undefined
      const { set: shown, lit } = picture
      const linear = exposeFrame(
        { ...shown, camera: { ...shown.camera, veilingGlare: 0 } },
        lit,
        settings,
        camera,
        learned,
      )
      return evennessOf({ linear, width: lit.view.width, height: lit.view.height }, shown.backdrop.reflectance, {
        columns,
        rows,
      })
    },

    /** Which things the bounced part of the named points' readings comes from. */
    bounces: (_job: Job, revision: number, pointIds: readonly string[]): BounceTable | undefined => {
      if (solved?.revision !== revision) return undefined
      const { stage, fields, receivers } = solved.answer
      return Object.fromEntries(
        receivers
          .filter(receiver => pointIds.includes(receiver.id))
          .map(receiver => [
            receiver.id,
            Object.fromEntries(
              fields.map(field => [
                field.emitter.id,
                Object.fromEntries(
                  Object.entries(bouncedByOwner(stage, field, receiver)).map(([owner, light]) => [
                    owner,
                    luminance(light),
                  ]),
                ),
              ]),
            ),
          ]),
      )
    },
  }
}

/** What the light service can be asked. */
export type LightApi = ReturnType<typeof lightApi>
