import type { StudioSet } from '#core/model/schema'
import type { StartingPoint } from '#core/starting/startingPoint'
import { counted } from './language'

const GIVES: Readonly<Record<string, string>> = {
  'white-crossed': 'Even white, lit on its own by a light from each side',
  'white-hidden': 'White behind the subject from a single light out of sight behind the back',
  'one-wall': 'Three looks from a white wall in a small room, by power and switches alone',
  'white-on-white': 'Pale clothes that keep their edges on white, lit flat from the lens',
  silhouette: 'Only the outline, against a lit white backdrop',
  'lit-panel': 'A glowing white with light round every edge, from a diffusion frame lit from behind',
  'lit-panel-dark-core': 'A dark core and bright rims on both sides',
  'group-white': 'Three people evenly lit on wide white paper',
  'painted-cloth': 'A quiet dark cloth from the key’s own spill, nothing else to set',
  pool: 'A round pool of light behind the shoulders that falls off to the corners',
  'four-lights': 'Everything at its own dial: ratio, rim and the tone behind',
  scenery: 'A printed backdrop that glows behind the subject, the rim in warm light',
  'split-tone': 'Light side of the face against dark, dark side against light',
  'low-key': 'Low key: a lit edge of the face on black',
  'deep-colour': 'A saturated blue from a gel on black, the rim in a paler blue',
  'colour-wash': 'A honey-coloured backdrop, the subject in clean white light kept off it',
  glitter: 'Glints all over a metal curtain from hard lights beside the camera’s axis',
  'gloss-product': 'A thing on black gloss that mirrors it, before a grey that fades',
  keying: 'A green half a stop under the key, even to two tenths, the subject well in front of it',
  'stage-top': 'Floor, curve and wall run into one light grey, lit from above',
  'stage-two-tones': 'A pale floor before a darker wall, each with lights of its own',
  'stage-group': 'Full length in dark grey with the light coming up on the right',
}

/** What a ready set-up gives, in a line; empty for one that nothing is said of. */
export const givesWords = ({ id }: Pick<StartingPoint, 'id'>): string => GIVES[id] ?? ''

/** What of a set gives way to a ready set-up. */
export const replacedBy = (set: StudioSet): string[] => {
  const some = (count: number, one: string, many: string) => (count === 0 ? [] : [counted(count, one, many)])
  return [
    'the backdrop',
    ...some(set.lights.length, 'light', 'lights'),
    ...some(set.subjects.length - 1, 'further subject', 'further subjects'),
    ...some(set.panels.length + set.props.length, 'panel or prop', 'panels and props'),
    ...some(set.points.length, 'point of your own', 'points of your own'),
    ...some(set.looks.length, 'look with its targets', 'looks with their targets'),
    ...some(set.readings.length, 'reading', 'readings'),
    ...some(set.frames.length, 'test shot', 'test shots'),
  ]
}
