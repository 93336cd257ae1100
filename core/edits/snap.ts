import { lightDistance, placeAtDistance } from './distances'
import { thingsOf } from './things'
import type { StudioSet } from '../model/schema'
import { ROUND_M } from './thresholds'

/**
 * A line that a dragged thing has come to rest on: in line with something across or in depth, or at a round distance.
 */
export type Guide = { kind: 'across' | 'depth' | 'distance'; atM: number }

/** Where a thing that is dragged near a useful place comes to rest, and what that place is. */
export type Snapped = { xM: number; yM: number; guides: Guide[] }

const nearest = (value: number, candidates: readonly number[], withinM: number): number | undefined =>
  candidates
    .filter(candidate => Math.abs(candidate - value) <= withinM)
    .sort((a, b) => Math.abs(a - value) - Math.abs(b - value))[0]

/**
 * Pulls a thing to lines with others, to the mirror image of another light, to the middle of the backdrop, or to a
 * round tape
 * distance, whichever lie within `withinM` of where it is dragged.
 */
export const snapPlace = (set: StudioSet, id: string, xM: number, yM: number, withinM: number): Snapped => {
  const others = thingsOf(set).filter(thing => thing.id !== id)
  const light = set.lights.find(candidate => candidate.id === id)
  const mirrors = light
    ? set.lights
        .filter(other => other.id !== id && other.job === light.job)
        .map(other => 2 * set.backdrop.centreXM - other.place.xM)
    : []
  const across = nearest(xM, [set.backdrop.centreXM, ...others.map(other => other.place.xM), ...mirrors], withinM)
  const depth = nearest(
    yM,
    others.map(other => other.place.yM),
    withinM,
  )
  const guides: Guide[] = [
    ...(across === undefined ? [] : [{ kind: 'across' as const, atM: across }]),
    ...(depth === undefined ? [] : [{ kind: 'depth' as const, atM: depth }]),
  ]
  const at = { xM: across ?? xM, yM: depth ?? yM }
  if (!light || guides.length > 0) return { ...at, guides }
  const moved = { ...light, place: { ...light.place, ...at } }
  const { lengthM } = lightDistance(moved, set)
  const round = Math.round(lengthM / ROUND_M) * ROUND_M
  const place = placeAtDistance(moved, set, round)
  return place && Math.abs(round - lengthM) < withinM / 2
    ? { xM: place.xM, yM: place.yM, guides: [{ kind: 'distance', atM: round }] }
    : { ...at, guides }
}
