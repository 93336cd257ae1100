import { turnSubjectLights } from '../solve/solveFromScratch'
import { addLight, aimAtPlace, newLight } from '../edits/factories'
import { changeSettings } from '../edits/edits'
import { BACKDROP_MIDDLE, KEY_SIDE } from '../model/placeIds'
import { lightTape, placeAtDistance } from '../edits/distances'
import { modifierOfKind } from '../physics/sources/modifiers'
import { placeThing } from '../edits/things'
import type { Light, StudioSet } from '../model/schema'
import { litOf, readoutAt, stopWords, type Check } from './finding'

const NEAREST_STEP_M = 0.05
/** The camera opens in clicks of its own, so that a usual click may be lost on the way. */
const SPARE_STOPS = 1 / 3
const BESIDE_M = 0.9

/** Two lights beside the backdrop, crossed, in front of which nobody stands. */
export const backdropLightsAdded = (set: StudioSet): StudioSet => {
  const { centreXM, widthM, heightM } = set.backdrop
  const aside = Math.min(widthM / 2 + BESIDE_M, set.room.widthM / 2 - 0.2)
  const yM = Math.max(0.5, Math.min(2, set.subjects[0]!.place.yM - 0.9))
  return [-1, 1].reduce(
    (lit, side) =>
      addLight(
        lit,
        newLight(lit, {
          job: 'backdrop',
          modifier: modifierOfKind('wide-reflector'),
          place: { xM: centreXM + side * aside, yM, zM: Math.min(1.9, set.room.heightM - 0.4) },
          aim: aimAtPlace({ xM: centreXM - side * 0.33 * widthM, yM: 0, zM: Math.min(1.5, heightM * 0.55) }),
        }),
      ),
    set,
  )
}

/**
 * The key drawn back until its falloff leaves the backdrop what is wanted, with its power turned up as much as it
 * loses.
 */
const keyBack = (set: StudioSet, lookId: string, key: Light, byStops: number): StudioSet => {
  const from = lightTape(key, set).lengthM
  const toBackdrop = key.place.yM
  const look = set.looks.find(({ id }) => id === lookId)!
  const fall = (reach: number) => 2 * Math.log2(reach / from) - 2 * Math.log2((toBackdrop + reach - from) / toBackdrop)
  for (let reach = from + NEAREST_STEP_M; ; reach += NEAREST_STEP_M) {
    const place = placeAtDistance(key, set, reach)
    const moved = place && placeThing(set, key.id, place)
    const isThere =
      moved &&
      Math.abs(
        lightTape(
          moved.lights.find(({ id }) => id === key.id)!,
          moved,
        ).lengthM - reach,
      ) < 0.02
    if (!moved || !isThere) return set
    if (fall(reach) < byStops) continue
    const powerStops = Math.min(
      0,
      Math.round((look.lights[key.id]!.powerStops + 2 * Math.log2(reach / from)) / key.lamp.clickStops) *
        key.lamp.clickStops,
    )
    return changeSettings(moved, lookId, {
      [key.id]: { ...look.lights[key.id]!, powerStops: Math.round(powerStops * 1e6) / 1e6 },
    })
  }
}

/** A backdrop that stays too dark whatever the powers: for want of a light, or of power. */
export const tooDark: Check = (context, inLength) => {
  const { set, look, answer } = context
  const short = Math.min(
    0,
    ...answer.misses
      .filter(
        ({ of }) =>
          of.kind === 'point' &&
          of.point.surface === 'backdrop' &&
          (readoutAt(context, of.point.id)?.missStops ?? 0) < -0.1,
      )
      .map(({ stops }) => stops),
  )
  const middle = readoutAt(context, BACKDROP_MIDDLE)
  if (short > -0.1 || !middle) return []
  const lights = set.lights.filter(light => light.job === 'backdrop')
  const key = litOf(context, 'key')[0]
  if (lights.length === 0) {
    const back = key ? keyBack(set, look.id, key, -short) : set
    const reach = key ? lightTape(key, set).lengthM : 0
    const behind = key ? key.place.yM : 0
    return [
      {
        id: 'too-dark',
        kind: 'problem',
        words: key
          ? `Only the key lights the backdrop. It is ${inLength(reach)} from the sitter and ${inLength(behind)} from the backdrop, so its light falls off ${stopWords(2 * Math.log2(behind / reach))} on the way; bringing it closer darkens the backdrop, since the camera stops down with it.`
          : 'No light is on that reaches the backdrop.',
        mends: [
          ...(key && back !== set
            ? [
                {
                  words: `Draw the key back to ${inLength(
                    lightTape(
                      back.lights.find(({ id }) => id === key.id)!,
                      back,
                    ).lengthM,
                  )}`,
                  apply: (before: StudioSet) =>
                    keyBack(before, look.id, before.lights.find(({ id }) => id === key.id) ?? key, -short),
                },
              ]
            : []),
          { words: 'Add two backdrop lights', apply: backdropLightsAdded },
        ],
      },
    ]
  }
  const atFull = lights.filter(
    light => answer.settings[light.id]!.on && answer.settings[light.id]!.powerStops > -light.lamp.clickStops,
  )
  if (atFull.length === 0) return []
  const room = Math.min(
    ...set.lights
      .filter(light => light.job !== 'backdrop' && look.lights[light.id]!.on)
      .map(light => light.lamp.rangeStops + look.lights[light.id]!.powerStops),
  )
  // Past its smallest aperture the camera cannot follow; that much comes off first.
  const past = Math.max(0, readoutAt(context, KEY_SIDE)?.stops ?? 0)
  const canOpen =
    look.exposure.followsPointId !== null &&
    room >= -short &&
    context.camera.fNumber / Math.sqrt(2 ** -short) >= set.camera.apertures.widest * 0.99
  return [
    {
      id: 'too-dark',
      kind: 'problem',
      words: `The backdrop lights are at full and it is still ${stopWords(short)} too dark: too little power against the key.`,
      mends: [
        ...(canOpen
          ? [
              {
                words: `Turn the sitter's lights down ${stopWords(short - past)} and open the camera`,
                apply: (before: StudioSet) =>
                  changeSettings(before, look.id, {
                    ...answer.settings,
                    ...pick(turnSubjectLights(before, look, short - past - SPARE_STOPS), before),
                  }),
              },
            ]
          : []),
        { words: 'Add two backdrop lights', apply: backdropLightsAdded },
      ],
    },
  ]
}

/** Only the settings of the lights on the sitter. */
const pick = (settings: ReturnType<typeof turnSubjectLights>, set: StudioSet) =>
  Object.fromEntries(set.lights.filter(light => light.job !== 'backdrop').map(light => [light.id, settings[light.id]!]))
