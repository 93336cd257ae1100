import { lightingSolver, withoutLampBodies } from '../evaluation/lightingSolver'
import { BACKDROP_MIDDLE, KEY_SIDE } from '../model/placeIds'
import { meterPoints } from '../evaluation/probes/points'
import { calibratedLighting } from '../evaluation/calibratedLighting'
import { evaluate } from '../evaluation/evaluation'
import { keyWanted } from '../evaluation/target'
import { DRAFT_QUALITY } from '../physics/transport/stage'
import { applyChange } from '../changes/apply'
import { axesOf, type Axis, type AxisId } from './axes'
import { goOn, type Listening, type Situation } from './situation'
import { Impossible } from '../shared/impossible'
import { MAP_STEPS } from './thresholds'

/** Backdrop middle over two things that can be set: stops over the camera setting, row by row along the second. */
export type ToneMap = { xs: number[]; ys: number[]; stops: number[] }

const stepsOf = ({ least, most }: Axis): number[] =>
  Array.from({ length: MAP_STEPS }, (_, index) => least + ((most - least) * index) / (MAP_STEPS - 1))

/**
 * The backdrop's middle over two axes at the powers of the look, with the camera set to the key each time, not
 * rounded to clicks.
 * Without a key's target the camera setting stays.
 */
export const exploreTones = async (
  { set, look, camera, learned }: Situation,
  axisIds: readonly [AxisId, AxisId],
  { report, pause = goOn }: Listening<[map: ToneMap, share: number]> = {},
): Promise<ToneMap | undefined> => {
  const axes = axesOf(set, look.id)
  const [x, y] = axisIds.map(id => axes.find(axis => axis.id === id))
  if (!x || !y || x === y) throw new Impossible('map-needs-two')
  const solver = lightingSolver(DRAFT_QUALITY, meterPoints)
  const [xs, ys] = [stepsOf(x), stepsOf(y)]
  const map: ToneMap = { xs, ys, stops: Array.from({ length: xs.length * ys.length }, () => Number.NaN) }
  // What moves surfaces is changed least often.
  const order = xs
    .flatMap((_, column) => ys.map((__, row) => ({ column, row })))
    .sort((a, b) => (x.isStage ? a.column - b.column : a.row - b.row))
  for (const [index, { column, row }] of order.entries()) {
    const moved = applyChange(applyChange(set, x.to(xs[column]!)), y.to(ys[row]!))
    const solved = await solver(withoutLampBodies(moved), { pause })
    if (!solved) return undefined
    const { at } = evaluate(
      moved,
      moved.looks.find(({ id }) => id === look.id)!,
      calibratedLighting(moved, solved.layers, learned),
      camera,
    )
    map.stops[row * xs.length + column] =
      at(BACKDROP_MIDDLE).stops -
      (look.exposure.followsPointId === KEY_SIDE ? at(KEY_SIDE).stops - keyWanted(look.targets) : 0)
    report?.({ ...map, stops: [...map.stops] }, (index + 1) / order.length)
  }
  return map
}
