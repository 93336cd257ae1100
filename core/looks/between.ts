import { isEqual } from '../edits/patch'
import { MINUTES } from '../changes/effort'
import type { Day, LookCondition } from '../model/daySchema'
import type { CameraSetting, Light, LightSetting, Look, Place, StudioSet } from '../model/schema'
import { inLook } from './inLook'

/** One thing to do between two looks. Places are metres of the room, powers stops below full. */
export type LookStep =
  | { kind: 'power'; id: string; from: LightSetting; to: LightSetting }
  | { kind: 'move'; id: string; to: Place; isRaise: boolean }
  | { kind: 'aim'; id: string }
  | { kind: 'fit'; id: string; what: 'modifier' | 'gel' | 'lamp'; isOff: boolean; isHot: boolean }
  | { kind: 'turn'; id: string }
  | { kind: 'put-up'; id: string; to: Place }
  | { kind: 'take-down'; id: string }
  | { kind: 'reshape'; id: string }
  | { kind: 'subject'; id: string }
  | { kind: 'backdrop'; isOther: boolean }
  | { kind: 'clean'; minutes: number }
  | { kind: 'camera-place'; to: Place }
  | { kind: 'lens' }
  | { kind: 'camera'; from: CameraSetting; to: CameraSetting; isWhiteBalance: boolean }

/** What tells a step from all others: the same thing turned to another power is another step. */
export const lookStepKey = (step: LookStep): string => JSON.stringify(step)

/** A step with the minutes it takes one person, and what has to be waited for after it beside other work. */
export type TimedStep = { step: LookStep; minutes: number; waitMinutes: number }

/** Minutes that only changes between looks know; common practice, no source. */
const BETWEEN = {
  /** Rolling one paper away and another down, or hanging a cloth. */
  backdrop: 6,
  /** Shifting or reshaping the one that hangs. */
  backdropShift: 2,
  cameraPlace: 1,
  lens: 1,
  whiteBalance: 0.2,
  subject: 0.5,
  lamp: 4,
  gelOn: 1,
  gelOff: 0.5,
  /** A gel or a fitting before a hot lamp: it burns fingers until it has cooled. */
  cooling: 3,
  /** A continuous lamp until its colour and output stand. */
  warmUp: 2,
  takeDown: 1,
  turn: 0.3,
} as const

const isMoved = (from: Place, to: Place): boolean =>
  Math.hypot(from.xM - to.xM, from.yM - to.yM, from.zM - to.zM) > 0.005

const moveStep = (id: string, from: Place, to: Place): LookStep[] =>
  isMoved(from, to) ? [{ kind: 'move', id, to, isRaise: Math.hypot(from.xM - to.xM, from.yM - to.yM) <= 0.005 }] : []

const lightSteps = (from: Light, to: Light, was: LightSetting, is: LightSetting): LookStep[] => {
  const isHot = from.lamp.kind === 'continuous' && was.on
  const fitting = (what: 'modifier' | 'gel' | 'lamp', isOff: boolean): LookStep => ({
    kind: 'fit',
    id: to.id,
    what,
    isOff,
    isHot,
  })
  return [
    ...moveStep(to.id, from.place, to.place),
    ...(isEqual(from.lamp, to.lamp) ? [] : [fitting('lamp', false)]),
    ...(isEqual(from.modifier, to.modifier) ? [] : [fitting('modifier', false)]),
    ...(isEqual(from.gel, to.gel) && isEqual(from.colour, to.colour) ? [] : [fitting('gel', to.gel === null)]),
    // A stand that was taken elsewhere is aimed there; one that stays is aimed only where its aim is another.
    ...(isEqual(from.aim, to.aim) && from.rollDeg === to.rollDeg ? [] : [{ kind: 'aim', id: to.id } as const]),
    ...(was.on === is.on && (!is.on || Math.abs(was.powerStops - is.powerStops) < 1e-6)
      ? []
      : [{ kind: 'power', id: to.id, from: was, to: is } as const]),
  ]
}

type Board = { id: string; place: Place; turnDeg: number }

