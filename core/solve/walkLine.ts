import { constantOf } from '../physics/photometry/meter'
import { aimedAt } from '../model/aim'
import { lightingSolver } from '../evaluation/lightingSolver'
import type { MeterPoint } from '../evaluation/probes/points'
import type { StudioSet } from '../model/schema'
import { walkReceivers } from '../evaluation/probes/lineOfPoints'
import { evaluate } from '../evaluation/evaluation'
import { goOn, type Listening, type Situation } from './situation'
import { direction, subtract, type Vector } from '../physics/units/vector'

/** Light along a walk: how far from its start, and stops over the camera setting there. */
export type WalkPoint = { alongM: number; stops: number }

const STEPS = 25

/** Whoever walks does not stand on the mark at the same time; lights go on looking where they did. */
const withoutSubjects = (set: StudioSet): StudioSet => ({
  ...set,
  subjects: [],
  lights: set.lights.map(light => {
    const [xM, yM, zM] = aimedAt(light.aim, set)
    return {
      ...light,
      aim: {
        at: 'place',
        place: { xM, yM, zM },
        featherPanDeg: light.aim.featherPanDeg,
        featherTiltDeg: light.aim.featherTiltDeg,
      },
    }
  }),
})

/**
 * The light that a face gets on its way from one place to another, dome toward the camera. Undefined where it was
 * called off.
 */
export const walkLine = async (
  { set, look, camera, learned }: Situation,
  from: Vector,
  to: Vector,
  { pause = goOn }: Pick<Listening, 'pause'> = {},
): Promise<WalkPoint[] | undefined> => {
  const lens: Vector = [set.camera.place.xM, set.camera.place.yM, from[2]]
  const walk = walkReceivers(from, to, STEPS, direction(subtract(lens, from), [0, 1, 0]))
  const points = walk.map((receiver): MeterPoint => ({
    ...receiver,
    name: 'Walk',
    facingWords: '',
    heldWords: '',
    surface: 'own',
    isEssential: false,
    hold: { receptor: 'dome' as const, looks: 'surface' as const },
    constant: constantOf(set.meter, 'dome'),
  }))
  const empty = withoutSubjects(set)
  const solved = await lightingSolver(undefined, () => points)(empty, { pause })
  if (!solved) return undefined
  // What is left over belongs to places of the set; on a walk it says nothing.
  const { read } = evaluate(empty, look, { layers: solved.layers, learned }, camera)
  return walk.map(({ alongM }, index) => ({ alongM, stops: read(points[index]!).stops }))
}
