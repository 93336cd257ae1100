import { applyChange } from '#core/changes/apply'
import type { Change } from '#core/changes/change'
import type { Fix } from '#core/changes/fix'
import { lightDistance } from '#core/edits/distances'
import { thingOf } from '#core/edits/things'
import type { StudioSet } from '#core/model/schema'
import { changeWords } from './changes'
import { capital, counted } from './language'
import type { InLength } from './notation/distance'
import { stopWords } from './quantities'

/** The id of what a change takes hold of first. */
const idOf = (change: Change): string | undefined => {
  if (change.kind === 'several') return idOf(change.changes[0]!)
  return 'id' in change ? change.id : undefined
}

/** What a change takes hold of, by its name: a light by its letter. */
const nameOf = (set: StudioSet, change: Change): string => {
  const id = idOf(change)
  return set.lights.find(light => light.id === id)?.name ?? (id && thingOf(set, id)?.name) ?? 'it'
}

/** How far the light that a change takes hold of is from what it lights, once it is carried out. */
const distanceAfter = (set: StudioSet, change: Change, inLength: InLength): string => {
  const after = applyChange(set, change)
  const light = after.lights.find(({ id }) => id === idOf(change))!
  return inLength(lightDistance(light, after).lengthM)
}

const purposeWords = (set: StudioSet, { change, purpose }: Fix, inLength: InLength): string => {
  const name = nameOf(set, change)
  const after = () => applyChange(set, change)
  const height = () => inLength(change.kind === 'place' ? change.place.zM : 0)
  switch (purpose?.as) {
    case 'raise':
      return `raise ${name} to ${height()}`
    case 'lower':
      return `lower ${name} to ${height()}`
    case 'toward-camera':
      return `swing ${name} toward the camera`
    case 'further-behind':
      return `swing ${name} further behind`
    case 'draw-back':
      return `draw ${name} back to ${distanceAfter(set, change, inLength)}`
    case 'bring-nearer':
      return `bring ${name} to ${distanceAfter(set, change, inLength)}`
    case 'aside':
      return `slide ${name} aside`
    case 'out-of-frame':
      return `slide ${name} out of the frame`
    case 'hide':
      return `hide ${name} behind the subject`
    case 'as-it-was':
      return 'set it as it was'
    case 'as-wanted':
      return 'bring it down to what is wanted'
    case 'nearer-backdrop':
      return `bring the subject to ${inLength(after().subjects[0]!.place.yM)} from the backdrop`
    case 'frame-less':
      return 'frame less: head and shoulders'
    case 'shorter-lens':
      return 'use a shorter lens'
    case 'step-back':
      return `step back to ${after().camera.lens.focalLengthMm} mm`
    case 'seat':
      return 'seat the subject'
    case 'open-camera':
      return `turn the subject's lights down ${stopWords(purpose.stops)} and open the camera`
    case 'stop-down':
      return `turn all lights up ${counted(purpose.stops, 'stop')} and stop down`
    case undefined:
      return changeWords(set, change, inLength)
  }
}

/** A fix as an instruction for a button: `Raise A to 2.10 m`. */
export const fixWords = (set: StudioSet, fix: Fix, inLength: InLength): string =>
  capital(purposeWords(set, fix, inLength))
