import type { LightSetting } from '../model/schema'
import { ratioFromStops } from '../physics/units/stops'
import { HOLD, HOLD_MOST, INSTRUCTION } from './thresholds'

/** A light whose power may be changed. */
export type Control = {
  lightId: string
  /** Dials of one group that turn alike are one instruction. */
  group: string
  /** Furthest below full power. */
  rangeStops: number
  clickStops: number
  now: LightSetting
  /** It is not to be touched. */
  isFixed?: boolean
  /** It is turned, but neither switched on nor off. */
  isOnlyTurned?: boolean
  /** A desk turns it: nobody walks, and any gain is worth a turn. */
  isByDesk?: boolean
}

/** Position of a control: whole clicks below full, or off. */
export type Position = number | 'off'

/** Light of a control's lights at a position, as a factor of full power. */
export const factorAt = (control: Control, position: Position): number =>
  position === 'off' ? 0 : ratioFromStops(-position * control.clickStops)

/** The last click of a control above its least power. */
export const lastClick = (control: Control): number => Math.floor(control.rangeStops / control.clickStops + 1e-6)

/** Where a control stands. */
export const positionNow = (control: Control): Position =>
  control.now.on
    ? Math.min(lastClick(control), Math.max(0, Math.round(-control.now.powerStops / control.clickStops)))
    : 'off'

/** How far a control was turned, in stops; NaN when it was switched on or off. */
const turnOf = (control: Control, now: Position, position: Position): number => {
  if (position === now) return 0
  return position === 'off' || now === 'off' ? Number.NaN : (position - now) * control.clickStops
}

const isSameInstruction = (a: Control, turnA: number, b: Control, turnB: number): boolean =>
  a.group === b.group && (turnA === turnB || (Number.isNaN(turnA) && Number.isNaN(turnB)))

/** How much has to be done to come from one state of the controls to another. */
export const turnsCost = (
  controls: readonly Control[],
  now: readonly Position[],
  positions: readonly Position[],
): number => {
  let cost = 0
  for (let index = 0; index < controls.length; index++) {
    const turn = turnOf(controls[index]!, now[index]!, positions[index]!)
    if (turn === 0) continue
    cost += HOLD * (Number.isNaN(turn) ? 1 : Math.min(HOLD_MOST, turn * turn))
    let isNew = !controls[index]!.isByDesk
    for (let other = 0; other < index && isNew; other++)
      isNew = !isSameInstruction(
        controls[index]!,
        turn,
        controls[other]!,
        turnOf(controls[other]!, now[other]!, positions[other]!),
      )
    if (isNew) cost += INSTRUCTION
  }
  return cost
}
