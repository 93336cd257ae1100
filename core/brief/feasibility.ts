import { coveRadius } from '../scene/surfaces/backdropSurfaces'
import { headHeightM } from '../model/headHeight'
import { roomBounds } from '../model/bounds'
import { rolledReach } from '../physics/sources/frontShape'
import type { StudioSet } from '../model/schema'
import type { InLength } from '../physics/units/distance'
import type { Mend } from '../edits/fix'
import { misfits } from '../validation/validation'
import { moveParty } from '../edits/subjectGroup'
import { coverageOf, uncovered } from '../camera/coverage'
import { bestLens, distanceFor, FRAMINGS, frameUp, lensesThatFit, roomForCamera } from './framing'

/** One answer to "can this be done here?", with what to change where it cannot. */
export type Answer = {
  id: 'framing' | 'cover' | 'height' | 'depth' | 'floor' | 'time'
  isOk: boolean
  words: string
  mends: Mend[]
}

const frameWithBest: Mend['apply'] = set => frameUp(set, bestLens(set))

/** The sitter as far back as the framing allows, the picture framed anew. */
const sitterBack = (set: StudioSet): StudioSet => {
  const { leastToBackdropM } = FRAMINGS[set.brief.framing]
  const back = Math.max(0, set.subjects[0]!.place.yM - leastToBackdropM)
  return frameWithBest(moveParty(set, -back))
}

const framing = (set: StudioSet, inLength: InLength): Answer => {
  const fitting = lensesThatFit(set)
  const now = set.camera.lens.focalLengthMm
  const { name } = FRAMINGS[set.brief.framing]
  const distanceM = distanceFor(set, set.camera)
  const isOk = distanceM <= roomForCamera(set)
  if (fitting.length === 0) {
    const moved = lensesThatFit(sitterBack(set)).length > 0
    return {
      id: 'framing',
      isOk: false,
      words: `${name} cannot be framed from here: even 24 mm wants the camera ${inLength(distanceFor(set, { ...set.camera, lens: { focalLengthMm: 24 } }))} away, and there are ${inLength(Math.max(0, roomForCamera(set)))}.`,
      mends: moved
        ? [{ words: 'Bring the sitter nearer the backdrop', apply: sitterBack }]
        : [
            {
              words: 'Frame less: head and shoulders',
              apply: before => frameWithBest({ ...before, brief: { ...before.brief, framing: 'head' } }),
            },
          ],
    }
  }
  const [first, last] = [fitting[0]!, fitting.at(-1)!]
  const range = first === last ? `${first.focalLengthMm} mm` : `${first.focalLengthMm} to ${last.focalLengthMm} mm`
  return {
    id: 'framing',
    isOk,
    words: `${name} fits with ${range}, the camera ${inLength(first.distanceM)}${first === last ? '' : ` to ${inLength(last.distanceM)}`} from the sitter. ${isOk ? `At ${now} mm: ${inLength(distanceM)}.` : `${now} mm would need ${inLength(distanceM)}; there are ${inLength(roomForCamera(set))}.`}`,
    mends: isOk ? [] : [{ words: `Use ${bestLens(set)} mm`, apply: frameWithBest }],
  }
}

/**
 * The nearest the sitter can come to the backdrop before the frame is covered, by halving; undefined where no
 * distance does.
 */
export const nearerUntilCovered = (set: StudioSet): StudioSet | undefined => {
  const { leastToBackdropM } = FRAMINGS[set.brief.framing]
  const most = set.subjects[0]!.place.yM - leastToBackdropM
  const at = (by: number) => frameUp(moveParty(set, -by))
  const isCovered = (by: number) => {
    const { aside, above } = uncovered(at(by))
    return aside === 0 && above === 0
  }
  if (most <= 0 || !isCovered(most)) return undefined
  let [low, high] = [0, most]
  for (let round = 0; round < 24; round++) {
    const middle = (low + high) / 2
    if (isCovered(middle)) high = middle
    else low = middle
  }
  return at(Math.min(most, high + 0.02))
}

/** Longer lenses see less of the backdrop at the same framing. */
const longerUntilCovered = (set: StudioSet): number | undefined =>
  lensesThatFit(set).find(({ focalLengthMm }) => {
    const { aside, above } = uncovered(frameUp(set, focalLengthMm))
    return focalLengthMm > set.camera.lens.focalLengthMm && aside === 0 && above === 0
  })?.focalLengthMm

