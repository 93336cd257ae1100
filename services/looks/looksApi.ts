import { NOTHING_LEARNED, type Learned } from '#core/calibration/calibration'
import { calibratedLighting } from '#core/evaluation/calibratedLighting'
import { evaluate } from '#core/evaluation/evaluation'
import { lightingSolver } from '#core/evaluation/lightingSolver'
import { lightingKey } from '#core/evaluation/solverKeys'
import { inLook } from '#core/looks/inLook'
import type { CameraSetting, StudioSet } from '#core/model/schema'
import type { LightLayer } from '#core/physics/transport/lightLayer'
import { frameIntrusions, type FrameIntrusion } from '#core/render/frameIntrusions'
import { QUALITY } from '#core/physics/transport/stage'
import { solveLook, type LookAnswer } from '#core/solve/lookPowers'
import { settledIn, type Missed } from '#core/solve/solveFromScratch'
import type { Kit } from '#core/kit/kitSchema'
import { STARTING_POINTS, startFrom } from '#core/starting/startFrom'
import type { StartingPoint } from '#core/starting/startingPoint'
import { validationErrors } from '#core/validation/validation'
import { wholeOf, type LeanSet } from '../leanSet'
import type { Developed } from '../light/lightApi'
import type { Job } from '../rpc/job'
import { reflection, type Mirrored } from '../rpc/mirror'
import { jpegOf } from '../jpeg'
import { smallPicture } from '../smallPicture'
import { faultWords } from '#wording/refusals/misfits'

/** A look to be judged, with what readings have taught about its light. */
export type AskedLook = { lookId: string; learned: Learned }

/** Widths of a look's picture and of its small one, pixels. */
export type PictureWidths = { width: number; smallWidth: number }

/** All that can be said of a look that nobody has on the screen; or why nothing can. */
export type JudgedLook =
  | {
      lookId: string
      /** The stand of the set that the light is of. */
      of: string
      layers: LightLayer[]
      intrusions: FrameIntrusion[]
      camera: CameraSetting
      answer: LookAnswer
      picture: Developed
    }
  | { lookId: string; failure: string }

/** A ready set-up as it would be in a room: what it would miss, what the kit lacks for it, its picture; or why not. */
export type ShownSetUp =
  | { id: string; lacks: string[]; missed: Missed[]; severalLooks: boolean; picture: Uint8Array<ArrayBuffer> }
  | { id: string; failure: string }

/** Wide enough for a list at twice the page's pixels. */
const SET_UP_WIDTH = 144

/** What the service that judges looks in the background can be asked. */
export const looksApi = () => {
  const sets = reflection<LeanSet>()
  const solver = lightingSolver(QUALITY)

  const judged = async (
    stored: StudioSet,
    { lookId, learned }: AskedLook,
    pause: () => Promise<boolean>,
  ): Promise<JudgedLook | undefined> => {
    const set = inLook(stored, lookId)
    const look = set.looks.find(({ id }) => id === lookId)
    if (!look) return undefined
    const solved = await solver(set, { pause })
    if (!solved) return undefined
    const evaluation = evaluate(set, look, calibratedLighting(set, solved.layers, learned))
    const { camera } = evaluation
    return {
      lookId,
      of: lightingKey(set),
      layers: solved.layers,
      intrusions: frameIntrusions(set, solved.stage),
      camera,
      answer: solveLook(evaluation),
      picture: smallPicture(set, solved, { settings: look.lights, camera, learned }),
    }
  }

  const shownSetUp = async (
    before: StudioSet,
    point: StartingPoint,
    kit: Kit,
    pause: () => Promise<boolean>,
  ): Promise<ShownSetUp | undefined> => {
    const { id } = point
    try {
      const { set: started, lacks } = startFrom(before, point, kit)
      const [fault] = validationErrors(started)
      if (fault) return { id, failure: faultWords(fault) }
      const solved = await solver(started, { pause })
      if (!solved) return undefined
      const lighting = { layers: solved.layers, learned: NOTHING_LEARNED }
      const { set, missed } = settledIn(started, lighting)
      const look = set.looks[0]!
      const { camera } = evaluate(set, look, lighting)
      const picture = smallPicture(
        set,
        solved,
        { settings: look.lights, camera, learned: NOTHING_LEARNED },
        { width: SET_UP_WIDTH, isShown: true },
      )
      return {
        id,
        lacks,
        missed,
        severalLooks: set.looks.length > 1,
        picture: await jpegOf(picture),
      }
    } catch (error) {
      return { id, failure: (error as Error).message }
    }
  }

  return {
    /** Judges looks one after another and tells each as it comes; false where it was called off. */
    judge: async (job: Job<JudgedLook>, message: Mirrored<LeanSet>, looks: readonly AskedLook[]): Promise<boolean> => {
      const set = wholeOf(sets.take(message))
      for (const asked of looks) {
        try {
          const found = await judged(set, asked, job.pause)
          if (found) job.report(found)
        } catch (error) {
          job.report({ lookId: asked.lookId, failure: (error as Error).message })
        }
        if (await job.pause()) return false
      }
      return true
    },

    /** The picture of a look as JPEG files, whole and small; undefined where the look is gone or it was called off. */
    picture: async (
      job: Job,
      message: Mirrored<LeanSet>,
      { lookId, learned }: AskedLook,
      { width, smallWidth }: PictureWidths,
    ): Promise<{ whole: Uint8Array<ArrayBuffer>; small: Uint8Array<ArrayBuffer>; type: string } | undefined> => {
      const set = inLook(wholeOf(sets.take(message)), lookId)
      const look = set.looks.find(({ id }) => id === lookId)
      const solved = look && (await solver(set, { pause: job.pause }))
      if (!look || !solved) return undefined
      const { camera } = evaluate(set, look, calibratedLighting(set, solved.layers, learned))
      const picture = smallPicture(set, solved, { settings: look.lights, camera, learned }, { width, isShown: true })
      return { whole: await jpegOf(picture), small: await jpegOf(picture, smallWidth), type: 'image/jpeg' }
    },

    /** Ready set-ups in the room of a set, one after another, each with its picture; false where it was called off. */
    setUps: async (job: Job<ShownSetUp>, before: StudioSet, kit: Kit, ids: readonly string[]): Promise<boolean> => {
      for (const id of ids) {
        const point = STARTING_POINTS.find(one => one.id === id)
        const found = point && (await shownSetUp(before, point, kit, job.pause))
        if (found) job.report(found)
        if (await job.pause()) return false
      }
      return true
    },
  }
}

/** What the looks service can be asked. */
export type LooksApi = ReturnType<typeof looksApi>
