import { fitModifier } from '../edits/edits'
import { BACKDROP_MIDDLE } from '../model/placeIds'
import { gridded } from '../physics/sources/gridded'
import { placeAtDistance, lightTape } from '../edits/distances'
import { placeThing } from '../edits/things'
import { moveParty } from '../edits/subjectGroup'
import { stopsForDistance } from '../physics/photometry/inverseSquare'
import type { Light, StudioSet } from '../model/schema'
import { totalOf } from '../physics/transport/exposureAt'
import { litOf, readoutAt, stopWords, type Check } from './finding'

const KEY_SHARE = 0.2
const NEAREST_KEY_M = 0.55

/** The key half as far away, by the falloff of the inverse square. */
const keyCloser = (set: StudioSet, key: Light, byStops: number): StudioSet => {
  const from = lightTape(key, set).lengthM
  const toBackdrop = Math.max(0.3, key.place.yM)
  for (let reach = from - 0.05; reach >= NEAREST_KEY_M; reach -= 0.05) {
    const nearer = stopsForDistance(from, reach)
    const behind = stopsForDistance(toBackdrop, toBackdrop - (from - reach))
    const place = placeAtDistance(key, set, reach)
    if (place && (nearer - behind >= byStops || reach - 0.05 < NEAREST_KEY_M)) return placeThing(set, key.id, place)
  }
  return set
}

/** A key that holds the backdrop above what is wanted. */
export const keyOnBackdrop: Check = (context, inLength) => {
  const { set } = context
  const backdrop = context.readouts.filter(
    readout => readout.point.surface === 'backdrop' && (readout.missStops ?? 0) > 0.1,
  )
  const worst = backdrop.reduce<(typeof backdrop)[number] | undefined>(
    (most, readout) => (!most || readout.missStops! > most.missStops! ? readout : most),
    undefined,
  )
  const middle = worst ?? readoutAt(context, BACKDROP_MIDDLE)
  if (!worst || !middle) return []
  const subjectLights = litOf(context, 'key', 'fill', 'top', 'hair', 'edge')
  const share = (light: Light) =>
    middle.parts
      .filter(part => part.lightId === light.id)
      .reduce((sum, part) => sum + part.directLuxS + part.bouncedLuxS, 0) / Math.max(1e-9, totalOf(middle.parts))
  const [key] = subjectLights.filter(light => share(light) > KEY_SHARE).sort((a, b) => share(b) - share(a))
  // Where power alone mends it, the headline says so.
  const missed = context.answer.misses
    .filter(({ of }) => of.kind === 'point' && of.point.id === middle.point.id)
    .map(({ stops }) => stops)
  if (!key || (missed[0] ?? 0) <= 0.1) return []
  const grid = gridded(key.modifier)
  const by = missed[0]!
  const closer = keyCloser(set, key, by)
  const further = Math.min(1.5, Math.max(0.5, set.subjects[0]!.place.yM * (2 ** (by / 2) - 1)))
  const party = moveParty(set, further)
  return [
    {
      id: `key-on-backdrop/${key.id}`,
      kind: 'problem',
      words: `${key.job === 'key' ? 'The key' : key.name} makes ${Math.round(100 * share(key))} % of the light on the backdrop and holds it ${stopWords(by)} too bright.`,
      mends: [
        ...(closer !== set
          ? [
              {
                words: `Bring ${key.name} to ${inLength(
                  lightTape(
                    closer.lights.find(({ id }) => id === key.id)!,
                    closer,
                  ).lengthM,
                )}`,
                apply: (before: StudioSet) =>
                  keyCloser(before, before.lights.find(({ id }) => id === key.id) ?? key, by),
              },
            ]
          : []),
        ...(grid
          ? [{ words: `Put a grid on ${key.name}`, apply: (before: StudioSet) => fitModifier(before, key.id, grid) }]
          : []),
        ...(party.camera.place.yM - set.camera.place.yM > further - 0.05
          ? [
              {
                words: `Move sitter, key and camera ${inLength(further)} forward`,
                apply: (before: StudioSet) => moveParty(before, further),
              },
            ]
          : []),
      ],
    },
  ]
}
