import { noseId, SIDES } from '../evaluation/probes/sensePoints'
import { moveParty } from '../edits/subjectGroup'
import { placeThing } from '../edits/things'
import type { Light, StudioSet } from '../model/schema'
import { litOf, stopsOf, stopWords, type Check } from './finding'

/** An edge light on the nose this bright against the camera setting shows; common practice, no source. */
const NOSE_STOPS = -2
const BEHIND_DEG = 62

/** Swings a light round the sitter until it is well behind. */
const swingBehind = (set: StudioSet, light: Light): StudioSet => {
  const { xM, yM } = set.subjects[0]!.place
  const reach = Math.hypot(light.place.xM - xM, light.place.yM - yM)
  const side = light.place.xM >= xM ? 1 : -1
  const round = ((180 - (90 - BEHIND_DEG)) * Math.PI) / 180
  return placeThing(set, light.id, {
    xM: xM + side * reach * Math.sin(round),
    yM: yM + reach * Math.cos(round),
    zM: light.place.zM,
  })
}

const FORWARD_M = 0.3

/** A lit panel near enough to reach round to the nose: the subject stands too close to it. */
const panelOnNose: Check = (context, inLength) => {
  const { set } = context
  if (set.backdrop.kind !== 'lit-panel') return []
  const lights = litOf(context, 'backdrop')
  const most = Math.max(...SIDES.map(({ side }) => stopsOf(context, context.at(noseId(side)).parts, lights, 'direct')))
  if (lights.length === 0 || most < NOSE_STOPS) return []
  const moved = moveParty(set, FORWARD_M)
  return [
    {
      id: 'nose/panel',
      kind: 'problem',
      words: `The lit panel reaches round to the nose, ${stopWords(most)} ${most < 0 ? 'under' : 'over'} the camera setting: the subject stands too close to it.`,
      mends:
        moved.subjects[0]!.place.yM - set.subjects[0]!.place.yM > FORWARD_M - 0.01
          ? [
              {
                words: `Move subject, key and camera ${inLength(FORWARD_M)} away from it`,
                apply: (before: StudioSet) => moveParty(before, FORWARD_M),
              },
            ]
          : [],
    },
  ]
}

/** Light from behind that reaches round to the nose: of an edge light, or of a lit panel. */
export const edgeOnNose: Check = (context, inLength) => {
  const { set } = context
  return [
    ...panelOnNose(context, inLength),
    ...litOf(context, 'edge', 'hair')
      .filter(light => light.place.yM < set.subjects[0]!.place.yM + 0.05)
      .flatMap(light => {
        const most = Math.max(
          ...SIDES.map(({ side }) => stopsOf(context, context.at(noseId(side)).parts, [light], 'direct')),
        )
        if (most < NOSE_STOPS) return []
        const swung = swingBehind(set, light)
        return [
          {
            id: `nose/${light.id}`,
            kind: 'problem' as const,
            words: `Edge light ${light.name} reaches the nose, ${stopWords(most)} ${most < 0 ? 'under' : 'over'} the camera setting.`,
            mends:
              swung !== set
                ? [
                    {
                      words: `Swing ${light.name} further behind`,
                      apply: (before: StudioSet) =>
                        swingBehind(before, before.lights.find(({ id }) => id === light.id) ?? light),
                    },
                  ]
                : [],
          },
        ]
      }),
  ]
}
