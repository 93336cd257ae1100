import { genericKit } from '#core/kit/genericKit'
import { demoSet } from '#core/edits/demo'
import { everyPoint, lightingSolver } from '#core/evaluation/lightingSolver'
import { meterPoints } from '#core/evaluation/probes/points'
import type { StudioSet } from '#core/model/schema'
import { solveLook } from '#core/solve/lookPowers'
import { settleSet } from '#core/solve/solveFromScratch'
import { verdictOf } from '#core/solve/verdict'
import { STARTING_POINTS, startFrom } from '#core/starting/startFrom'
import { areaPoints } from '#core/evaluation/probes/areaPoints'
import { readAreas } from '#core/evaluation/areaReadout'
import { learnedOf, lightingOf } from '#core/evaluation/calibratedLighting'
import { cameraSettingOf, readLook } from '#core/evaluation/readout'
import { REFERENCE_SETS } from '../reference/sets'

/** What is kept of a set's evaluation: every figure that a practitioner acts on. */
export type Evaluated = {
  camera: { fNumber: number, shutterS: number, iso: number }
  readouts: Record<string, { stops: number, value: number | null, missStops: number | null }>
  areas: { kind: string, measured: number, missStops: number }[]
  answer: { isReached: boolean, missStops: number[], powers: Record<string, number | null> }
  state: string
}

/** The sets of the golden file: the demo, every ready set-up in its hall, the sets of the reference. */
export const goldenSets = (): { name: string, isReady: boolean, set: StudioSet }[] => [
  { name: 'demo', isReady: false, set: demoSet() },
  ...STARTING_POINTS.map(point => ({ name: `ready/${point.id}`, isReady: true, set: startFrom(demoSet(), point, genericKit()).set })),
  ...REFERENCE_SETS.map(({ name, set }) => ({ name: `reference/${name}`, isReady: false, set })),
]

const solve = lightingSolver(undefined, set => [...everyPoint(set), ...areaPoints(set)])

/** Evaluates a set; a ready set-up has its powers found first. */
export const evaluated = async (set: StudioSet, isReady: boolean): Promise<Evaluated> => {
  const { layers } = (await solve(set))!
  const points = meterPoints(set)
  const lighting = lightingOf(layers, learnedOf(set, set.looks[0]!), points)
  const stood = isReady ? settleSet(set, lighting) : set
  const look = stood.looks[0]!
  const camera = cameraSettingOf(stood, look, points, lighting)
  const readouts = readLook(stood, look, points, camera, lighting)
  const areas = readAreas(stood, look, look.lights, camera, lighting)
  const answer = solveLook(stood, look, points, camera, lighting)
  return {
    camera: { fNumber: camera.fNumber, shutterS: camera.shutterS, iso: camera.iso },
    readouts: Object.fromEntries(readouts.map(({ point, stops, value, missStops }) => [point.id, { stops: finite(stops), value: value ?? null, missStops: missStops === undefined ? null : finite(missStops) }])),
    areas: areas.map(({ area, measured, missStops }) => ({ kind: area.kind, measured: finite(measured), missStops: finite(missStops) })),
    answer: { isReached: answer.isReached, missStops: answer.missStops.map(finite), powers: Object.fromEntries(Object.entries(answer.settings).map(([id, { on, powerStops }]) => [id, on ? powerStops : null])) },
    state: verdictOf(stood, look, readouts, camera, answer, areas).state,
  }
}

/** JSON knows no infinity. */
const finite = (value: number): number => Math.max(-1e9, Math.min(1e9, value))
