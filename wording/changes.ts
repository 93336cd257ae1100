import { applyChange } from '#core/changes/apply'
import type { Arrangement, Change, NewLights, Standing } from '#core/changes/change'
import { powerChanges } from '#core/solve/powerChanges'
import { axisOf } from '#core/model/aim'
import { vectorOf } from '#core/model/bounds'
import { lightDistance } from '#core/edits/distances'
import { thingOf } from '#core/edits/things'
import type { Light, StudioSet } from '#core/model/schema'
import { listed } from './language'
import { letterOf, nameLightIds } from './lights'
import { formatAperture } from './notation/aperture'
import type { InLength } from './notation/distance'
import { powerChangesWords } from './powers'
import { shutterWords } from './quantities'

const NEW_LIGHTS: Record<NewLights, string> = {
  'backdrop-pair': 'add two backdrop lights',
  edge: 'add an edge light from behind',
  key: 'add a key',
}

const ARRANGED: Record<Arrangement, string> = {
  crossed: 'crossed: each aimed at the far third',
  straight: 'straight: each aimed at its own half',
  'from-above': 'from above: each over its own half, aimed at the lower third',
  lower: 'lower the backdrop lights and their aim',
  'crossed-wide': 'cross the backdrop lights over to the far edges',
}

/** Which half of the beam a half-scrim covers, seen from behind the light. */
const HALVES: Record<number, string> = { 0: 'lower', 90: 'left', 180: 'upper', [-90]: 'right' }

const lightOf = (set: StudioSet, id: string): Light | undefined => set.lights.find(light => light.id === id)

const keyOf = (set: StudioSet): string => set.lights.find(({ job }) => job === 'key')?.name ?? 'the key'

const standingWords = (set: StudioSet, what: Standing): string => {
  switch (what) {
    case 'key-flag':
      return `stand a black flag between ${keyOf(set)} and the backdrop`
    case 'black-sides':
    case 'near-black-sides':
      return 'stand black boards beside the subject'
    case 'curtains':
      return 'hang black curtains along the side walls'
    case 'fill-board':
      return 'stand a white board on the dark side'
  }
}

/** Where a light's axis meets the plane of the backdrop, across; undefined where it looks away. */
const meetsAtM = (set: StudioSet, id: string): number | undefined => {
  const light = lightOf(set, id)
  if (!light) return undefined
  const [x, y] = axisOf(light, set)
  const from = vectorOf(light.place)
  return y < -0.02 ? from[0] - (x / y) * from[1] : undefined
}

const swingWords = (before: StudioSet, after: StudioSet, id: string, byDeg: number): string => {
  const light = lightOf(before, id)!
  if (light.job !== 'backdrop') return `turn ${light.name} ${Math.abs(byDeg)}° to its ${byDeg > 0 ? 'right' : 'left'}`
  const [was, is] = [meetsAtM(before, id), meetsAtM(after, id)]
  const { centreXM } = before.backdrop
  const toward = () => {
    if (was === undefined || is === undefined) return 'round'
    if (Math.abs(is - centreXM) < Math.abs(was - centreXM)) return 'toward the middle'
    return (is - centreXM) * (light.place.xM - centreXM) > 0 ? 'toward its own side' : 'further across'
  }
  return `swing ${light.name} ${Math.abs(byDeg)}° ${toward()}`
}

const acrossWords = (share: number): string => {
  if (share > 0.15) return `across, ${Math.round(share * 100)} % of the way to the far edge`
  return share < -0.15 ? 'at the near part of the backdrop' : 'at the middle'
}

const shiftWords = (names: string, { along, byM }: Extract<Change, { kind: 'shift' }>, inLength: InLength): string => {
  const size = inLength(Math.abs(byM))
  switch (along) {
    case 'depth':
      return `move ${names} ${size} ${byM > 0 ? 'away from' : 'nearer'} the backdrop`
    case 'height':
      return `${byM > 0 ? 'raise' : 'lower'} ${names} by ${size}`
    case 'aside':
      return `move ${names} ${size} ${byM > 0 ? 'out to the sides' : 'inward'}`
  }
}

const powerWords = (before: StudioSet, { lookId, settings }: Extract<Change, { kind: 'power' }>): string => {
  const look = before.looks.find(({ id }) => id === lookId)
  const lights = before.lights.filter(({ id }) => settings[id])
  return look ? powerChangesWords(powerChanges(lights, look.lights, settings), before.lights) : 'set the powers'
}

