import type { Brief } from '#core/model/schema'
import type { SPILL_LIMITS } from '#core/tone/spill'
import type { Use } from '#core/tone/tolerance'
import type { Tone } from '#core/evaluation/target'
import { counted } from './language'

/** What looks are called in a list to choose from. */
export const LOOK_NAMES: Record<Brief['look'], string> = {
  white: 'Pure white',
  'white-held': 'White that holds detail',
  'light-grey': 'Light grey',
  'mid-grey': 'Mid grey',
  'dark-grey': 'Dark grey',
  black: 'Black',
  silhouette: 'Silhouette',
}

/** What framings are called. */
export const FRAMING_NAMES: Record<Brief['framing'], string> = {
  head: 'Head and shoulders',
  half: 'Half length',
  full: 'Full length',
  group: 'Group, full length',
}

/** What tones are called that are asked for most. */
export const TONE_NAMES: Record<Tone, string> = {
  white: 'pure white',
  'light-grey': 'light grey',
  'mid-grey': 'mid grey',
  'dark-grey': 'dark grey',
  black: 'black',
}

/** What a backdrop is wanted as, and why it has to be as even as that. */
export const USES: Record<Use, { name: string; why: string }> = {
  clipped: { name: 'White that clips', why: 'what is over white renders alike, so that it forgives' },
  white: { name: 'White with detail', why: 'it must neither clip nor go grey anywhere' },
  grey: { name: 'Grey', why: 'on the straight part of the curve every tenth shows' },
  colour: { name: 'Colour', why: 'depth changes with the light' },
  keying: { name: 'A keying screen', why: 'a key is pulled from one narrow range' },
  black: { name: 'Black', why: 'near black the eye tells no difference' },
}

/** Where light of the backdrop reaches a subject, and what more of it does. */
export const SPILL: Record<(typeof SPILL_LIMITS)[number]['at'], { name: string; why: string }> = {
  cheek: { name: 'Cheek', why: 'more takes the contrast out of the face' },
  hair: { name: 'Hair', why: 'one or two stops under looks natural, more glows' },
  'back-of-head': { name: 'Back of the head', why: 'more wraps round the outline and eats it' },
}

/** `4:1`, `2.8:1`, `1:1.4` where the first is the smaller. */
export const ratioWords = (ratio: number): string => {
  const figure = (value: number) => (value >= 9.95 ? String(Math.round(value)) : Number(value.toFixed(1)).toString())
  return ratio >= 1 ? `${figure(ratio)}:1` : `1:${figure(1 / ratio)}`
}

const THIRDS = ['not at all', 'a third', 'two thirds']

/** `stop down a third`, `stop down one stop and a third`; the nearest third of a stop. */
export const stopDownWords = (stops: number): string => {
  const thirds = Math.round(Math.abs(stops) * 3)
  if (thirds === 0) return 'leave the aperture as it is'
  const [whole, rest] = [Math.floor(thirds / 3), thirds % 3]
  const words =
    whole === 0
      ? THIRDS[rest]!
      : `${whole === 1 ? 'one stop' : counted(whole, 'stop')}${rest > 0 ? ` and ${THIRDS[rest]}` : ''}`
  return `${stops > 0 ? 'stop down' : 'open'} ${words}`
}
