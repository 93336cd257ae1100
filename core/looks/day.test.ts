import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { checkedSet } from '#support/checkedSet'
import { expectWithin } from '#support/tolerance'
import { NO_DAY, type Day, type Sitter } from '../model/daySchema'
import {
  inOrderOfArrival,
  leftOf,
  paceOf,
  planDay,
  planRest,
  savingsOf,
  type DayConflict,
  type DayLooks,
  type DayPlan,
} from './day'
import { validationErrors } from '../validation/validation'
import { almanacDay } from './almanac'
import { changesBetween, minutesOfSteps, lookStepKey } from './between'
import { inLook } from './inLook'
import { keepsTo, type OrderCondition } from './order'

const IDS = ['white', 'grey', 'black', 'wash']
const looks: DayLooks = {
  ids: IDS,
  minutes: [
    [0, 1, 4, 6],
    [2, 0, 1, 6],
    [5, 2, 0, 3],
    [6, 5, 3, 0],
  ],
  isFlash: [true, true, true, false],
}
const sitter = (id: string, change: Partial<Sitter> = {}): Sitter => ({
  id,
  name: id,
  heightM: null,
  skin: null,
  clothing: null,
  lookIds: IDS,
  minutesPerLook: 4,
  arrivesAt: null,
  isMinor: false,
  hasGuardian: false,
  isFlashSensitive: false,
  notes: '',
  ...change,
})
const dayOf = (change: Partial<Day> = {}): Day => ({ ...NO_DAY, spareMinutes: 0, ...change })
const kinds = (plan: DayPlan): DayConflict['kind'][] => plan.conflicts.map(({ kind }) => kind)
const looksOf = (plan: DayPlan) =>
  plan.slots.flatMap(slot => (slot.kind === 'look' ? [`${slot.sitterId} ${slot.lookId}`] : []))

const someSitters = fc
  .array(
    fc.record({
      lookIds: fc.subarray(IDS),
      minutesPerLook: fc.integer({ min: 1, max: 12 }),
      arrivesAt: fc.option(fc.integer({ min: 480, max: 900 })),
    }),
    { maxLength: 7 },
  )
  .map(list => list.map((change, index) => sitter(`s${index}`, change)))
const someBreaks = fc
  .array(fc.record({ at: fc.integer({ min: 500, max: 1000 }), minutes: fc.integer({ min: 5, max: 60 }) }), {
    maxLength: 3,
  })
  .map(list => list.map((one, index) => ({ ...one, id: `b${index}`, name: `Break ${index}` })))

describe('what a day says of its times', () => {
  it('names who is in front of the camera when the next one comes, and a break that comes after everything', () => {
    const day = dayOf({
      startsAt: 540,
      setUpMinutes: 0,
      sitters: [
        sitter('ann', { lookIds: ['white'], minutesPerLook: 30, arrivesAt: 540 }),
        sitter('bob', { lookIds: ['white'], arrivesAt: 550 }),
      ],
      breaks: [{ id: 'lunch', name: 'Lunch', at: 900, minutes: 30 }],
    })
    const { conflicts, slots } = planDay(day, looks)
    expect(conflicts).toContainEqual({ kind: 'sitter-waits', sitterId: 'bob', minutes: 20, behindId: 'ann' })
    expect(conflicts).toContainEqual({ kind: 'break-not-taken', breakId: 'lunch' })
    expect(slots.some(({ kind }) => kind === 'break')).toBe(false)
    const late = planDay(
      dayOf({ startsAt: 540, setUpMinutes: 60, sitters: [sitter('ann', { arrivesAt: 560 })] }),
      looks,
    )
    expect(late.conflicts).toContainEqual({ kind: 'sitter-waits', sitterId: 'ann', minutes: 40, behindId: null })
  })

  it('counts what is turned for a sitter alone, before each of the looks that want it', () => {
    const day = dayOf({ setUpMinutes: 0, strikeMinutes: 0, sitters: [sitter('ann'), sitter('bob')] })
    const turning = (id: string, lookId: string) => (id === 'bob' && lookId === 'grey' ? 0.8 : 0)
    const [plain, turned] = [planDay(day, looks), planDay(day, { ...looks, turning })]
    expectWithin(turned.changeMinutes, plain.changeMinutes + 0.8, 1e-9)
    expectWithin(turned.endsAt, plain.endsAt + 0.8, 1e-9)
  })
})

