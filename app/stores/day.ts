import { useNow } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { MINUTES } from '#core/changes/effort'
import { editDay } from '#core/looks/dayEdits'
import { clockJump } from '#core/looks/clock'
import {
  inOrderOfArrival,
  leftOf,
  minutesBefore,
  planDay,
  planRest,
  savingsOf,
  type DayLooks,
  type Saving,
} from '#core/looks/day'
import type { Day } from '#core/model/daySchema'
import { useLooks } from './looks'
import { useLight } from './light'
import { usePlacing } from './placing'
import { useRecords } from './records'
import { useStudio } from './studio'

const DAY = 24 * 60

/** The day of the open set: its plan, and how it really goes. */
export const useDay = defineStore('day', () => {
  const studio = useStudio()
  const looks = useLooks()
  const placing = usePlacing()
  const light = useLight()
  const records = useRecords()
  const wall = useNow({ interval: 5000 })
  /** The clock of a rehearsal, minutes since midnight; null while the real one counts. */
  const rehearsed = ref<number | null>(null)

  const day = computed(() => studio.stored.day)
  const dayLooks = computed((): DayLooks => ({
    ids: studio.stored.looks.map(({ id }) => id),
    minutes: looks.minutes,
    isFlash: studio.stored.looks.map(look =>
      studio.stored.lights.some(({ id, lamp }) => lamp.kind === 'flash' && look.lights[id]?.on),
    ),
    // Turned before the sitter, and back after.
    turning: (sitterId, lookId) => 2 * MINUTES.power * (placing.forSitter(lookId, sitterId)?.changes.length ?? 0),
  }))
  const plan = computed(() => planDay(day.value, dayLooks.value))
  const jump = computed(() =>
    day.value.date === null ? 0 : clockJump(day.value.date, day.value.startsAt, Math.min(plan.value.endsAt, DAY - 1)),
  )

  const now = computed(
    () => rehearsed.value ?? wall.value.getHours() * 60 + wall.value.getMinutes() + wall.value.getSeconds() / 60,
  )
  const last = computed(() => day.value.done.at(-1))
  const hasBegun = computed(() => day.value.done.length > 0)
  /** When the first look was to begin. */
  const beginsAt = computed(
    () => plan.value.slots.find(({ kind }) => kind === 'change' || kind === 'look')?.startsAt ?? day.value.startsAt,
  )
  /** From when on the present piece of work runs. */
  const since = computed(() => last.value?.endedAt ?? beginsAt.value)
  /** The rest as it would go from when the present piece began; its first look is what is at hand. */
  const begun = computed(() => planRest(day.value, dayLooks.value, since.value))
  /** Minutes by which the present piece is longer than it was planned to be. */
  const overrun = computed(() => {
    const first = begun.value.slots.find(({ kind }) => kind === 'look')
    return first ? Math.max(0, now.value - first.startsAt - first.minutes) : 0
  })
  const restAt = computed(() => since.value + overrun.value)
  const rest = computed(() => (overrun.value === 0 ? begun.value : planRest(day.value, dayLooks.value, restAt.value)))
  /** The look at hand. */
  const current = computed(() => rest.value.slots.find(slot => slot.kind === 'look'))
  /** Minutes that the day is going to end later than it was planned to. */
  const late = computed(() => rest.value.endsAt - plan.value.endsAt)
  const savings = computed(() => savingsOf(day.value, dayLooks.value, restAt.value))

  /** Minutes of a span that fall into breaks. */
  const inBreaks = (from: number, to: number) =>
    day.value.breaks.reduce(
      (sum, { at, minutes }) => sum + Math.max(0, Math.min(to, at + minutes) - Math.max(from, at)),
      0,
    )

  /** Each look of a day is kept as it stood, where it has been worked out. */
  const keepRecord = (lookId: string, sitter: string) => {
    const line = looks.looks.find(({ look }) => look.id === lookId)
    // A set of one look is judged on the stage alone.
    const { evaluation, verdict } = (looks.several ? line : light) ?? {}
    if (evaluation && verdict) void records.keepStanding({ evaluation, verdict }, { from: 'day', sitter })
  }

  const end = (state: Day['done'][number]['state']) => {
    const slot = current.value
    if (!slot) return
    const sitter = day.value.sitters.find(({ id }) => id === slot.sitterId)!
    const before = day.value.done.filter(one => one.state === 'done').at(-1)
    const change = minutesBefore(dayLooks.value, before?.lookId, slot.lookId, slot.sitterId)
    const from = Math.max(since.value, sitter.arrivesAt ?? 0)
    if (state === 'done') keepRecord(slot.lookId, sitter.name)
    studio.edit(set =>
      editDay(set, {
        done: [
          ...set.day.done,
          {
            sitterId: slot.sitterId,
            lookId: slot.lookId,
            state,
            plannedMinutes: change + sitter.minutesPerLook,
            tookMinutes: state === 'done' ? Math.max(0, now.value - from - inBreaks(from, now.value)) : 0,
            endedAt: now.value,
          },
        ],
      }),
    )
  }

  const save = (saving: Saving) =>
    studio.edit(set => {
      switch (saving.kind) {
        case 'no-spare':
          return editDay(set, { spareMinutes: 0 })
        case 'shorten-break':
          return editDay(set, {
            breaks: set.day.breaks.map(one =>
              one.id === saving.breakId ? { ...one, minutes: saving.toMinutes } : one,
            ),
          })
        case 'drop-look':
          return editDay(set, {
            done: [
              ...set.day.done,
              {
                sitterId: saving.sitterId,
                lookId: saving.lookId,
                state: 'skipped' as const,
                plannedMinutes: 0,
                tookMinutes: 0,
                // What is at hand began when it began.
                endedAt: since.value,
              },
            ],
          })
      }
    })

  return {
    day,
    plan,
    jump,
    now,
    rehearsed,
    hasBegun,
    since,
    rest,
    current,
    late,
    savings,
    sitters: computed(() => inOrderOfArrival(day.value.sitters)),
    left: computed(() => leftOf(day.value).sitters.reduce((sum, { lookIds }) => sum + lookIds.length, 0)),
    done: () => end('done'),
    skip: () => end('skipped'),
    save,
    beginAnew: () => studio.edit(set => editDay(set, { done: [] })),
    change: (change: Partial<Day>) => studio.edit(set => editDay(set, change)),
  }
})
