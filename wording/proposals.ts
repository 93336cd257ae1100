import { applyChange } from '#core/changes/apply'
import { newBooms } from '#core/changes/effort'
import type { Miss } from '#core/evaluation/evaluation'
import type { CameraSetting, StudioSet } from '#core/model/schema'
import type { Binding } from '#core/solve/moves/propose'
import type { WeighedMove } from '#core/solve/moves/trial'
import type { PowerChange } from '#core/solve/powerChanges'
import { changeWords } from './changes'
import { capital, inSentence } from './language'
import { missWords } from './misses'
import { formatAperture } from './notation/aperture'
import type { InLength } from './notation/distance'
import { powerChangeWords } from './powers'
import { stopWords } from './quantities'

const cameraWords = (before: CameraSetting, after: CameraSetting): string[] => {
  const isTurned = Math.abs(Math.log(after.fNumber / before.fNumber)) > 0.01
  const way = after.fNumber < before.fNumber ? 'open' : 'stop down'
  return [
    ...(isTurned ? [`${way} to ${formatAperture(after.fNumber)}`] : []),
    ...(after.iso !== before.iso ? [`set ISO ${Math.round(after.iso)}`] : []),
  ]
}

/** What a move is for: `, which saves 0.6 stop`. */
const worthWords = (stops: number | undefined): string =>
  stops === undefined || stops < 0.05 ? '' : `, which saves ${stopWords(stops)}`

/** What is to be done for an answer. */
export type Doing = {
  moves: readonly WeighedMove[]
  powers: readonly PowerChange[]
  camera: CameraSetting
}

/** What a move has to be done with: `, on a boom`. */
const boomWords = (before: StudioSet, after: StudioSet): string => {
  const booms = newBooms(before, after).length
  if (booms === 0) return ''
  return booms === 1 ? ', on a boom' : ', on booms'
}

/** An answer as things to do, in the order in which they are done: what is moved, then the camera, then powers. */
export const stepWords = (set: StudioSet, cameraNow: CameraSetting, doing: Doing, inLength: InLength): string[] => {
  const said: string[] = []
  let current = set
  for (const { change, worthStops } of doing.moves) {
    const after = applyChange(current, change)
    said.push(`${changeWords(current, change, inLength)}${boomWords(current, after)}${worthWords(worthStops)}`)
    current = after
  }
  return [
    ...said,
    ...cameraWords(cameraNow, doing.camera),
    ...doing.powers.map(change => powerChangeWords(change, current.lights)),
  ].map(capital)
}

const BINDING: Record<Binding, string> = {
  power: 'Limited by power: lights are at full, and the camera opens no further.',
  room: 'Limited by the room: what would help further stands against a wall, a subject or the backdrop.',
  frame: 'Limited by the frame: what would help further would show in the picture.',
  key: 'The key does not reach the subject, so that no tone can be right against it.',
  spill: 'Limited by spill: light that is meant for the subject, or comes back from the room, stays on the backdrop.',
  unevenness: 'Limited by evenness: the light that there is falls off too much across the backdrop.',
}

/** What keeps the target out of reach, and by how much the best answer misses it; undefined where nothing does. */
export const bindingWords = (binding: Binding | undefined, misses: readonly Miss[]): string | undefined => {
  if (!binding) return undefined
  const [missed] = missWords(misses)
  return `${BINDING[binding]}${missed ? ` At best ${inSentence(missed)}.` : ''}`
}