describe('marks on the paper', () => {
  const set = almanacDay()
  const at = (of: typeof set, index: number) => {
    const look = of.looks[index]!
    return { look, camera: look.exposure }
  }
  const between = (of: typeof set, from: number, to: number) => changesBetween(of, at(of, from), at(of, to))
  const dirt = (index: number) => ({ kind: 'dirties' as const, lookId: set.looks[index]!.id, minutes: 4 })
  const dirtied = (...indices: number[]) => ({ ...set, day: { ...set.day, conditions: indices.map(dirt) } })

  it('are swept before a look that shows them, and only then', () => {
    const cleans = (of: typeof set, from: number, to: number) =>
      between(of, from, to)
        .filter(({ step }) => step.kind === 'clean')
        .map(({ minutes }) => minutes)
    expect(cleans(dirtied(0), 0, 1)).toEqual([4])
    expect(cleans(dirtied(0), 1, 0)).toEqual([])
    expect(cleans(dirtied(0, 1), 0, 1)).toEqual([])
    expectWithin(minutesOfSteps(between(dirtied(0), 0, 1)), minutesOfSteps(between(set, 0, 1)) + 4, 1e-9)
  })

  it('do not matter where another backdrop comes down', () => {
    const other = {
      ...dirtied(0),
      looks: set.looks.map((look, index) =>
        index === 1 ? { ...look, overrides: { ...look.overrides, backdrop: { name: 'Fresh paper' } } } : look,
      ),
    }
    expect(between(other, 0, 1).some(({ step }) => step.kind === 'clean')).toBe(false)
    expect(between(other, 0, 2).some(({ step }) => step.kind === 'clean')).toBe(true)
  })
})

