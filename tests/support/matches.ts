import { NOTHING_LEARNED } from '#core/calibration/calibration'
import { demoSet } from '#core/edits/demo'
import { lightingSolver } from '#core/evaluation/lightingSolver'
import { genericKit } from '#core/kit/genericKit'
import { placeThing } from '#core/edits/things'
import { backdropNamed } from '#core/kit/backdropPresets'
import type { Kit } from '#core/kit/kitSchema'
import { inLook } from '#core/looks/inLook'
import type { Cause } from '#core/match/causes'
import { readSource } from '#core/match/source'
import { solvedLook } from '#core/solve/solvedLook'
import { USUALLY_ASKED, type Aspect } from '#core/match/deviations'
import type { MatchQuestion } from '#core/match/question'
import type { StudioSet } from '#core/model/schema'
import { solveSetFromScratch } from '#core/solve/solveFromScratch'
import { STARTING_POINTS, startFrom } from '#core/starting/startFrom'
import { attemptsOf, type Draw } from './draw'
import { DRAFT_QUALITY } from '#core/physics/transport/stage'
import { grey, scaleRgb } from '#core/physics/units/rgb'

/** The light of a look, to be matched elsewhere. */
export const sourceOf = async (whole: StudioSet, lookId = whole.looks[0]!.id) => {
  const set = inLook(whole, lookId)
  const look = set.looks.find(({ id }) => id === lookId)!
  const { camera } = (await solvedLook(lightingSolver(), set, lookId, NOTHING_LEARNED))!
  const source = { set, look, camera }
  return { source, character: (await readSource(source, NOTHING_LEARNED))!.character }
}

/** A hall with nothing in it: the demo's, of another size and other walls. */
export const hallOf = (size: { widthM: number; depthM: number; heightM: number }, walls: number): StudioSet => {
  const demo = demoSet()
  return {
    ...demo,
    id: 'other-hall',
    name: 'Other hall',
    room: {
      ...demo.room,
      ...size,
      reflectances: {
        ...demo.room.reflectances,
        left: grey(walls),
        right: grey(walls),
        back: grey(walls),
        front: grey(walls),
        ceiling: grey(Math.min(0.85, walls + 0.2)),
      },
    },
  }
}

export const questionOf = async (
  whole: StudioSet,
  room: StudioSet,
  kit: Kit = genericKit(),
): Promise<MatchQuestion> => ({
  ...(await sourceOf(whole)),
  room,
  kit,
  asked: USUALLY_ASKED,
})

/** Ready set-ups whose light another hall with another kit can give. */
const MATCHED = [
  'white-crossed',
  'white-on-white',
  'painted-cloth',
  'pool',
  'four-lights',
  'low-key',
  'split-tone',
  'group-white',
  'one-wall',
  'stage-top',
] as const

/** A match that cannot be, with what it is that cannot be matched, and why. */
export type Impossible = MatchQuestion & { name: string; aspect: Aspect; causes: readonly Cause['is'][] }

const startedIn = async (hall: StudioSet, id: string) => {
  const { set } = startFrom(
    hall,
    STARTING_POINTS.find(one => one.id === id)!,
    genericKit(),
  )
  const { layers } = (await lightingSolver(DRAFT_QUALITY)(set))!
  return solveSetFromScratch(set, { layers, learned: NOTHING_LEARNED })
}

const faint = (kit: Kit): Kit => ({
  ...kit,
  lamps: kit.lamps.map(item => ({
    ...item,
    what: { ...item.what, kind: 'continuous' as const, output: { from: 'lux-at-1-m' as const, lux: 30 } },
  })),
})

const onlyFronts = (kit: Kit, ...kinds: string[]): Kit => ({
  ...kit,
  modifiers: kit.modifiers.filter(({ what }) => kinds.includes(what.kind)).map(item => ({ ...item, count: 9 })),
})

const BIG = { widthM: 7, depthM: 10, heightM: 3.6 }

