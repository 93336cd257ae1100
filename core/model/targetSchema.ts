import * as v from 'valibot'
import { between, metres } from './schemaBasics'

/**
 * How much a target counts: hard ones have to be met, wished ones come after them, indifferent ones are only shown.
 * Hard where nothing is said.
 */
const firmness = v.optional(v.picklist(['hard', 'wished', 'indifferent']))

/** What of a pixel is meant: its luminance, or one channel of it. */
export const CHANNELS = ['luminance', 'red', 'green', 'blue'] as const
const channel = v.optional(v.picklist(CHANNELS))

/** What is wanted of one point. */
export const TargetSchema = v.variant('kind', [
  /** A pixel value of the picture, 0 to 255; of its luminance where no channel is named. */
  v.strictObject({ kind: v.literal('value'), value: between(0, 255), channel, firmness }),
  /** Stops over the camera setting, as the point's receptor reads it. */
  v.strictObject({ kind: v.literal('stops'), stops: between(-12, 6), firmness }),
  /** CIE 1976 lightness of the pixel in the picture, 0 to 100. */
  v.strictObject({ kind: v.literal('lightness'), lightness: between(0, 100), firmness }),
  /** Stops over what is wanted of the key side; of the shadow side, over the lit cheek as it is. */
  v.strictObject({ kind: v.literal('ratio'), stops: between(-12, 6), firmness }),
  /** All three channels clipped, but none by more than so many stops. */
  v.strictObject({ kind: v.literal('clip'), atMostStops: between(0, 4), firmness }),
  /** As bright as can be with every texture still held. */
  v.strictObject({ kind: v.literal('detail'), firmness }),
  /** A colour of the picture, CIE 1976 L*a*b* (D65), and how far from it, Delta E*ab, it may be. */
  v.strictObject({
    kind: v.literal('colour'),
    lab: v.pipe(v.strictTuple([between(0, 100), between(-128, 128), between(-128, 128)]), v.readonly()),
    within: between(0.5, 60),
    firmness,
  }),
])

/** What is wanted of an area: of the backdrop as far as the frame shows it, or of the subject's outline. */
export const AreaTargetSchema = v.variant('kind', [
  /** Lightest and darkest part are no further apart than this. */
  v.strictObject({ kind: v.literal('even'), withinStops: between(0.05, 4), firmness }),
  /** A pool about a place of the backdrop, that has fallen by its depth at its radius. */
  v.strictObject({
    kind: v.literal('pool'),
    xM: metres,
    heightM: between(0, 30),
    radiusM: between(0.1, 20),
    depthStops: between(0.1, 8),
    firmness,
  }),
  /** Brighter toward one side by so many stops from edge to edge. */
  v.strictObject({
    kind: v.literal('ramp'),
    toward: v.picklist(['left', 'right', 'top', 'bottom']),
    stops: between(0.1, 8),
    firmness,
  }),
  /**
   * The hue that the backdrop sends back, degrees (0 red, 120 green, 240 blue), and its depth: 0 is grey, 1 leaves
   * one primary out.
   */
  v.strictObject({ kind: v.literal('colour'), hueDeg: between(0, 360), depth: between(0, 1), firmness }),
  /** Light of the backdrop lights on the back of the head, at most so many stops over the camera setting. */
  v.strictObject({ kind: v.literal('wrap'), mostStops: between(-8, 3), firmness }),
  /** The subject's outline and the backdrop beside it render at least so many stops apart. */
  v.strictObject({ kind: v.literal('apart'), leastStops: between(0.05, 6), firmness }),
])