/** Whether the backdrop fills the frame, and the ways to make it. */
export const coverAnswer = (set: StudioSet, inLength: InLength): Answer => {
  const { aside, above } = uncovered(set)
  const { leftM, rightM } = coverageOf(set)
  const isOk = aside === 0 && above === 0
  const { widthM, heightM } = set.backdrop
  const sees = `At the backdrop the frame is ${inLength(rightM - leftM)} wide; the backdrop is ${inLength(widthM)} by ${inLength(heightM)}.`
  if (isOk) return { id: 'cover', isOk, words: `The backdrop fills the frame. ${sees}`, mends: [] }
  const longer = longerUntilCovered(set)
  const nearer = nearerUntilCovered(set)
  const missing = [
    ...(aside > 0 ? [`${inLength(aside)} beside it`] : []),
    ...(above > 0 ? [`${inLength(above)} above it`] : []),
  ].join(' and ')
  const wide = {
    ...set,
    backdrop: {
      ...set.backdrop,
      widthM: widthM + 2 * aside + 0.1,
      heightM: Math.min(set.room.heightM - 0.1, heightM + above + 0.05),
    },
  }
  return {
    id: 'cover',
    isOk,
    words: `The frame looks past the backdrop: ${missing}. ${sees}`,
    mends: [
      ...(longer
        ? [{ words: `Step back to ${longer} mm`, apply: (before: StudioSet) => frameUp(before, longer) }]
        : []),
      ...(nearer
        ? [
            {
              words: `Bring the sitter to ${inLength(nearer.subjects[0]!.place.yM)} from it`,
              apply: (before: StudioSet) => nearerUntilCovered(before) ?? before,
            },
          ]
        : []),
      ...(misfits(wide).length === 0
        ? [
            {
              words: `Hang one ${inLength(wide.backdrop.widthM)} wide`,
              apply: (before: StudioSet) => ({
                ...before,
                backdrop: { ...before.backdrop, widthM: wide.backdrop.widthM, heightM: wide.backdrop.heightM },
              }),
            },
          ]
        : []),
    ],
  }
}

/** Free air that a stand's top and a boom need under the ceiling. */
const UNDER_CEILING_M = 0.1
const BOOM_OVER_HEAD_M = 0.6

const height = (set: StudioSet, inLength: InLength): Answer => {
  const key = set.lights.find(light => light.job === 'key')
  const reach = key ? rolledReach(key.modifier.front, key.rollDeg).up : 0.45
  const most = set.room.heightM - UNDER_CEILING_M - reach
  const crown = headHeightM(set.subjects[0]!) + 0.11
  const isOk = most >= crown && set.room.heightM - crown >= BOOM_OVER_HEAD_M
  return {
    id: 'height',
    isOk,
    words: `The key${key ? ` (${key.modifier.name})` : ''} fits with its middle up to ${inLength(most)}; over the head there are ${inLength(set.room.heightM - crown)} for a boom.${isOk ? '' : ' Seat the sitter, or light from the side.'}`,
    mends:
      isOk || set.subjects.every(subject => subject.pose === 'sitting')
        ? []
        : [
            {
              words: 'Seat the sitter',
              apply: before =>
                frameUp({
                  ...before,
                  subjects: before.subjects.map(subject => ({ ...subject, pose: 'sitting' as const })),
                }),
            },
          ],
  }
}

const depth = (set: StudioSet, inLength: InLength): Answer => {
  const now = set.subjects[0]!.place.yM
  const most = roomBounds(set.room).front - 0.4 - distanceFor(set, set.camera)
  const { leastToBackdropM } = FRAMINGS[set.brief.framing]
  const isOk = most >= leastToBackdropM
  return {
    id: 'depth',
    isOk,
    words: isOk
      ? `Sitter and backdrop can be up to ${inLength(most)} apart with this lens; now ${inLength(now)}.`
      : `With ${set.camera.lens.focalLengthMm} mm there is no room left between sitter and backdrop (${inLength(leastToBackdropM)} wanted).`,
    mends: isOk ? [] : [{ words: 'Use a shorter lens', apply: before => frameWithBest(sitterBack(before)) }],
  }
}

const floor = (set: StudioSet, inLength: InLength): Answer[] => {
  const { framing: wanted } = set.brief
  const { kind, sweepM } = set.backdrop
  const feet = Math.max(...set.subjects.map(subject => subject.place.yM))
  if ((wanted !== 'full' && wanted !== 'group') || kind === 'lit-panel' || kind === 'painted-wall') return []
  const isOk = sweepM >= feet + 0.3
  const longer = Math.min(roomBounds(set.room).front - 0.1, Math.ceil((feet + 0.6) * 10) / 10)
  return [
    {
      id: 'floor',
      isOk,
      words: isOk
        ? `The sweep runs ${inLength(sweepM - feet)} past the feet.`
        : `The sweep ends ${inLength(Math.abs(feet - sweepM))} ${sweepM < feet ? 'behind' : 'past'} the feet: the floor's edge will show.`,
      mends:
        isOk || longer <= Math.max(sweepM, coveRadius(set.backdrop))
          ? []
          : [
              {
                words: `Pull the sweep out to ${inLength(longer)}`,
                apply: before => ({ ...before, backdrop: { ...before.backdrop, sweepM: longer } }),
              },
            ],
    },
  ]
}

/** Changing looks takes this long at least, by common practice (no source). */
const LEAST_MINUTES_A_LOOK = 4

const time = ({ brief: { looksWanted, minutesPerSitter } }: StudioSet): Answer => {
  const each = minutesPerSitter / looksWanted
  return {
    id: 'time',
    isOk: each >= LEAST_MINUTES_A_LOOK,
    words: `${looksWanted} ${looksWanted === 1 ? 'look' : 'looks'} in ${minutesPerSitter} minutes: ${Number(each.toFixed(1))} minutes each.${each >= LEAST_MINUTES_A_LOOK ? '' : ' Too short to move stands between looks: change them by power and switches alone.'}`,
    mends: [],
  }
}

/** Whether the brief can be done in this room, in the order in which it is asked. */
export const feasibility = (set: StudioSet, inLength: InLength): Answer[] => [
  framing(set, inLength),
  coverAnswer(set, inLength),
  height(set, inLength),
  depth(set, inLength),
  ...floor(set, inLength),
  time(set),
]
