import { expose, transfer } from 'comlink'
import { decode } from 'fast-png'
import { responseOf } from '#core/camera/response'
import { developFrame } from '#core/camera/develop'
import { exposeFrame, lightWholeFrame, type LitFrame } from '#core/camera/takeFrame'
import { castFrame } from '#core/camera/frameView'
import { projectionOf } from '#core/camera/projection'
import { backdropValues } from '#core/frames/readFrame'
import { meterPoints } from '#core/set/points'
import { checkSet } from '#core/formats/setFile'
import { lightingSolver, type SolvedSet } from '#core/set/lightingSolver'
import type { CameraSetting, LightSetting, StudioSet } from '#core/set/schema'
import type { Learned } from '#core/metering/learning'
import type { LightLayer } from '#core/transport/lightLayer'
import { QUALITY } from '#core/transport/stage'

/** Layers of light for one revision of a set's geometry. */
export type SolveAnswer = { revision: number, layers: LightLayer[] }

/** How a frame is exposed: everything that changes without a new solve. */
export type Exposing = { settings: Record<string, LightSetting>, camera: CameraSetting, learned: Learned }

/** A picture ready for a canvas. */
export type Developed = { revision: number, width: number, height: number, data: Uint8ClampedArray<ArrayBuffer> }

/** Coarser, for things that move the surfaces themselves: about a quarter of the rays. */
const DRAFT_QUALITY = { ...QUALITY, raysPerPatch: 16, samplesPerPatch: 6, raysPerPoint: 256, frontForPoints: 8 }

const solvers = { draft: lightingSolver(DRAFT_QUALITY), full: lightingSolver(QUALITY) }
let newest = 0
let solved: { revision: number, set: StudioSet, answer: SolvedSet } | undefined
let frame: { revision: number, set: StudioSet, lit: LitFrame } | undefined

/** Lets waiting messages in. */
const breathe = () => new Promise<void>(resolve => setTimeout(resolve, 0))

const checked = (value: StudioSet): StudioSet => {
  const outcome = checkSet(value)
  if (!outcome.ok) throw new TypeError(outcome.message)
  return outcome.value
}

const worker = {
  /** Everything older than this revision may stop where it is. */
  supersede: (revision: number) => {
    newest = Math.max(newest, revision)
  },

  /** Layers of every light, or undefined when a newer revision came in between. */
  solve: async (revision: number, input: StudioSet, quality: 'draft' | 'full'): Promise<SolveAnswer | undefined> => {
    const set = checked(input)
    newest = Math.max(newest, revision)
    const answer = await solvers[quality](set, async () => {
      await breathe()
      return newest > revision
    })
    if (!answer) return undefined
    solved = { revision, set, answer }
    return { revision, layers: answer.layers }
  },

  /** Lights the frame of what was solved last; true when it got to the end. */
  lightFrame: async (revision: number, width: number): Promise<boolean> => {
    if (solved?.revision !== revision) return false
    const { set, answer } = solved
    const work = lightWholeFrame(set, answer, width)
    for (;;) {
      const turn = work.next()
      if (turn.done) {
        frame = { revision, set, lit: turn.value }
        return true
      }
      await breathe()
      if (newest > revision) return false
    }
  },

  /** The lit frame as a picture at some powers and camera setting. */
  develop: ({ settings, camera, learned }: Exposing): Developed | undefined => {
    if (!frame) return undefined
    const { set, lit, revision } = frame
    const data = developFrame(exposeFrame(set, lit, settings, camera, learned), responseOf(set.camera))
    return transfer({ revision, width: lit.view.width, height: lit.view.height, data }, [data.buffer])
  },

  /** Pixel values at the backdrop's points in a PNG that was taken with the set's framing. */
  readPicture: async (input: StudioSet, png: Uint8Array): Promise<Record<string, number>> => {
    const set = checked(input)
    const picture = decode(png)
    const answer = await solvers.full(set)
    if (!answer) throw new Error('The reading of the frame was interrupted.')
    const view = castFrame(answer.stage, projectionOf(set), picture.width, picture.height)
    return backdropValues(picture, view, answer.stage.scene.surfaces.map(surface => surface.id), meterPoints(set), responseOf(set.camera))
  },
}

export type LightWorker = typeof worker

expose(worker)
