import { frameIntrusions, HIDDEN } from '../../render/frameIntrusions'
import { changeExposure, changeSettings } from '../../edits/edits'
import { distance } from '../../physics/units/vector'
import { vectorOf } from '../../model/bounds'
import { headOf } from '../../model/headHeight'
import type { SolvedSet, SolveOptions } from '../../evaluation/lightingSolver'
import type { CameraSetting, Look, StudioSet } from '../../model/schema'
import type { Learned } from '../../calibration/calibration'
import { calibratedLighting } from '../../evaluation/calibratedLighting'
import { evaluate, isOnTarget, type Miss } from '../../evaluation/evaluation'
import type { Readout } from '../../evaluation/readout'
import { apertureScale } from '../../physics/units/fNumber'
import { powerChanges, type PowerChange } from '../powerChanges'
import { solveLook } from '../lookPowers'
import { MINUTES, minutesOf, newBooms } from '../../changes/effort'
import type { Change } from '../../changes/change'
import type { Move } from './family'
import { DRAFT_STOPS, NEAREST_LIGHT_M, MINUTE_COST } from '../thresholds'

/** Works out the light on a set; undefined where it was called off. */
export type Solver = (set: StudioSet, options?: SolveOptions) => Promise<SolvedSet | undefined>

/** A question: the look of a set, what readings have taught, and what must stay as it is. */
export type Question = {
  set: StudioSet
  lookId: string
  learned: Learned
  fixedIds: readonly string[]
  mayChangeCamera: boolean
}

/** A move with the stops of the worst miss that it saves; known only of answers that were verified. */
export type WeighedMove = Move & { worthStops?: number }

/** A state that was tried: the set as it would be, and how it stands. */
export type Trial = {
  set: StudioSet
  moves: readonly WeighedMove[]
  powers: readonly PowerChange[]
  camera: CameraSetting
  misses: readonly Miss[]
  /** What each meter point would read. */
  readouts: readonly Readout[]
  isReached: boolean
  minutes: number
  /** Misses first, then effort; what the search goes down. */
  cost: number
}

/** What a state is worked out with: with few rays where `isDraft`. */
export type Trying = {
  solver: Solver
  pause?: SolveOptions['pause']
  isDraft?: boolean
  /** The camera setting that others are tried around; that of the look when left out. */
  from?: CameraSetting
  see?: (trial: Trial, solved: SolvedSet) => void
}

/** All that turns the set that was asked about into the state of a trial, but for what is wanted. */
export const changesOf = ({ set, moves }: Trial, lookId: string): Change[] => {
  const look = lookOf(set, lookId)
  return [
    ...moves.map(({ change }) => change),
    { kind: 'power', lookId, settings: look.lights },
    { kind: 'exposure', lookId, exposure: { fNumber: look.exposure.fNumber, iso: look.exposure.iso } },
  ]
}

/** A state with why it cannot be, where it cannot. */
export type Tried = { trial: Trial; against?: 'frame' | 'room' }

/** A look by its id, or the first. */
export const lookOf = (set: StudioSet, lookId: string): Look =>
  set.looks.find(({ id }) => id === lookId) ?? set.looks[0]!

/**
 * Apertures, and above the widest of them film speeds, from the present one outward: thirds near by, then whole
 * stops.
 */
const cameraOptions = (set: StudioSet, camera: CameraSetting, mayChange: boolean): CameraSetting[] => {
  if (!mayChange) return [camera]
  const { widest, smallest, clickStops } = set.camera.apertures
  const scale = apertureScale(widest, smallest, clickStops)
  const opened = (byStops: number): CameraSetting | undefined => {
    const wanted = camera.fNumber * 2 ** (-byStops / 2)
    const near = scale.reduce((best, fNumber) =>
      Math.abs(Math.log(fNumber / wanted)) < Math.abs(Math.log(best / wanted)) ? fNumber : best,
    )
    if (Math.abs(2 * Math.log2(near / wanted)) < 0.2) return { ...camera, fNumber: near }
    // Past the widest, the sensor has to see more.
    return byStops > 0 && near === scale[0]
      ? { ...camera, fNumber: near, iso: camera.iso * 2 ** Math.round(byStops - 2 * Math.log2(camera.fNumber / near)) }
      : undefined
  }
  const others = [1 / 3, 2 / 3, 1, 4 / 3, 5 / 3, 2, 3, 4, -2 / 3, -4 / 3, -2].map(opened)
  const known = new Set([JSON.stringify(camera)])
  return [
    camera,
    ...others.filter((option): option is CameraSetting => {
      const key = JSON.stringify(option)
      const isNew = option !== undefined && option.iso <= 25600 && !known.has(key)
      known.add(key)
      return isNew
    }),
  ]
}

