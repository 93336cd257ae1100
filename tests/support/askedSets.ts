import { applyChange } from '#core/changes/apply'
import { frameUp, bestLens } from '#core/brief/framing'
import { changeSettings, changeTargets } from '#core/edits/edits'
import { lightingSolver } from '#core/evaluation/lightingSolver'
import { BACKDROP_MIDDLE, KEY_SIDE } from '#core/model/placeIds'
import { moveSubjectGroup } from '#core/edits/subjectGroup'
import { demoSet } from '#core/edits/demo'
import { validationErrors } from '#core/validation/validation'
import { placeThing } from '#core/edits/things'
import type { StudioSet, Target } from '#core/model/schema'
import { solveLook } from '#core/solve/lookPowers'
import { lightFamilies } from '#core/solve/moves/lightFamilies'
import { stageFamilies } from '#core/solve/moves/stageFamilies'
import type { Question } from '#core/solve/moves/trial'
import { NOTHING_LEARNED } from '#core/calibration/calibration'
import { evaluate } from '#core/evaluation/evaluation'
import { grey } from '#core/physics/units/rgb'
import { attemptsOf, type Draw } from './draw'

const LOOK = 'white'
const DROP = ['backdrop/left', BACKDROP_MIDDLE, 'backdrop/right']
const solve = lightingSolver()

/** A studio that nobody has seen: a hall or a room, a roll, a key and one or two lights on the backdrop. */
const studioOf = (draw: Draw): StudioSet => {
  const demo = demoSet()
  const walls = grey(draw.between(0.15, 0.7))
  const toBackdropM = draw.between(1.6, 3)
  const room = {
    ...demo.room,
    widthM: draw.between(5, 7.5),
    depthM: draw.between(7.5, 10.5),
    heightM: draw.between(2.9, 4),
    reflectances: { ...demo.room.reflectances, left: walls, right: walls, front: walls, back: walls },
  }
  const lights = demo.lights.filter(light => light.id !== 'backdrop-right' || draw.between(0, 1) > 0.25)
  const set: StudioSet = {
    ...demo,
    room,
    lights,
    brief: { ...demo.brief, framing: draw.between(0, 1) > 0.5 ? 'half' : 'head' },
    backdrop: { ...demo.backdrop, reflectance: grey(draw.between(0, 1) > 0.4 ? 0.86 : 0.3) },
    looks: demo.looks.map(look => ({
      ...look,
      lights: Object.fromEntries(lights.map(({ id }) => [id, look.lights[id]!])),
    })),
  }
  const nearer = { ...set, subjects: set.subjects.map(subject => ({ ...subject, place: { xM: 0, yM: toBackdropM } })) }
  const framed = frameUp(nearer, bestLens(nearer, 85))
  const round = (draw.between(25, 55) * Math.PI) / 180
  const reach = draw.between(0.9, 1.7)
  return placeThing(framed, 'key', {
    xM: -reach * Math.sin(round),
    yM: toBackdropM + reach * Math.cos(round),
    zM: Math.min(room.heightM - 0.3, draw.between(1.9, 2.4)),
  })
}

const withPowers = (set: StudioSet, draw: Draw, least: number, most: number, backdropDown = 0): StudioSet =>
  changeSettings(
    set,
    LOOK,
    Object.fromEntries(
      set.lights.map(light => [
        light.id,
        {
          on: true,
          powerStops:
            -Math.round(Math.min(7, draw.between(least, most) + (light.job === 'backdrop' ? backdropDown : 0)) * 10) /
            10,
        },
      ]),
    ),
  )

const question = (set: StudioSet): Question => ({
  set,
  lookId: LOOK,
  learned: NOTHING_LEARNED,
  fixedIds: [],
  mayChangeCamera: true,
})

/**
 * A question with an answer: what a studio gives is asked for, after one or two things in it were moved and every
 * power was turned.
 * The answer exists, since it is how the studio stood before.
 */
export const reachableQuestion = async (seed: number): Promise<Question> => {
  for (const draw of attemptsOf(seed)) {
    const studio = studioOf(draw)
    const isDark = draw.between(0, 1) > 0.4
    const truth = withPowers(studio, draw, 0.5, 5, isDark ? 3.5 : 0)
    if (validationErrors(truth).length > 0) continue
    const lighting = { layers: (await solve(truth))!.layers, learned: NOTHING_LEARNED }
    const look = truth.looks[0]!
    const read = evaluate(truth, look, lighting).readouts
    const targets: Record<string, Target> = { [KEY_SIDE]: { kind: 'stops', stops: 0 } }
    for (const id of DROP)
      targets[id] = { kind: 'value', value: Math.round(read.find(({ point }) => point.id === id)!.value! * 10) / 10 }
    const values = DROP.map(id => (targets[id] as { value: number }).value)
    if (Math.min(...values) < 25 || Math.max(...values) > 250) continue
    const asked = changeTargets(truth, LOOK, targets)
    const families = [...lightFamilies(asked, []), ...stageFamilies(asked, []).filter(({ id }) => id === 'group-depth')]
    const moved = Array.from({ length: draw.between(0, 1) > 0.5 ? 2 : 1 }).reduce<StudioSet>(set => {
      const way = draw.oneOf(draw.oneOf(families).ways)
      return applyChange(set, draw.oneOf(way))
    }, asked)
    const start = withPowers(moved, draw, 0, 6)
    if (JSON.stringify(moved) === JSON.stringify(asked) || validationErrors(start).length > 0) continue
    // Three of four questions are such that powers alone do not do.
    if (seed % 4 !== 0 && (await isPowerEnough(question(start)))) continue
    return question(start)
  }
  throw new Error('No question was found.')
}

