import { watchDebounced } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, markRaw, ref, shallowRef, toRaw, watch } from 'vue'
import { changeSettings } from '#core/edits/edits'
import { calibratedLighting, learnedOf } from '#core/evaluation/calibratedLighting'
import { evaluate, type Evaluation } from '#core/evaluation/evaluation'
import { lightingKey } from '#core/evaluation/solverKeys'
import { changesBetween, minutesOfSteps, type TimedStep } from '#core/looks/between'
import { inLook } from '#core/looks/inLook'
import {
  bestOrder,
  conditionsAmong,
  contradiction,
  isOnOrder,
  keepsTo,
  type OrderCondition,
  type Ordered,
} from '#core/looks/order'
import type { LookCondition } from '#core/model/daySchema'
import type { Look } from '#core/model/schema'
import { looksService } from '#services/looks/looksService'
import type { JudgedLook } from '#services/looks/looksApi'
import { isCalledOff, newest } from '#services/rpc/latest'
import type { Verdict } from '#core/solve/verdict'
import { saidVerdict, type Said } from '#wording/verdict'
import { useLight } from './light'
import { useStudio } from './studio'
import { errorWords } from '#wording/impossible'

type Judged = Exclude<JudgedLook, { failure: string }>

/** Verdicts of a look that misses its target. */
const OFF_TARGET: ReadonlySet<Verdict['state']> = new Set(['mend', 'short'])

/** After the hand rests for this long the looks that are not on the screen are judged. */
const REST_MS = 700