const boardSteps = (from: readonly Board[], to: readonly Board[]): LookStep[] => [
  ...from.filter(({ id }) => !to.some(board => board.id === id)).map(({ id }) => ({ kind: 'take-down' as const, id })),
  ...to.flatMap((board): LookStep[] => {
    const was = from.find(({ id }) => id === board.id)
    if (!was) return [{ kind: 'put-up', id: board.id, to: board.place }]
    if (isEqual(was, board)) return []
    const { place: _p, turnDeg: _t, ...rest } = board
    const { place: _q, turnDeg: _u, ...wasRest } = was
    return [
      ...moveStep(board.id, was.place, board.place),
      ...(Math.abs(was.turnDeg - board.turnDeg) > 0.05 ? [{ kind: 'turn' as const, id: board.id }] : []),
      ...(isEqual(rest, wasRest) ? [] : [{ kind: 'reshape' as const, id: board.id }]),
    ]
  }),
]

const stepsBetween = (from: StudioSet, to: StudioSet, was: AtLook, is: AtLook): LookStep[] => [
  ...(isEqual(from.backdrop, to.backdrop)
    ? []
    : [
        {
          kind: 'backdrop' as const,
          isOther: !isEqual(
            [from.backdrop.kind, from.backdrop.name, from.backdrop.reflectance],
            [to.backdrop.kind, to.backdrop.name, to.backdrop.reflectance],
          ),
        },
      ]),
  ...boardSteps(from.panels, to.panels),
  ...boardSteps(from.props, to.props),
  ...to.lights.flatMap(light => {
    const before = from.lights.find(({ id }) => id === light.id)
    return before ? lightSteps(before, light, was.look.lights[light.id]!, is.look.lights[light.id]!) : []
  }),
  ...to.subjects
    .filter(
      subject =>
        !isEqual(
          subject,
          from.subjects.find(({ id }) => id === subject.id),
        ),
    )
    .map(({ id }) => ({ kind: 'subject' as const, id })),
  ...(isMoved(from.camera.place, to.camera.place) || from.camera.aimHeightM !== to.camera.aimHeightM
    ? [{ kind: 'camera-place' as const, to: to.camera.place }]
    : []),
  ...(isEqual(from.camera.lens, to.camera.lens) ? [] : [{ kind: 'lens' as const }]),
  ...(isEqual(was.camera, is.camera) && from.camera.whiteBalanceK === to.camera.whiteBalanceK
    ? []
    : [
        {
          kind: 'camera' as const,
          from: was.camera,
          to: is.camera,
          isWhiteBalance: from.camera.whiteBalanceK !== to.camera.whiteBalanceK,
        },
      ]),
]

const timed = (to: StudioSet, step: LookStep): TimedStep => {
  const takes = (minutes: number, waitMinutes = 0): TimedStep => ({ step, minutes, waitMinutes })
  switch (step.kind) {
    case 'power': {
      const lamp = to.lights.find(({ id }) => id === step.id)?.lamp
      return takes(MINUTES.power, lamp?.kind === 'continuous' && !step.from.on && step.to.on ? BETWEEN.warmUp : 0)
    }
    case 'move':
      return takes(step.isRaise ? MINUTES.raise : MINUTES.place)
    case 'aim':
      return takes(MINUTES.aim)
    case 'fit': {
      const cools = step.isHot ? BETWEEN.cooling : 0
      if (step.what === 'lamp') return takes(BETWEEN.lamp, cools)
      if (step.what === 'modifier') return takes(MINUTES.fit, cools)
      return takes(step.isOff ? BETWEEN.gelOff : BETWEEN.gelOn, cools)
    }
    case 'turn':
      return takes(BETWEEN.turn)
    case 'put-up':
    case 'reshape':
      return takes(MINUTES.board)
    case 'take-down':
      return takes(BETWEEN.takeDown)
    case 'subject':
      return takes(BETWEEN.subject)
    case 'backdrop':
      return takes(step.isOther ? BETWEEN.backdrop : BETWEEN.backdropShift)
    case 'clean':
      return takes(step.minutes)
    case 'camera-place':
      return takes(BETWEEN.cameraPlace)
    case 'lens':
      return takes(BETWEEN.lens)
    case 'camera':
      return takes(
        (isEqual(step.from, step.to) ? 0 : MINUTES.camera) + (step.isWhiteBalance ? BETWEEN.whiteBalance : 0),
      )
  }
}

