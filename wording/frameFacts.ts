import { isEvenEnough, toleranceOf } from '#core/tone/tolerance'
import type { Look, StudioSet } from '#core/model/schema'
import { formatStops } from './notation/stops'
import { stopWords } from './quantities'
import type { Haze } from '#core/testFrames/veilingGlare'
import type { FrameReading } from '#core/testFrames/reading/readFrame'
import { castOf } from '#core/testFrames/reading/regionTone'

/** One thing read in a frame: a figure, what it means, and whether it asks for a look. */
export type FrameFact = { id: string; name: string; figure: string; words: string; isDoubtful: boolean }

/** Under this colour difference a subject's outline melts into the backdrop; common practice, no source. */
const MELTS = 6
const CAST_SEEN = 4
const SHADOW_SEEN_STOPS = 0.2
const GRADIENT_SEEN_STOPS = 0.1
const HAZE_SEEN = 6

const percent = (share: number): string => (share > 0 && share < 0.005 ? 'under 1 %' : `${Math.round(100 * share)} %`)

const thirdOf = <T>(share: number, first: number, second: number, names: readonly [T, T, T]): T => {
  if (share < first) return names[0]
  return share < second ? names[1] : names[2]
}

const sideWords = (x: number, y: number): string => {
  const up = thirdOf(y, 0.33, 0.66, ['upper', 'middle', 'lower'])
  const across = thirdOf(x, 0.4, 0.6, ['left', 'middle', 'right'])
  return up === across ? up : `${up} ${across}`
}

/** How far past white what clips is. */
const pastWhiteWords = ({ pastStops, share, by }: FrameReading['clipping']): string => {
  if (by !== 'rise' && pastStops !== null)
    return `, ${by === 'sensor' ? '' : 'at least '}${formatStops(pastStops)} past white by the sensor`
  if (pastStops === null) return share > 0.5 ? ', how far past white cannot be told' : ''
  return pastStops < 0.05 ? ', barely past white' : `, likely ${formatStops(pastStops)} past white`
}

/** What the sensor could still hold, by the channel that is nearest to its end. */
const headroomWords = (stops: readonly number[]): string => `${Math.min(...stops).toFixed(1)} stop left`

const gradientWords = (across: number, down: number): string => {
  const parts = [
    ...(Math.abs(across) >= GRADIENT_SEEN_STOPS
      ? [`${formatStops(Math.abs(across)).slice(1)} toward the ${across > 0 ? 'right' : 'left'}`]
      : []),
    ...(Math.abs(down) >= GRADIENT_SEEN_STOPS
      ? [`${formatStops(Math.abs(down)).slice(1)} toward the ${down > 0 ? 'bottom' : 'top'}`]
      : []),
  ]
  return parts.length > 0 ? `brighter by ${parts.join(' and ')}` : 'no direction'
}

const fact = (id: string, name: string, figure: string, words: string, isDoubtful = false): FrameFact => ({
  id,
  name,
  figure,
  words,
  isDoubtful,
})

