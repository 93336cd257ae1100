import { NOTHING_LEARNED } from '../calibration/calibration'
import { lightingSolver, type SolvedSet } from '../evaluation/lightingSolver'
import { evaluate, type Evaluation } from '../evaluation/evaluation'
import { onBackdrop, type MeterPoint } from '../evaluation/probes/points'
import { probesOf } from '../evaluation/probes/probes'
import { projectionOf, throughLens } from '../camera/projection'
import { editRoom, lowerCeiling } from '../edits/edits'
import { genericKit } from '../kit/genericKit'
import { roomBounds } from '../model/bounds'
import type { Brief, StudioSet } from '../model/schema'
import { QUALITY } from '../physics/transport/stage'
import { grey } from '../physics/units/rgb'
import type { Dice } from '../shared/chance'
import { emptySet } from '../starting/emptySet'
import { startFrom } from '../starting/startFrom'
import type { StartingPoint } from '../starting/startingPoint'

/** Works out the light on a set; undefined where it was called off. */
export type Lit = (set: StudioSet) => Promise<SolvedSet | undefined>

/** The id of the backdrop beside the subject. */
export const BESIDE = 'backdrop/beside'
/** Where that is in the picture: so far to the right of its middle and over it, of half its size. */
const BESIDE_AT = { u: 0.84, v: 0.3 }

/** A place of the backdrop that the subject does not hide: what a value in a picture is asked of. */
export const besidePoint = (set: StudioSet): MeterPoint => {
  const { from, way } = throughLens(projectionOf(set))(BESIDE_AT.u, BESIDE_AT.v)
  const along = way[1] < 0 ? -from[1] / way[1] : 0
  const half = set.backdrop.widthM / 2
  const xM = Math.max(-half, Math.min(half, from[0] + along * way[0] - set.backdrop.centreXM)) + set.backdrop.centreXM
  const heightM = Math.max(0.1, Math.min(set.backdrop.heightM - 0.1, from[2] + along * way[2]))
  return onBackdrop(set, { id: BESIDE, name: 'Backdrop beside the subject' }, { xM, heightM })
}

/** Places at which the light of an exercise is worked out. */
const practiceProbes = (set: StudioSet): MeterPoint[] => [...probesOf(set, 'judged'), besidePoint(set)]

/** A solver for made exercises: with every ray. */
export const practiceSolver = () => lightingSolver(QUALITY, practiceProbes)

/** The work was called off. */
export class CalledOff extends Error {
  override name = 'CalledOff'
}

/** A set's first look as its light makes it, with that light; throws where the work was called off. */
export const solvedLook = async (lit: Lit, set: StudioSet): Promise<{ solved: SolvedSet; evaluation: Evaluation }> => {
  const solved = await lit(set)
  if (!solved) throw new CalledOff('The light of an exercise was called off.')
  return {
    solved,
    evaluation: evaluate(set, set.looks[0]!, { layers: solved.layers, learned: NOTHING_LEARNED }),
  }
}

/** A set's first look as its light makes it; throws where the work was called off. */
export const judged = async (lit: Lit, set: StudioSet): Promise<Evaluation> => (await solvedLook(lit, set)).evaluation

/** Walls by how they send light back. */
export const WALLS = { black: 0.04, grey: 0.4, white: 0.8 } as const

/** What a made studio has to be like. */
export type StudioWish = {
  walls: keyof typeof WALLS
  /** Rooms are drawn from small to so large. */
  isSmall?: boolean
  backdrop: string
  toBackdropM: number
  look?: Brief['look']
  framing?: Brief['framing']
  build: StartingPoint['build']
}

/** A room of chance with one subject, its camera framed, and the lights that `build` puts there. */
export const madeStudio = (
  dice: Dice,
  { walls, isSmall = false, look = 'mid-grey', framing = 'half', ...wish }: StudioWish,
): StudioSet => {
  const empty = emptySet('practice', 'Practice')
  const side = grey(WALLS[walls])
  const sized: StudioSet = {
    ...empty,
    room: {
      ...empty.room,
      widthM: isSmall ? dice.between(3.6, 4.6) : dice.between(5, 9),
      depthM: (isSmall ? 5 : 7) + wish.toBackdropM / 2 + dice.between(0, 2),
      behindBackdropM: 0.3,
      reflectances: {
        back: side,
        front: side,
        left: side,
        right: side,
        ceiling: side,
        floor: grey(walls === 'white' ? 0.5 : 0.2),
      },
    },
  }
  const roomy = lowerCeiling(sized, isSmall ? dice.between(2.5, 2.8) : dice.between(3, 4.5))
  const { front } = roomBounds(roomy.room)
  return startFrom(
    roomy,
    {
      id: 'practice',
      name: 'Practice',
      look,
      framing,
      toBackdropM: Math.min(wish.toBackdropM, front - 3),
      backdrop: wish.backdrop,
      build: wish.build,
    },
    genericKit(),
  ).set
}

/** A set with walls and ceiling of one reflectance; its floor stays. */
export const withWalls = (set: StudioSet, reflectance: number): StudioSet => {
  const side = grey(reflectance)
  const { floor } = set.room.reflectances
  return editRoom(set, { reflectances: { back: side, front: side, left: side, right: side, ceiling: side, floor } })
}

/** The id of a set's first light of a job. */
export const lightOf = (set: StudioSet, job: StudioSet['lights'][number]['job']): string =>
  set.lights.find(light => light.job === job)!.id
