import { defineStore } from 'pinia'
import { markRaw, ref, shallowRef } from 'vue'
import { learnedOf } from '#core/evaluation/calibratedLighting'
import type { StudioRecord } from '#core/records/recordSchema'
import { hallWith, hideable, type Suspect } from '#core/records/suspects'
import { offOfReading, type RepeatDesign } from '#core/records/repeatDesign'
import { culpritsAfter, isExplained, nextChecks, type Culprit, type RepeatReading } from '#core/records/culprits'
import { REPEAT_READINGS } from '#core/records/thresholds'
import { isCalledOff, newest } from '#services/rpc/latest'
import { askBenchReading, NO_SERVER } from '~/support/bench'
import { benchHere } from '~/support/benchHere'
import { usePreferences } from './preferences'
import { searchService } from '#services/search/searchService'
import { errorWords } from '#wording/impossible'

/** A record that is set up again: the readings that would show a difference, and what they show. */
export const useRepeating = defineStore('repeating', () => {
  const service = markRaw(searchService())
  const questions = newest()
  const preferences = usePreferences()
  const record = shallowRef<StudioRecord | null>(null)
  const design = shallowRef<RepeatDesign | null>(null)
  const taken = shallowRef<readonly (RepeatReading & { fNumber: number })[]>([])
  /** The check that is to be read next; null where none is left or nothing was worked out. */
  const next = ref<number | null>(null)
  const share = ref(0)
  const isBusy = ref(false)
  const failure = ref('')

  const choose = () => {
    const count = Math.max(1, REPEAT_READINGS - taken.value.length)
    next.value = design.value ? (nextChecks(design.value, taken.value, count)[0] ?? null) : null
  }
  /** Works out which readings tell most about a record. */
  const begin = async (of: StudioRecord) => {
    record.value = of
    hidden.value = null
    design.value = null
    taken.value = []
    next.value = null
    failure.value = ''
    isBusy.value = true
    share.value = 0
    const signal = questions.next()
    try {
      const learned = learnedOf(of.set, of.set.looks[0]!)
      const found = await service.designRepeat(
        of.set,
        of.camera,
        { learned, readings: of.set.readings },
        {
          signal,
          report: done => {
            share.value = done
          },
        },
      )
      design.value = found ?? null
      choose()
    } catch (error) {
      if (isCalledOff(error)) return
      failure.value = `The readings could not be worked out: ${errorWords(error)} The record is as it was.`
    }
    isBusy.value = false
  }
  const stop = () => {
    questions.stop()
    isBusy.value = false
  }
  /** What a meter showed at the check that was asked for. */
  const take = (fNumber: number) => {
    if (!record.value || !design.value || next.value === null) return
    const { set, camera } = record.value
    const check = next.value
    const offStops = offOfReading(set, camera, design.value.checks[check]!, fNumber)
    taken.value = [...taken.value, { check, offStops, fNumber }]
    choose()
  }
  /** Something that is hidden in the simulator's hall, to practise on; null where nothing is. */
  const hidden = shallowRef<Suspect | null>(null)
  const isReading = ref(false)
  /** Hides one thing that can be otherwise, and begins anew. */
  const hide = () => {
    if (!record.value) return
    const some = hideable(record.value.set)
    hidden.value = some[Math.floor(Math.random() * some.length)] ?? null
    taken.value = []
    choose()
  }
  /** Reads the check that is asked for with the simulator, in the hall where something is hidden. */
  const readThere = async () => {
    const [of, check] = [record.value, next.value === null ? undefined : design.value?.checks[next.value]]
    if (!of || !check || !hidden.value) return
    isReading.value = true
    failure.value = ''
    const { benchSeed: seed, benchRoughness: roughness } = preferences.values
    const request = {
      set: { ...hallWith(of.set, hidden.value), readings: [] },
      lookId: of.set.looks[0]!.id,
      pointId: check.pointId,
      lightIds: [...check.lightIds],
      camera: of.camera,
      seed,
      roughness,
      meter: check.meter,
      take: 1000 + taken.value.length,
    }
    const answered = await askBenchReading(request)
    const answer = answered === NO_SERVER ? await benchHere.reading(request as never) : answered
    isReading.value = false
    if (!answer.ok) failure.value = answer.message
    else if (answer.value === undefined) failure.value = 'No light reaches the meter there.'
    else take(answer.value)
  }
  const takeBack = () => {
    taken.value = taken.value.slice(0, -1)
    choose()
  }
  const culprits = (): Culprit[] =>
    design.value && taken.value.length > 0 ? culpritsAfter(design.value, taken.value) : []

  /** Whether anything that is thought of makes sense of what was read. */
  const isClear = () => !design.value || isExplained(design.value, taken.value)

  return {
    isClear,
    record,
    design,
    taken,
    next,
    share,
    isBusy,
    failure,
    hidden,
    hide,
    isReading,
    readThere,
    begin,
    stop,
    take,
    takeBack,
    culprits,
  }
})