/** Why a state cannot be: something came into the frame, or too near. */
const objection = (before: StudioSet, after: StudioSet, solved: SolvedSet): 'frame' | 'room' | undefined => {
  const heads = after.subjects.map(subject => headOf(subject))
  if (
    after.lights.some(light =>
      heads.some(
        head => distance(vectorOf(light.place), head) < NEAREST_LIGHT_M && light.modifier.front.shape !== 'ring',
      ),
    )
  )
    return 'room'
  const isNew = (id: string) =>
    JSON.stringify(thingIn(before, id)) !== JSON.stringify(thingIn(after, id)) ||
    JSON.stringify(before.camera.place) !== JSON.stringify(after.camera.place)
  return frameIntrusions(after, solved.stage).some(intrusion => intrusion.seen > HIDDEN && isNew(intrusion.id))
    ? 'frame'
    : undefined
}
const thingIn = (set: StudioSet, id: string) =>
  set.lights.find(light => light.id === id)?.place ?? set.panels.find(panel => panel.id === id)?.place

/** A set with the powers and the exposures of another state of it: what there is to turn is counted from there. */
export const unsettled = (before: StudioSet, after: StudioSet): StudioSet => ({
  ...after,
  looks: after.looks.map(look => {
    const was = before.looks.find(({ id }) => id === look.id)!
    return { ...look, lights: { ...look.lights, ...was.lights }, exposure: was.exposure }
  }),
})

/** What of the camera setting was changed counts as one thing to do. */
const isSameCamera = (a: CameraSetting, b: CameraSetting) =>
  Math.abs(Math.log(a.fNumber / b.fNumber)) < 0.01 && a.iso === b.iso

/**
 * Tries a state of the set: its light, the best powers for it, and the camera settings near by where they help.
 * Answers it with what stands against it, if anything does, and undefined where the work was called off.
 */
export const tryState = async (
  question: Question,
  after: StudioSet,
  moves: readonly WeighedMove[],
  { solver, pause, isDraft = false, from, see }: Trying,
): Promise<Tried | undefined> => {
  const { set: before, lookId, learned, fixedIds, mayChangeCamera } = question
  const solved = await solver(after, { pause })
  if (!solved) return undefined
  const against = after === before ? undefined : objection(before, after, solved)
  const lighting = calibratedLighting(after, solved.layers, learned)
  const look = lookOf(after, lookId)
  const present = lookOf(before, lookId).exposure
  const asItIs = () =>
    moves.length === 0
      ? evaluate(after, look, lighting).camera
      : { fNumber: present.fNumber, shutterS: present.shutterS, iso: present.iso }
  const start: CameraSetting = from ?? asItIs()
  const trialAt = (camera: CameraSetting): Trial => {
    const { settings, cost } = solveLook(evaluate(after, look, lighting, camera), { fixedIds })
    const exposed = changeExposure(changeSettings(after, lookId, settings), lookId, {
      fNumber: camera.fNumber,
      iso: camera.iso,
    })
    const { camera: shown, misses, readouts } = evaluate(exposed, lookOf(exposed, lookId), lighting)
    const powers = powerChanges(after.lights, look.lights, settings)
    const isTurned = !isSameCamera(shown, start)
    const minutes =
      moves.reduce((sum, { change }) => sum + minutesOf(before, change), 0) +
      MINUTES.boom * newBooms(before, after).length +
      MINUTES.power * powers.reduce((sum, { lightIds }) => sum + lightIds.length, 0) +
      (isTurned ? MINUTES.camera : 0)
    const isReached = isOnTarget(misses, isDraft ? DRAFT_STOPS : 0)
    return {
      set: exposed,
      moves,
      powers,
      camera: shown,
      misses,
      readouts,
      isReached,
      minutes,
      cost: cost + MINUTE_COST * minutes + (isReached ? 0 : 1e-2),
    }
  }
  let best: Trial | undefined
  for (const camera of cameraOptions(after, start, mayChangeCamera)) {
    const trial = trialAt(camera)
    if (!best || trial.cost < best.cost - 1e-9) best = trial
    if (best.isReached) break
  }
  if (!against) see?.(best!, solved)
  return { trial: best!, against }
}