const allBut = (set: StudioSet, ids: readonly string[]): string[] =>
  [...set.lights.map(({ id }) => id), ...set.subjects.map(({ id }) => id), 'camera'].filter(id => !ids.includes(id))

const wanting = (set: StudioSet, value: number): StudioSet =>
  changeTargets(set, LOOK, Object.fromEntries(DROP.map(id => [id, { kind: 'value', value }])))

export type Binds = 'power' | 'spill' | 'room' | 'frame'

/** A question without an answer, and what binds in it by the way it is made. */
export const unreachableQuestion = async (binds: Binds, seed: number): Promise<Question> => {
  const [draw] = attemptsOf(seed)
  const studio = withPowers(studioOf(draw!), draw!, 1, 3)
  switch (binds) {
    // Faint backdrop lights, and nothing but their power may be touched.
    case 'power': {
      const faint = {
        ...studio,
        lights: studio.lights.map(light =>
          light.job === 'backdrop'
            ? {
                ...light,
                lamp: {
                  ...light.lamp,
                  output: {
                    from: 'guide-number' as const,
                    guideNumberM: draw!.between(2, 5),
                    convention: 'metered' as const,
                  },
                },
              }
            : light,
        ),
        locked: allBut(studio, []),
      }
      return { ...question(wanting(faint, 250)), fixedIds: ['key'], mayChangeCamera: false }
    }
    // Black is asked of a pale backdrop in a pale room where nothing may be moved.
    case 'spill': {
      const pale = { ...studio, backdrop: { ...studio.backdrop, reflectance: grey(0.86) }, locked: allBut(studio, []) }
      return { ...question(wanting(pale, draw!.between(13, 20))), fixedIds: ['key'], mayChangeCamera: false }
    }
    // Dark is asked where only sitter, key and camera together may go further, and the wall is behind them.
    case 'room': {
      const party = {
        ...studio,
        backdrop: { ...studio.backdrop, reflectance: grey(0.86) },
        locked: studio.lights.filter(({ job }) => job === 'backdrop').map(({ id }) => id),
        groups: [['key', ...studio.subjects.map(({ id }) => id)]],
      }
      const back = [1, 0.5, 0.2, 0.1].reduce((set, step) => {
        for (let times = 0; times < 12; times++) {
          const further = moveSubjectGroup(set, step)
          if (further.camera.place.yM - set.camera.place.yM < step - 1e-6) return set
          set = further
        }
        return set
      }, party)
      return { ...question(wanting(back, draw!.between(2, 6))), mayChangeCamera: true }
    }
    // Dark is asked where only the key may move, and nearer it would stand in the picture.
    case 'frame': {
      const wide = {
        ...studio,
        backdrop: { ...studio.backdrop, reflectance: grey(0.86) },
        brief: { ...studio.brief, framing: 'full' as const },
      }
      const framed = frameUp(wide, bestLens(wide, 50))
      const high = placeThing(framed, 'key', { xM: -1.5, yM: framed.subjects[0]!.place.yM + 1.4, zM: 2.2 })
      return question(wanting({ ...high, locked: allBut(high, ['key']) }, draw!.between(14, 20)))
    }
  }
}

/** A studio that nobody has seen with two to four looks of one backdrop, each with an even tone of its own. */
export const jointQuestion = (seed: number): StudioSet => {
  for (const draw of attemptsOf(seed)) {
    const studio = withPowers(studioOf(draw), draw, 0.5, 5)
    if (validationErrors(studio).length > 0) continue
    const whole = studio.backdrop.reflectance[1] > 0.5 ? [250, 200, 118, 60] : [200, 118, 60, 30]
    const values = whole.slice(0, Math.floor(draw.between(2, 4.99)))
    const [first] = studio.looks
    return {
      ...studio,
      looks: values.map((value, index) => ({
        ...first!,
        id: index === 0 ? first!.id : `look-${index + 1}`,
        name: `${value}`,
        targets: {
          [KEY_SIDE]: { kind: 'stops', stops: 0 },
          ...Object.fromEntries(DROP.map(id => [id, { kind: 'value', value } as const])),
        },
      })),
    }
  }
  throw new Error('No studio was found.')
}

/** Whether powers and camera alone would do it. */
export const isPowerEnough = async ({ set, lookId }: Question): Promise<boolean> => {
  const look = set.looks.find(({ id }) => id === lookId)!
  const lighting = { layers: (await solve(set))!.layers, learned: NOTHING_LEARNED }
  return solveLook(evaluate(set, look, lighting)).isReached
}