describe('a planned day', () => {
  it('has everything in it once, one thing after the other, and times that add up', () => {
    fc.assert(
      fc.property(someSitters, someBreaks, fc.integer({ min: 0, max: 9 }), (sitters, breaks, spareMinutes) => {
        const day = dayOf({ sitters, breaks, spareMinutes })
        const plan = planDay(day, looks)
        expect(looksOf(plan).toSorted()).toEqual(
          sitters.flatMap(({ id, lookIds }) => lookIds.map(lookId => `${id} ${lookId}`)).toSorted(),
        )
        for (const [index, slot] of plan.slots.entries()) {
          const before = plan.slots[index - 1]
          expect(slot.minutes).toBeGreaterThan(0)
          if (before) expect(slot.startsAt).toBeGreaterThanOrEqual(before.startsAt + before.minutes - 1e-9)
          if (slot.kind !== 'look') continue
          const mine = sitters.find(({ id }) => id === slot.sitterId)!
          expect(slot.minutes).toBe(mine.minutesPerLook)
          if (mine.arrivesAt !== null) expect(slot.startsAt).toBeGreaterThanOrEqual(mine.arrivesAt)
        }
        const last = plan.slots.at(-1)
        if (last) expectWithin(plan.endsAt, last.startsAt + last.minutes, 1e-9)
        const sum = plan.slots.reduce((total, { minutes }) => total + minutes, 0)
        const turns = new Set(plan.slots.flatMap(slot => (slot.kind === 'look' ? [slot.sitterId] : []))).size
        expectWithin(plan.endsAt - day.startsAt, sum + spareMinutes * Math.max(0, turns - 1), 1e-6)
      }),
    )
  })

  it('changes the set for as few minutes as any order of each sitter’s looks does', () => {
    const permutations = (items: string[]): string[][] =>
      items.length === 0
        ? [[]]
        : items.flatMap(item => permutations(items.filter(one => one !== item)).map(rest => [item, ...rest]))
    const minutesOf = (order: string[]) =>
      order.slice(1).reduce((sum, id, at) => sum + looks.minutes[IDS.indexOf(order[at]!)]![IDS.indexOf(id)]!, 0)
    fc.assert(
      fc.property(
        fc.array(fc.subarray(IDS, { minLength: 1, maxLength: 3 }), { minLength: 1, maxLength: 3 }),
        wanted => {
          const plan = planDay(dayOf({ sitters: wanted.map((lookIds, at) => sitter(`s${at}`, { lookIds })) }), looks)
          const every = wanted
            .map(permutations)
            .reduce<string[][]>((done, next) => done.flatMap(a => next.map(b => [...a, ...b])), [[]])
          expectWithin(plan.changeMinutes, Math.min(...every.map(minutesOf)), 1e-9)
        },
      ),
      { numRuns: 60 },
    )
  })

  it('keeps to the conditions for every sitter, and names whoever cannot be kept to them', () => {
    const conditions: Day['conditions'] = [
      { kind: 'last', lookId: 'white' },
      { kind: 'before', lookId: 'black', otherId: 'grey' },
    ]
    const numbered: OrderCondition[] = [
      { kind: 'last', look: 0 },
      { kind: 'before', look: 2, other: 1 },
    ]
    const plan = planDay(dayOf({ conditions, sitters: [sitter('a'), sitter('b')] }), looks)
    for (const id of ['a', 'b']) {
      const order = plan.slots.flatMap(slot =>
        slot.kind === 'look' && slot.sitterId === id ? [IDS.indexOf(slot.lookId)] : [],
      )
      expect(numbered.every(condition => keepsTo(order, condition))).toBe(true)
    }
    expect(
      kinds(
        planDay(
          dayOf({ conditions: [...conditions, { kind: 'first', lookId: 'white' }], sitters: [sitter('a')] }),
          looks,
        ),
      ),
    ).toContain('no-order')
  })

  it('takes a break between looks, as near to its time as work lets it', () => {
    const lunch = { id: 'lunch', name: 'Lunch', at: 650, minutes: 30 }
    const plan = planDay(
      dayOf({ breaks: [lunch], sitters: Array.from({ length: 6 }, (_, at) => sitter(`s${at}`)) }),
      looks,
    )
    const taken = plan.slots.find(({ kind }) => kind === 'break')!
    expect(Math.abs(taken.startsAt - lunch.at)).toBeLessThanOrEqual(6)
  })

  it('stops setting up for a break, and says which breaks lie before the day', () => {
    const breaks = [
      { id: 'tea', name: 'Tea', at: 560, minutes: 10 },
      { id: 'dawn', name: 'Dawn', at: 480, minutes: 10 },
    ]
    const { slots, conflicts } = planDay(dayOf({ startsAt: 540, setUpMinutes: 50, rehearsalMinutes: 0, breaks }), looks)
    expect(slots.slice(0, 3).map(({ kind, startsAt, minutes }) => [kind, startsAt, minutes])).toEqual([
      ['set-up', 540, 20],
      ['break', 560, 10],
      ['set-up', 570, 30],
    ])
    expect(conflicts).toEqual([{ kind: 'break-not-taken', breakId: 'dawn' }])
  })

  it('loses no break of any day: each is taken or said not to be', () => {
    fc.assert(
      fc.property(someSitters, someBreaks, (sitters, breaks) => {
        const { slots, conflicts } = planDay(dayOf({ sitters, breaks }), looks)
        const told = [...slots, ...conflicts].flatMap(one =>
          one.kind === 'break' || one.kind === 'break-not-taken' ? [one.breakId] : [],
        )
        expect(told.toSorted()).toEqual(breaks.map(({ id }) => id).toSorted())
      }),
    )
  })

  it('says what does not go together', () => {
    const at = (change: Partial<Day>) => kinds(planDay(dayOf(change), looks))
    const many = Array.from({ length: 25 }, (_, index) => sitter(`s${index}`))
    expect(at({ sitters: many })).toEqual(['ends-late'])
    expect(at({ sitters: many, startsAt: 1200, endsAt: 1300 })).toEqual(['ends-late', 'past-midnight'])
    expect(at({ startsAt: 600, endsAt: 600 })).toContain('ends-before-start')
    expect(at({ sitters: [sitter('a', { isMinor: true })] })).toEqual(['no-guardian'])
    expect(at({ sitters: [sitter('a', { isMinor: true, hasGuardian: true })] })).toEqual([])
    expect(at({ sitters: [sitter('a', { isFlashSensitive: true })] })).toEqual(['flash-sensitive'])
    expect(at({ sitters: [sitter('a', { isFlashSensitive: true, lookIds: ['wash'] })] })).toEqual([])
    expect(at({ sitters: [sitter('a', { lookIds: [] })] })).toEqual(['nothing-wanted'])
    expect(at({ sitters: [sitter('a', { arrivesAt: 540 })] })).toEqual(['sitter-waits'])
    expect(at({ sitters: [sitter('a', { arrivesAt: 700 })] })).toEqual(['set-waits'])
    const long = { id: 'b', name: 'B', at: 600, minutes: 700 }
    expect(at({ breaks: [long] })).toContain('break-too-long')
    expect(
      at({
        breaks: [
          { ...long, minutes: 30 },
          { ...long, id: 'c', at: 620, minutes: 30 },
        ],
      }),
    ).toContain('breaks-overlap')
  })

  it('takes sitters as they arrive', () =>
    expect(
      inOrderOfArrival([sitter('late', { arrivesAt: 700 }), sitter('any'), sitter('early', { arrivesAt: 600 })]).map(
        ({ id }) => id,
      ),
    ).toEqual(['early', 'any', 'late']))
})

