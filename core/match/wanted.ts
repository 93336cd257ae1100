import { responseOf } from '../camera/response'
import { BACKDROP_MIDDLE, FLOOR, KEY_SIDE, SHADOW_SIDE } from '../model/placeIds'
import type { Look, StudioSet, Target } from '../model/schema'
import type { MatchQuestion } from './question'
import { LEAST_RAMP_STOPS } from './thresholds'

/** Targets that ask for the character, by how firmly each aspect is asked; edges are turned by their own light. */
export const wantedOf = (
  set: StudioSet,
  look: Look,
  { character, asked }: Pick<MatchQuestion, 'character' | 'asked'>,
): Pick<Look, 'targets' | 'areas'> => {
  const response = responseOf(set.camera)
  const valueOf = (stops: number) => Math.max(0, Math.min(255, response.valueFromLinear(2 ** stops)))
  const targets: Record<string, Target> = {}
  const { toneStops, keyStops, ratioStops, floorStops, gradient } = character
  if (keyStops !== null) targets[KEY_SIDE] = { kind: 'stops', stops: Math.max(-12, Math.min(6, keyStops)) }
  if (toneStops !== null) targets[BACKDROP_MIDDLE] = { kind: 'value', value: valueOf(toneStops), firmness: asked.tone }
  if (ratioStops !== null) targets[SHADOW_SIDE] = { kind: 'ratio', stops: -ratioStops, firmness: asked.ratio }
  if (floorStops !== null) targets[FLOOR] = { kind: 'value', value: valueOf(floorStops), firmness: asked.floor }
  // White that clips and black show no ramp, so that none is worth a click.
  const shows = toneStops !== null && toneStops < -0.05 && toneStops > -7
  const firmness = shows || asked.gradient !== 'hard' ? asked.gradient : 'wished'
  return {
    targets,
    areas: gradient
      ? [
          { kind: 'ramp', toward: 'right', stops: gradient.acrossStops, firmness },
          { kind: 'ramp', toward: 'top', stops: gradient.uprightStops, firmness },
        ]
      : [],
  }
}

/** The same as a look that may be kept: ramps that are none, or go the other way, as files know them. */
export const keptAreas = (areas: Look['areas']): Look['areas'] =>
  areas.flatMap(area => {
    if (area.kind !== 'ramp' || Math.abs(area.stops) < LEAST_RAMP_STOPS) return []
    const other = { left: 'right', right: 'left', top: 'bottom', bottom: 'top' } as const
    const stops = Math.min(8, Math.round(Math.abs(area.stops) * 100) / 100)
    return [{ ...area, toward: area.stops < 0 ? other[area.toward] : area.toward, stops }]
  })
