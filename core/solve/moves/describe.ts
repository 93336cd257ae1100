import { formatAperture } from '../../physics/units/aperture'
import type { InLength } from '../../physics/units/distance'
import { ON_TARGET_STOPS } from '../../evaluation/target'
import { areaReadoutNames } from '../../evaluation/areaReadout'
import type { CameraSetting, StudioSet } from '../../model/schema'
import { changeWords } from '../powerChanges'
import type { Binding, Proposed } from './propose'
import type { Miss } from '../../evaluation/evaluation'
import type { Trial } from './trial'

const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1)

const cameraWords = (before: CameraSetting, after: CameraSetting): string[] => {
  const isTurned = Math.abs(Math.log(after.fNumber / before.fNumber)) > 0.01
  return [
    ...(isTurned
      ? [`${after.fNumber < before.fNumber ? 'open' : 'stop down'} to ${formatAperture(after.fNumber)}`]
      : []),
    ...(after.iso !== before.iso ? [`set ISO ${Math.round(after.iso)}`] : []),
  ]
}

/** What a move is for: `, which saves 0.6 stop`. */
const worthWords = (stops: number | undefined): string =>
  stops === undefined || stops < 0.05 ? '' : `, which saves ${stops.toFixed(1)} stop${stops < 1.05 ? '' : 's'}`

/** An answer as things to do, in the order in which they are done: what is moved, then the camera, then powers. */
export const trialSteps = (before: StudioSet, cameraNow: CameraSetting, trial: Trial, inLength: InLength): string[] =>
  [
    ...trial.moves.map(move => `${move.words(before, trial.set, inLength)}${worthWords(trial.worth?.[move.id])}`),
    ...cameraWords(cameraNow, trial.camera),
    ...trial.changes.map(change => changeWords(change, trial.set.lights)),
  ].map(capital)

const nameOf = ({ of }: Miss): string => (of.kind === 'point' ? of.point.name : areaReadoutNames[of.area.kind])

/** What an answer still misses, worst first: `Backdrop right 0.4 stop too bright`. */
export const missWords = ({ misses }: Pick<Trial, 'misses'>): string[] =>
  misses
    .filter(miss => Math.abs(miss.stops) > ON_TARGET_STOPS)
    .sort((a, b) => Number(b.isHard) - Number(a.isHard) || Math.abs(b.stops) - Math.abs(a.stops))
    .map(
      miss =>
        `${nameOf(miss)} ${Math.abs(miss.stops).toFixed(1)} stop${Math.abs(miss.stops) < 1.05 ? '' : 's'} ${miss.of.kind === 'area' ? 'off' : miss.stops > 0 ? 'too bright' : 'too dark'}`,
    )

const BINDING: Record<Binding, string> = {
  power: 'Power binds: lights are at full, and the camera opens no further.',
  room: 'The room binds: what would help further stands against a wall, a sitter or the backdrop.',
  frame: 'The frame binds: what would help further would show in the picture.',
  key: 'The key does not reach the subject, so that no tone can be right against it.',
  spill: 'Spill binds: light that is meant for the sitter, or comes back from the room, stays on the backdrop.',
  unevenness: 'Evenness binds: the light that there is falls off too much across the backdrop.',
}

/** What keeps the target out of reach, and by how much. */
export const bindingWords = ({ binding, trials }: Proposed): string | undefined => {
  if (!binding) return undefined
  const missed = trials[0] ? missWords(trials[0])[0] : undefined
  return `${BINDING[binding]}${missed ? ` At best ${missed.charAt(0).toLowerCase()}${missed.slice(1)}.` : ''}`
}