describe('a day under way', () => {
  const sitters = ['a', 'b', 'c'].map(id => sitter(id))
  const done = (sitterId: string, lookId: string, tookMinutes: number, state: 'done' | 'skipped' = 'done') => ({
    sitterId,
    lookId,
    state,
    plannedMinutes: 5,
    tookMinutes,
    endedAt: 610,
  })

  it('goes on with what is left, from the look that stands, with whoever is before the camera first', () => {
    const day = dayOf({ sitters, done: [done('b', 'grey', 5), done('b', 'white', 0, 'skipped')] })
    const rest = planRest(day, looks, 610)
    expect(rest.slots[0]!.startsAt).toBe(610)
    expect(looksOf(rest)).toHaveLength(10)
    expect(
      looksOf(rest)
        .slice(0, 2)
        .map(one => one.split(' ')[0]),
    ).toEqual(['b', 'b'])
    expect(rest.slots.find(({ kind }) => kind === 'change')).toMatchObject({ fromId: 'grey' })
    expect(leftOf(day).sitters.find(({ id }) => id === 'b')!.lookIds).toEqual(['black', 'wash'])
  })

  it('learns how long this team really takes', () => {
    expect(paceOf([])).toBe(1)
    expect(paceOf([done('a', 'white', 0, 'skipped')])).toBe(1)
    const slow = Array.from({ length: 400 }, (_, at) => done('a', IDS[at % 4]!, 7.5))
    expectWithin(paceOf(slow), 1.5, 0.05)
    // One slow look is an accident, an hour of them a habit.
    expect(paceOf(slow.slice(0, 1))).toBeLessThan(1.03)
    expect(paceOf(slow.slice(0, 20))).toBeGreaterThan(1.2)
    const rest = planRest(dayOf({ sitters, done: [done('a', 'white', 30)] }), looks, 600)
    const look = rest.slots.find(({ kind }) => kind === 'look')!
    expectWithin(look.minutes, 4 * paceOf([done('a', 'white', 30)]), 1e-9)
  })

  it('says what can still be given up to end in time, the smallest loss that is enough first', () => {
    const day = dayOf({
      sitters,
      strikeMinutes: 0,
      spareMinutes: 3,
      breaks: [{ id: 'tea', name: 'Tea', at: 620, minutes: 30 }],
    })
    const onTime = planRest(day, looks, 600)
    expect(savingsOf({ ...day, endsAt: Math.ceil(onTime.endsAt) }, looks, 600)).toEqual([])
    const late = { ...day, endsAt: Math.floor(onTime.endsAt) - 4 }
    const [first, ...others] = savingsOf(late, looks, 600)
    const over = onTime.endsAt - late.endsAt
    expect(first!.minutes).toBeGreaterThanOrEqual(over - 0.5)
    for (const other of others)
      if (other.minutes >= over - 0.5) expect(other.minutes).toBeGreaterThanOrEqual(first!.minutes)
    // Each saving is what planning without it really saves.
    for (const saving of [first!, ...others]) {
      if (saving.kind !== 'drop-look') continue
      const without = {
        ...late,
        sitters: late.sitters.map(one =>
          one.id === saving.sitterId ? { ...one, lookIds: one.lookIds.filter(id => id !== saving.lookId) } : one,
        ),
      }
      expectWithin(onTime.endsAt - planRest(without, looks, 600).endsAt, saving.minutes, 1e-9)
    }
  })
})

