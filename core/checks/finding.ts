import type { LookAnswer } from '../solve/lookPowers'
import type { Evaluation } from '../evaluation/evaluation'
import type { Light } from '../model/schema'
import type { Mend } from '../edits/fix'
import { lightsInUse } from '../metering/run'
import type { Readout } from '../evaluation/readout'
import type { Part } from '../physics/transport/exposureAt'
import type { InLength } from '../physics/units/distance'
import { exposureFromReading, METER_CONSTANT } from '../physics/photometry/meter'
import { stopsFromRatio } from '../physics/units/stops'
import type { Sighting } from '../render/frameIntrusions'

/** Something worth saying about a set beside its tones: what it is, why, and what mends it. */
export type Finding = {
  id: string
  /** Of cautions only the words count: the app certifies nothing. */
  kind: 'problem' | 'caution'
  words: string
  mends: Mend[]
}

/** All that checks look at. */
export type CheckContext = Evaluation & {
  answer: LookAnswer
  sightings: readonly Sighting[]
}

export type Check = (context: CheckContext, inLength: InLength) => Finding[]

export const readoutAt = ({ readouts }: CheckContext, id: string): Readout | undefined =>
  readouts.find(readout => readout.point.id === id)

/** Light of some lights' parts, straight or all of it, in stops over the camera setting on a flat receptor. */
export const stopsOf = (
  { camera }: CheckContext,
  parts: readonly Part[],
  lights: readonly Light[],
  of: 'direct' | 'all',
  receptor: 'flat' | 'dome' = 'flat',
): number => {
  const ids = new Set(lights.map(light => light.id))
  const sum = parts
    .filter(part => ids.has(part.lightId))
    .reduce((total, part) => total + part.directLuxS + (of === 'all' ? part.bouncedLuxS : 0), 0)
  return stopsFromRatio(sum / exposureFromReading(camera.fNumber, camera.iso, METER_CONSTANT[receptor]))
}

/** Lights that are on in the look. */
export const litOf = ({ set, look }: CheckContext, ...jobs: Light['job'][]): Light[] =>
  lightsInUse(set, look).filter(light => jobs.length === 0 || jobs.includes(light.job))

/** `1 stop`, `1.4 stops`. */
export const stopWords = (stops: number): string =>
  `${Math.abs(stops).toFixed(1).replace(/\.0$/, '')} ${Math.abs(stops) < 1.05 ? 'stop' : 'stops'}`