/** Ten matches that cannot be; each is made so that one thing is in the way. */
export const impossibleMatches = async (): Promise<Impossible[]> => {
  const hall = hallOf(BIG, 0.2)
  const kit = genericKit()
  const made = async (
    id: string,
    name: string,
    {
      room = hall,
      owned = kit,
      ...expected
    }: { room?: StudioSet; owned?: Kit } & Pick<Impossible, 'aspect' | 'causes'>,
    change: (set: StudioSet) => StudioSet = set => set,
  ): Promise<Impossible> => ({
    ...(await sourceOf(change(await startedIn(hall, id)))),
    name,
    room,
    kit: owned,
    asked: { ...USUALLY_ASKED, [expected.aspect]: 'hard' },
    ...expected,
  })
  const withPaper = (room: StudioSet, name: string) => ({ ...room, backdrop: { ...backdropNamed(name), centreXM: 0 } })
  const noBackdrops = { ...kit, backdrops: [] }
  const white = hallOf({ widthM: 3.4, depthM: 4.6, heightM: 2.7 }, 0.8)
  const keyHigh = (set: StudioSet) => {
    const { xM, yM } = set.subjects[0]!.place
    return placeThing(set, 'key', { xM: xM - 0.5, yM: yM + 0.5, zM: 3 })
  }
  return [
    await made('four-lights', 'no lamps', {
      owned: { ...kit, lamps: [] },
      aspect: 'key-light',
      causes: ['too-few-lamps'],
    }),
    await made('four-lights', 'one lamp', {
      owned: { ...kit, lamps: [{ ...kit.lamps[0]!, count: 1 }] },
      aspect: 'edge',
      causes: ['too-few-lamps'],
    }),
    await made('white-crossed', 'faint lamps', {
      owned: faint(kit),
      aspect: 'key-light',
      causes: ['too-little-power'],
    }),
    await made('white-crossed', 'bare reflectors', {
      owned: onlyFronts(kit, 'reflector'),
      aspect: 'softness',
      causes: ['no-source-as-large'],
    }),
    await made(
      'four-lights',
      'low ceiling over the key',
      { room: hallOf({ ...BIG, heightM: 2 }, 0.2), aspect: 'key-direction', causes: ['room'] },
      keyHigh,
    ),
    await made('white-crossed', 'white room without boards', {
      room: withPaper(white, 'White paper roll'),
      owned: { ...kit, panels: [] },
      aspect: 'ratio',
      causes: ['room-throws-back'],
    }),
    await made('low-key', 'white paper in a short white room', {
      room: withPaper(white, 'White paper roll'),
      owned: noBackdrops,
      aspect: 'tone',
      causes: ['room-too-short', 'room-throws-back', 'backdrop'],
    }),
    await made('keying', 'no green screen', {
      room: withPaper(hall, 'White paper roll'),
      owned: noBackdrops,
      aspect: 'colour',
      causes: ['backdrop'],
    }),
    await made('colour-wash', 'no gels', { owned: { ...kit, gels: [] }, aspect: 'colour', causes: ['no-gel'] }),
    await made('pool', 'umbrellas alone', {
      owned: onlyFronts(kit, 'umbrella'),
      aspect: 'gradient',
      causes: ['no-such-beam'],
    }),
  ]
}

const dropped = <T extends { id: string }>(items: readonly T[], keep: readonly string[], draw: Draw): T[] =>
  items.filter(({ id }) => keep.includes(id) || draw.between(0, 1) > 0.4)

/**
 * A look of one hall, and a hall that can give it: as large or larger, its paper of the same sort, lamps enough, and of
 * the modifiers some that are as large, as small and as narrow. Ready set-ups first, then the demo with things moved.
 */
export const madeMatch = async (seed: number): Promise<MatchQuestion & { name: string }> => {
  const draw = attemptsOf(seed)[0]!
  const id = MATCHED[seed % MATCHED.length]!
  const hall = hallOf(
    { widthM: draw.between(5.5, 7), depthM: draw.between(8, 10), heightM: draw.between(3, 3.6) },
    draw.between(0.15, 0.6),
  )
  const was = await startedIn(hall, id)
  const kit = genericKit()
  const fronts = new Set(was.lights.map(({ modifier }) => modifier.kind))
  // Half of the modifiers that lit it are not there, but some as large and as small.
  const keep = [
    ...kit.modifiers.filter(({ what }) => fronts.has(what.kind) && draw.between(0, 1) > 0.5).map(({ id }) => id),
    'softbox-140-200-cm',
    'reflector-18-cm',
    'softbox-90-120-cm',
    'softbox-60-90-cm',
    'strip-box-30-120-cm-fabric-grid',
    'reflector-18-cm-grid-20',
    'backdrop-reflector',
  ]
  const larger = (most: number) => draw.between(1, most)
  const room = hallOf(
    {
      widthM: hall.room.widthM * larger(1.35),
      depthM: hall.room.depthM * larger(1.35),
      heightM: hall.room.heightM * larger(1.3),
    },
    draw.between(0.1, 0.6),
  )
  const reflectance = scaleRgb(was.backdrop.reflectance, draw.between(0.93, 1.05))
  return {
    ...(await sourceOf(was)),
    name: id,
    room: { ...room, backdrop: { ...was.backdrop, reflectance } },
    kit: { ...kit, modifiers: dropped(kit.modifiers, keep, draw) },
    asked: USUALLY_ASKED,
  }
}