describe('the day of the almanac', () => {
  it('comes with every look on target', async () => {
    const set = almanacDay()
    for (const { id, name } of set.looks) {
      const shown = inLook(set, id)
      const { verdict } = await checkedSet({ ...shown, looks: shown.looks.filter(look => look.id === id) })
      expect(verdict.state, `${name}: ${verdict.headline}`).toBe('on-target')
    }
  })

  it('is sound, has five looks that differ, and nine sitters who can all be photographed', () => {
    const set = almanacDay()
    expect(validationErrors(set)).toEqual([])
    expect(set.looks.map(({ name }) => name)).toEqual(['White', 'Mid grey', 'Honey wash', 'Silhouette', 'Black'])
    expect(set.day.sitters).toHaveLength(9)
    expect(inLook(set, set.looks[4]!.id).backdrop.name).toBe('Black paper roll')
    expect(inLook(set, 'white').backdrop.name).toBe(set.backdrop.name)
    const at = (index: number) => ({ look: set.looks[index]!, camera: { fNumber: 8, shutterS: 1 / 125, iso: 100 } })
    const away = changesBetween(set, at(0), at(4))
    // Steps are ticked off one by one: each is told from the others of its change.
    for (const from of set.looks.keys())
      for (const to of set.looks.keys()) {
        const keys = changesBetween(set, at(from), at(to)).map(({ step }) => lookStepKey(step))
        expect(new Set(keys).size).toBe(keys.length)
      }
    expect(away.map(({ step }) => step.kind)).toContain('backdrop')
    // Gels come off in less time than they go on, so that the way back is another.
    expect(minutesOfSteps(changesBetween(set, at(2), at(0)))).toBeLessThan(
      minutesOfSteps(changesBetween(set, at(0), at(2))),
    )
    // Two people are faster than one, and never twice as fast.
    const steps = changesBetween(set, at(4), at(2))
    expect(minutesOfSteps(steps, 2)).toBeLessThan(minutesOfSteps(steps, 1))
    expect(minutesOfSteps(steps, 2)).toBeGreaterThanOrEqual(minutesOfSteps(steps, 1) / 2)
    expect(changesBetween(set, at(1), at(1))).toEqual([])
  })
})