/** Everything that a frame tells beside its backdrop's values, each with what it means. */
export const frameFacts = (set: StudioSet, look: Look, reading: FrameReading, haze: Haze | undefined): FrameFact[] => {
  const {
    parts: { backdrop, subject, floor },
    unevenness,
    clipping,
    shadow,
    outline,
    highlight,
    edges,
    flaws,
    falloff,
    sensor,
  } = reading
  const tolerance = toleranceOf(set, look)
  const cast = backdrop && castOf(backdrop.lab)
  const facts: (FrameFact | undefined | false)[] = [
    backdrop &&
      fact(
        'backdrop',
        'Backdrop',
        `${Math.round(backdrop.value)}`,
        `mean, L* ${backdrop.lightness.toFixed(0)}; ${Math.round(backdrop.lowest)} to ${Math.round(backdrop.highest)}`,
      ),
    backdrop &&
      fact(
        'clip',
        'Clips',
        percent(clipping.share),
        `of the backdrop${clipping.share > 0 ? pastWhiteWords(clipping) : ''}`,
        clipping.share > 0.02,
      ),
    sensor &&
      fact(
        'sensor',
        'Sensor',
        sensor.clipped > 0.005 ? `${percent(sensor.clipped)} at its end` : headroomWords(sensor.headroomStops),
        `red, green, blue ${sensor.headroomStops.map(stops => stops.toFixed(1)).join(', ')} stops under its end; the values rest on a sensor that ends ${formatStops(set.camera.sensorHeadroomStops)} over white, as the camera’s settings say`,
        sensor.clipped > 0.02,
      ),
    backdrop &&
      backdrop.crushed > 0 &&
      fact(
        'crushed',
        'Crushed',
        percent(backdrop.crushed),
        'of the backdrop',
        backdrop.crushed > 0.02 && backdrop.value > 20,
      ),
    unevenness &&
      fact(
        'even',
        'Uneven',
        stopWords(unevenness.spreadStops),
        `${gradientWords(unevenness.acrossStops, unevenness.downStops)}; ${tolerance} is even enough`,
        !isEvenEnough(unevenness.spreadStops, tolerance),
      ),
    cast &&
      fact(
        'cast',
        'Cast',
        cast.hue ? `${cast.chroma.toFixed(0)} ${cast.hue}` : 'neutral',
        cast.hue ? 'CIELAB chroma of the backdrop' : `chroma ${cast.chroma.toFixed(1)}`,
        cast.chroma > CAST_SEEN,
      ),
    falloff.kind !== 'none' &&
      fact(
        'falloff',
        'Lens fall-off',
        `${falloff.cornerStops.toFixed(2)} stop`,
        `in the corners, taken out${falloff.kind === 'model' ? '; a model, no flat field of this lens at this aperture' : ' by its flat field'}`,
      ),
    fact(
      'shadow',
      'Shadow',
      shadow ? `${shadow.stops.toFixed(1)} stop` : 'none',
      shadow
        ? `${shadow.side === 'above' || shadow.side === 'below' ? shadow.side : `to the ${shadow.side} of`} the subject`
        : 'found on the backdrop',
      shadow !== undefined && shadow.stops > SHADOW_SEEN_STOPS,
    ),
    outline &&
      fact(
        'outline',
        'Outline',
        `${Math.round(Math.abs(outline.weakest.insideValue - outline.weakest.outsideValue))} values`,
        `at its weakest, ${sideWords(outline.weakest.x, outline.weakest.y)}: ${Math.round(outline.weakest.insideValue)} against ${Math.round(outline.weakest.outsideValue)}, ${formatStops(outline.weakest.stops)} stop`,
        outline.weakest.apart < MELTS,
      ),
    highlight &&
      fact(
        'highlight',
        'Highlights',
        `${Math.round(highlight.value)}`,
        `on the subject, ${sideWords(highlight.x, highlight.y)}${highlight.clipped > 0.002 ? `; ${percent(highlight.clipped)} clips` : ''}`,
        highlight.clipped > 0.01,
      ),
    edges &&
      fact(
        'edges',
        'Edges',
        `${Math.round(edges.left)} and ${Math.round(edges.right)}`,
        'left and right rim of the subject',
      ),
    subject &&
      fact(
        'subject',
        'Subject',
        `${Math.round(subject.value)}`,
        `mean, L* ${subject.lightness.toFixed(0)}; ${Math.round(subject.lowest)} to ${Math.round(subject.highest)}`,
      ),
    floor && fact('floor', 'Floor', `${Math.round(floor.value)}`, `mean, L* ${floor.lightness.toFixed(0)}`),
    haze &&
      fact(
        'haze',
        'Haze',
        `${haze.lifted >= 0 ? '+' : '\u2212'}${Math.abs(haze.lifted).toFixed(0)}`,
        `blacks at ${haze.black.toFixed(0)}, ${haze.without.toFixed(0)} with the backdrop lights off`,
        haze.lifted > HAZE_SEEN,
      ),
    fact(
      'flaws',
      'Creases, spots',
      flaws.length > 0 ? `${flaws.length}` : 'none',
      flaws.length > 0
        ? `the worst ${formatStops(flaws[0]!.stops)} stop, ${sideWords(flaws[0]!.x, flaws[0]!.y)}`
        : 'to fix',
      flaws.length > 0,
    ),
  ]
  return facts.filter((one): one is FrameFact => Boolean(one))
}