/** A look with the setting that its picture is taken at. */
export type AtLook = { look: Look; camera: CameraSetting }

/** Where a step is done: the thing's place, or the camera's. */
const placeOfStep = (set: StudioSet, before: StudioSet, step: LookStep): { xM: number; yM: number } => {
  if (step.kind === 'backdrop' || step.kind === 'clean') return { xM: set.backdrop.centreXM, yM: 0 }
  if ('to' in step && 'xM' in step.to) return step.to
  const id = 'id' in step ? step.id : undefined
  const thing = [...set.lights, ...set.panels, ...set.props, ...set.subjects, ...before.panels, ...before.props].find(
    item => item.id === id,
  )
  return thing?.place ?? set.camera.place
}

/** Steps in the order in which one walks the set: from the camera always to what is nearest, the camera last. */
const walked = (set: StudioSet, before: StudioSet, steps: readonly TimedStep[]): TimedStep[] => {
  const isAtCamera = ({ step }: TimedStep) => ['camera', 'lens', 'camera-place'].includes(step.kind)
  const left = steps.filter(step => !isAtCamera(step))
  const order: TimedStep[] = []
  let at: { xM: number; yM: number } = set.camera.place
  while (left.length > 0) {
    const away = left.map(({ step }) => {
      const place = placeOfStep(set, before, step)
      return Math.hypot(place.xM - at.xM, place.yM - at.yM)
    })
    // Of things at one place the first stays first: down before up, placed before aimed.
    const next = away.findIndex(distance => distance <= Math.min(...away) + 1e-9)
    at = placeOfStep(set, before, left[next]!.step)
    order.push(...left.splice(next, 1))
  }
  return [...order, ...steps.filter(isAtCamera)]
}

/** Marks that one look leaves on the paper and that the next would show: swept, or fresh paper pulled down. */
const cleaning = ({ conditions }: Day, fromId: string, toId: string): LookStep[] => {
  const dirt = (lookId: string) =>
    conditions.find(
      (condition): condition is Extract<LookCondition, { kind: 'dirties' }> =>
        condition.kind === 'dirties' && condition.lookId === lookId,
    )
  const left = dirt(fromId)
  return left && fromId !== toId && !dirt(toId) ? [{ kind: 'clean', minutes: left.minutes }] : []
}

/** Everything to do from one look of a set to another, each with its minutes, in the order of a walk. */
export const changesBetween = (set: StudioSet, from: AtLook, to: AtLook): TimedStep[] => {
  const [before, after] = [inLook(set, from.look.id), inLook(set, to.look.id)]
  const steps = stepsBetween(before, after, from, to)
  // Another backdrop is a clean one.
  const isFresh = steps.some(step => step.kind === 'backdrop' && step.isOther)
  const all = isFresh ? steps : [...cleaning(set.day, from.look.id, to.look.id), ...steps]
  return walked(
    after,
    before,
    all.map(step => timed(after, step)),
  )
}

/**
 * Minutes from the first step to the last, with so many people on set who share the steps (each step is one person's;
 * the longest are given out first), and with what has to be waited for.
 */
export const minutesOfSteps = (steps: readonly TimedStep[], people = 1): number => {
  const busy = Array.from({ length: Math.max(1, people) }, () => 0)
  let ready = 0
  for (const { minutes, waitMinutes } of steps.toSorted(
    (a, b) => b.waitMinutes - a.waitMinutes || b.minutes - a.minutes,
  )) {
    const free = busy.indexOf(Math.min(...busy))
    busy[free]! += minutes
    ready = Math.max(ready, busy[free]! + waitMinutes)
  }
  return Math.max(ready, ...busy)
}