const exposureWords = ({ exposure }: Extract<Change, { kind: 'exposure' }>): string =>
  listed([
    ...(exposure.fNumber === undefined ? [] : [formatAperture(exposure.fNumber)]),
    ...(exposure.shutterS === undefined ? [] : [shutterWords(exposure.shutterS)]),
    ...(exposure.iso === undefined ? [] : [`ISO ${Math.round(exposure.iso)}`]),
  ])

/** A light's letter, or the names of lights that are changed together. */
const nameOf = (set: StudioSet, ids: readonly string[]): string =>
  ids.length === 1 ? letterOf(ids[0]!, set.lights) : nameLightIds(ids, set.lights)

/**
 * A change as an instruction, from the set that it is made on: `move both backdrop lights 0.40 m away from the
 * backdrop`. It begins with a small letter and ends without a full stop.
 */
export const changeWords = (before: StudioSet, change: Change, inLength: InLength): string => {
  const after = () => applyChange(before, change)
  switch (change.kind) {
    case 'place':
      return `move ${thingOf(before, change.id)?.name ?? change.id}`
    case 'shift':
      return shiftWords(nameOf(before, change.ids), change, inLength)
    case 'distance-by':
    case 'distance-to': {
      const [was, is] = [before, after()].map(set => lightDistance(lightOf(set, change.id)!, set).lengthM)
      return `bring ${letterOf(change.id, before.lights)} ${is! < was! ? 'in' : 'out'} to ${inLength(is!)}`
    }
    case 'group-depth': {
      const way = change.byM > 0 ? 'away from' : 'toward'
      return `move subject, key and camera ${inLength(Math.abs(change.byM))} ${way} the backdrop`
    }
    case 'aim':
      return `aim ${letterOf(change.id, before.lights)} at the subject`
    case 'aim-across':
      return `aim ${nameOf(before, change.ids)} ${acrossWords(change.share)}`
    case 'aim-height':
      return `aim ${nameOf(before, change.ids)} ${inLength(Math.abs(change.byM))} ${change.byM > 0 ? 'higher' : 'lower'}`
    case 'swing':
      return swingWords(before, after(), change.id, change.byDeg)
    case 'tilt':
      return `tilt ${letterOf(change.id, before.lights)} ${Math.abs(change.byDeg)}° ${change.byDeg > 0 ? 'up' : 'down'}`
    case 'roll':
      return `roll ${nameOf(before, change.ids)} by 90°`
    case 'grid':
      return `put a grid on ${letterOf(change.id, before.lights)}`
    case 'half-scrim':
      return change.isMirrored
        ? `put a half-scrim of one stop before ${nameOf(before, change.ids)}, over the ${change.turnDeg > 0 ? 'near' : 'far'} side`
        : `put a half-scrim of one stop over the ${HALVES[change.turnDeg]} half of ${nameOf(before, change.ids)}`
    case 'arrange':
      return ARRANGED[change.how]
    case 'add-twin':
      return `add the mirror image of ${letterOf(change.id, before.lights)} on the other side`
    case 'mirror':
      return `make ${letterOf(change.toId, before.lights)} the mirror image of ${letterOf(change.fromId, before.lights)}`
    case 'add-lights':
      return NEW_LIGHTS[change.what]
    case 'flag':
      return `flag ${letterOf(change.id, before.lights)} off the ${change.off}`
    case 'stand':
      return standingWords(before, change.what)
    case 'power':
      return powerWords(before, change)
    case 'exposure':
      return `set ${exposureWords(change)}`
    case 'camera':
      return change.camera.lens ? `use ${change.camera.lens.focalLengthMm} mm` : 'frame anew'
    case 'backdrop':
      return change.backdrop.sweepM === undefined
        ? `hang one ${inLength(change.backdrop.widthM ?? before.backdrop.widthM)} wide`
        : `pull the sweep out to ${inLength(change.backdrop.sweepM)}`
    case 'brief':
      return 'change the brief'
    case 'seat':
      return 'seat the subject'
    case 'several':
      return listed(change.changes.map(one => changeWords(before, one, inLength)))
    case 'patch':
      return 'take one step back'
  }
}