/** All looks of the open set, judged in the background: verdict, small picture, and what lies between two of them. */
export const useLooks = defineStore('looks', () => {
  const studio = useStudio()
  const light = useLight()
  const service = markRaw(looksService())
  const asking = newest()
  /** What was judged last of each look, with the state of the set that it is of. */
  const judged = shallowRef<ReadonlyMap<string, { key: string; found: JudgedLook }>>(new Map())
  const failure = shallowRef('')

  /** Equal for a look whose judgement would be the same. */
  const keyOf = (look: Look): string =>
    JSON.stringify([lightingKey(inLook(studio.stored, look.id)), { ...look, name: '', run: null, grid: null }])
  const several = computed(() => studio.stored.looks.length > 1)
  /** A list shows every look with its picture, an only one too. */
  const isListed = ref(false)
  const isAsked = computed(() => several.value || isListed.value)
  /**
   * A set of one look is judged on the stage alone; and nothing is compared at every step of the hand, under which
   * no look is known.
   */
  const keys = computed(
    () => new Map(isAsked.value && !studio.isMoving ? studio.stored.looks.map(look => [look.id, keyOf(look)]) : []),
  )

  const judge = async () => {
    if (!isAsked.value || studio.isDragging) return
    const looks = studio.stored.looks.filter(({ id }) => judged.value.get(id)?.key !== keys.value.get(id))
    if (looks.length === 0) return
    const of = keys.value
    const set = toRaw(studio.stored)
    try {
      await service.judge(
        set,
        looks.map(look => ({ lookId: look.id, learned: learnedOf(inLook(set, look.id), look, light.calibration) })),
        {
          signal: asking.next(),
          report: found => {
            const next = new Map([...judged.value].filter(([id]) => of.has(id)))
            judged.value = next.set(found.lookId, { key: of.get(found.lookId)!, found })
            if ('layers' in found) light.remember(found)
          },
        },
      )
      failure.value = ''
    } catch (error) {
      if (!isCalledOff(error))
        failure.value = `The other looks could not be judged: ${errorWords(error)} They are kept as they are.`
    }
  }
  watchDebounced([keys, () => studio.isDragging, () => light.calibration], judge, {
    debounce: REST_MS,
    immediate: true,
  })

  const judgedOf = (look: Look): Judged | undefined => {
    const known = judged.value.get(look.id)
    return known?.key === keys.value.get(look.id) && known && 'layers' in known.found ? known.found : undefined
  }
  /** What was said of a look last, and of what: a look that is judged lets the others stand as they are. */
  const said = new WeakMap<Judged, { of: readonly unknown[]; evaluation: Evaluation; verdict: Verdict & Said }>()
  const evaluated = (look: Look, found: Judged) => {
    const set = inLook(studio.stored, look.id)
    const of = [set, look, light.calibration]
    const before = said.get(found)
    if (before?.of.every((one, index) => one === of[index])) return before
    const lighting = calibratedLighting(set, found.layers, learnedOf(set, look, light.calibration))
    const evaluation = evaluate(set, look, lighting, found.camera)
    const now = { of, evaluation, verdict: saidVerdict(evaluation, found.answer) }
    said.set(found, now)
    return now
  }
  /** What is said of each look; without a verdict while it is being worked out. */
  const looks = computed(() =>
    studio.stored.looks.map(look => {
      const known = judged.value.get(look.id)
      const found = judgedOf(look)
      const now = found && evaluated(look, found)
      return {
        look,
        camera: found?.camera,
        evaluation: now?.evaluation,
        verdict: now?.verdict,
        answer: found?.answer,
        picture: known && 'picture' in known.found ? known.found.picture : undefined,
        /** Whether picture and verdict are of the look as it stands. */
        isKnown: found !== undefined,
        broken: known?.key === keys.value.get(look.id) && known && 'failure' in known.found ? known.found.failure : '',
      }
    }),
  )

  /** Whether a look is still to be judged: until then minutes between looks are of apertures as they were set. */
  const isJudging = computed(() => several.value && looks.value.some(({ isKnown, broken }) => !isKnown && !broken))

  /** Looks that miss their targets and whose powers bring them nearer: minutes to and from them are not known yet. */
  const unsetIds = computed(
    () =>
      new Set(
        looks.value.flatMap(({ look, verdict }) =>
          verdict && OFF_TARGET.has(verdict.state) && verdict.changes.length > 0 ? [look.id] : [],
        ),
      ),
  )

  /** Whether looks are calculated and set, so that the minutes between them are known. */
  const areSettled = (...ids: readonly string[]): boolean =>
    ids.every(id => !unsetIds.value.has(id) && looks.value.some(({ look, isKnown }) => look.id === id && isKnown))

  /** A look with the setting that its picture is taken at, as far as that is known. */
  const atLook = (look: Look) => {
    const { followsPointId: _, ...camera } = look.exposure
    return { look, camera: judgedOf(look)?.camera ?? camera }
  }
  const stepsBetween = (from: Look, to: Look): TimedStep[] =>
    changesBetween(toRaw(studio.stored), atLook(from), atLook(to))
  const minutesBetween = (from: Look, to: Look): number =>
    minutesOfSteps(stepsBetween(from, to), studio.stored.day.people)
  /** Minutes from each look to each other. */
  const minutes = computed(() =>
    studio.stored.looks.map(from => studio.stored.looks.map(to => (from === to ? 0 : minutesBetween(from, to)))),
  )

  /** Minutes from each look to the next, as they lie in the set. */
  const onward = computed(() =>
    studio.stored.looks.slice(1).map((to, before) => minutesBetween(studio.stored.looks[before]!, to)),
  )

  const numbered = (conditions: readonly LookCondition[]): OrderCondition[] =>
    conditionsAmong(
      conditions,
      studio.stored.looks.map(({ id }) => id),
    )
  const conditions = computed(() => studio.stored.day.conditions.filter(isOnOrder))
  /** The order of fewest minutes; undefined where the conditions allow none. */
  const order = computed((): (Omit<Ordered, 'order'> & { looks: Look[] }) | undefined => {
    const found = bestOrder(minutes.value, numbered(conditions.value))
    return found && { ...found, looks: found.order.map(number => studio.stored.looks[number]!) }
  })
  /** Whether the looks, as they lie in the set, keep to every condition. */
  const keepsNow = computed(() =>
    numbered(conditions.value).every(condition =>
      keepsTo(
        studio.stored.looks.map((_, number) => number),
        condition,
      ),
    ),
  )
  /** Conditions that cannot hold together. */
  const contradicting = computed((): LookCondition[] => {
    if (order.value) return []
    const numbers = numbered(conditions.value)
    const found = contradiction(studio.stored.looks.length, numbers)
    return conditions.value.filter((_, index) => found.includes(numbers[index]!))
  })

  /** The look before the present one, as they lie in the set. */
  const previous = computed((): Look | undefined => {
    const at = studio.stored.looks.findIndex(({ id }) => id === studio.look.id)
    return at > 0 ? studio.stored.looks[at - 1] : undefined
  })
  /** Things that change on the way from there to the present look. */
  const changedIds = computed(() => {
    const steps = previous.value ? stepsBetween(previous.value, studio.look) : []
    return new Set(steps.flatMap(({ step }) => ('id' in step ? [step.id] : [])))
  })

  /** Looks whose powers are set as soon as they are known. */
  const unset = shallowRef<readonly string[]>([])
  watch([looks, unset], () => {
    if (unset.value.length === 0) return
    const ready = looks.value.filter(({ look, isKnown }) => isKnown && unset.value.includes(look.id))
    if (ready.length < unset.value.filter(id => studio.stored.looks.some(look => look.id === id)).length) return
    unset.value = []
    studio.edit(set => ready.reduce((next, { look, answer }) => changeSettings(next, look.id, answer!.settings), set))
  })
  /** Sets the powers of looks as near to their targets as they come, once their light is known. */
  const setPowers = (lookIds: readonly string[]) => {
    unset.value = [...new Set([...unset.value, ...lookIds])]
  }
  const isSetting = computed(() => unset.value.length > 0)

  return {
    looks,
    several,
    isListed,
    isJudging,
    unsetIds,
    areSettled,
    failure,
    stepsBetween,
    minutes,
    onward,
    order,
    contradicting,
    keepsNow,
    changedIds,
    setPowers,
    isSetting,
  }
})
