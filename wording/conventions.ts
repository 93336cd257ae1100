import type { MeterPoint } from '#core/evaluation/probes/points'
import type { StudioSet, Target } from '#core/model/schema'
import { nearestConvention, translated, type ConventionId } from '#core/tone/conventions'
import { formatStops } from './notation/stops'

/** Conventions by name, and why one works so; all are common practice, no source. */
export const CONVENTION_WORDS: Readonly<Record<ConventionId, { name: string; why: string }>> = {
  level: { name: 'Level with the key', why: 'Clean white vinyl needs no more, and nothing wraps.' },
  'two-thirds': { name: '+2/3 over the key', why: 'f/10 against f/8: white paper goes white and little more.' },
  one: { name: '+1 over the key', why: 'A margin for uneven paper; edges begin to glow.' },
  'one-and-more': { name: '+1 to +1½', why: 'Safe white on cameras with headroom; keep the subject well away.' },
  'one-and-a-half': { name: '+1½ over the key', why: 'White whatever the paper; costs wrap, haze and contrast.' },
  clip: { name: 'Clip, by a third at most', why: 'Pure 255 for cut-outs; what is past clipping only makes haze.' },
  detail: { name: 'Hold detail', why: 'Just under clipping: paper keeps its texture in print.' },
  keying: {
    name: 'Keying screen',
    why: 'Half a stop under the key and even to two tenths, so that the colour is full and keys in one.',
  },
}

/** `On this camera and backdrop, 250 is +0.1 over the key: nearest to "Level with the key".` */
export const translationWords = (set: StudioSet, point: MeterPoint, target: Target): string => {
  const { stops, value } = translated(set, point, target)
  const nearest = nearestConvention(stops)
  const near = nearest ? `: nearest to "${CONVENTION_WORDS[nearest].name}"` : ''
  const isLevel = Math.abs(stops) < 0.05
  const amount = `${formatStops(Math.round(stops * 10) / 10)} ${stops > 0 ? 'over' : 'against'} the key`
  return `On this camera and backdrop, ${Math.round(value)} is ${isLevel ? 'level with the key' : amount}${near}.`
}
