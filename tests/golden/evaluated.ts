import { genericKit } from '#core/kit/genericKit'
import { demoSet } from '#core/edits/demo'
import { evaluate } from '#core/evaluation/evaluation'
import type { lightingSolver } from '#core/evaluation/lightingSolver'
import type { StudioSet } from '#core/model/schema'
import { solveLook } from '#core/solve/lookPowers'
import { solveSetFromScratch } from '#core/solve/solveFromScratch'
import { verdictOf } from '#core/solve/verdict'
import { STARTING_POINTS, startFrom } from '#core/starting/startFrom'
import { calibratedLighting, learnedOf } from '#core/evaluation/calibratedLighting'
import { REFERENCE_SETS } from '../reference/sets'

/** What is kept of a set's evaluation: every figure that a practitioner acts on. */
export type Evaluated = {
  camera: { fNumber: number; shutterS: number; iso: number }
  readouts: Record<string, { stops: number; value: number | null; missStops: number | null }>
  areas: { kind: string; measured: number; missStops: number }[]
  answer: { isReached: boolean; missStops: number[]; powers: Record<string, number | null> }
  state: string
}

/** The sets of the golden file: the demo, every ready set-up in its hall, the sets of the reference. */
export const goldenSets = (): { name: string; isReady: boolean; set: StudioSet }[] => [
  { name: 'demo', isReady: false, set: demoSet() },
  ...STARTING_POINTS.map(point => ({
    name: `ready/${point.id}`,
    isReady: true,
    set: startFrom(demoSet(), point, genericKit()).set,
  })),
  ...REFERENCE_SETS.map(({ name, set }) => ({ name: `reference/${name}`, isReady: false, set })),
]

/** Evaluates a set; a ready set-up has its powers found first. */
export const evaluated = async (
  { set, isReady }: { set: StudioSet; isReady: boolean },
  solve: ReturnType<typeof lightingSolver>,
): Promise<Evaluated> => {
  const { layers } = (await solve(set))!
  const lighting = calibratedLighting(set, layers, learnedOf(set, set.looks[0]!))
  const stood = isReady ? solveSetFromScratch(set, lighting) : set
  const evaluation = evaluate(stood, stood.looks[0]!, lighting)
  const { camera, readouts, areas } = evaluation
  const answer = solveLook(evaluation)
  return {
    camera: { fNumber: camera.fNumber, shutterS: camera.shutterS, iso: camera.iso },
    readouts: Object.fromEntries(
      readouts.map(({ point, stops, value, missStops }) => [
        point.id,
        { stops: finite(stops), value: value ?? null, missStops: missStops === undefined ? null : finite(missStops) },
      ]),
    ),
    areas: areas.map(({ area, measured, missStops }) => ({
      kind: area.kind,
      measured: finite(measured),
      missStops: finite(missStops),
    })),
    answer: {
      isReached: answer.isReached,
      missStops: answer.misses.map(({ stops }) => finite(stops)),
      powers: Object.fromEntries(
        Object.entries(answer.settings).map(([id, { on, powerStops }]) => [id, on ? powerStops : null]),
      ),
    },
    state: verdictOf(evaluation, answer).state,
  }
}

/** JSON knows no infinity. */
const finite = (value: number): number => Math.max(-1e9, Math.min(1e9, value))
