import { until, watchDebounced } from '@vueuse/core'
import { useHeld } from '~/shared/useHeld'
import { tellFirstAnswer } from '~/support/firstAnswer'
import { computed, markRaw, ref, shallowRef, toRaw, watch } from 'vue'
import { defineStore } from 'pinia'
import { calibrate, type Calibration } from '#core/calibration/calibrate'
import { bandPoints, meterPoints } from '#core/evaluation/probes/points'
import type { Readout } from '#core/evaluation/readout'
import type { LightSetting, StudioSet, Target } from '#core/model/schema'
import { onlyOn } from '#core/model/settings'
import type { LookAnswer } from '#core/solve/lookPowers'
import { saidVerdict } from '#wording/verdict'
import type { Lighting } from '#core/calibration/lighting'
import { calibratedLighting, learnedOf } from '#core/evaluation/calibratedLighting'
import { probesOf } from '#core/evaluation/probes/probes'
import { BAND_COUNT } from '#core/evaluation/thresholds'
import { covers, evaluate, type Evaluation } from '#core/evaluation/evaluation'
import type { LightLayer } from '#core/physics/transport/lightLayer'
import { CHECKS } from '#core/checks/findings'
import type { CheckContext, Finding } from '#core/checks/finding'
import { judgeService, type PowersQuestion } from '#services/judge/judgeService'
import { leanOf, type LeanSet } from '#services/leanSet'
import { lightService } from '#services/light/lightService'
import { turns } from '#services/rpc/job'
import { useSolving } from './solving'
import { useStudio } from './studio'
import { errorWords } from '#wording/impossible'

/** What is asked for but not yet accepted: targets for some points. */
export type Ask = Record<string, Target>

/** Light on the open set: layers from the worker, and everything derived from them. Nothing here is ever edited. */
export const useLight = defineStore('light', () => {
  const studio = useStudio()
  const service = markRaw(lightService())
  const judge = markRaw(judgeService())
  judge.begin()
  const { layers, failure, geometry, ...solving } = useSolving(service)
  const asked = shallowRef<Ask | null>(null)
  const points = computed(() => meterPoints(studio.document))
  /** What readings teach, and how each stands against the others. */
  const readings = computed(() => studio.document.readings)
  const lightIds = computed(() => studio.document.lights.map(({ id }) => id).join(' '))
  const frozen = computed(() => studio.document.frozen)
  const calibration = shallowRef<Calibration>(calibrate([], []))
  /** Whether all readings that there are have taught what they teach. */
  const isStudied = ref(true)
  let studies = 0
  // Through these three nothing is calibration again while a lamp is dragged.
  watch(
    [readings, lightIds, frozen],
    async ([taken, ids, held]) => {
      const mine = ++studies
      isStudied.value = false
      const lights = ids.split(' ').filter(Boolean)
      try {
        const found =
          taken.length === 0 ? calibrate([], lights, held) : await judge.calibrate(toRaw(taken), lights, toRaw(held))
        if (mine !== studies || !found) return
        calibration.value = found
        isStudied.value = true
      } catch (error) {
        if (mine === studies)
          failure.value = `What the readings teach could not be worked out: ${errorWords(error)} They are kept.`
      }
    },
    { immediate: true, flush: 'sync' },
  )
  const places = computed(() => probesOf(studio.document))
  const learned = computed(() => learnedOf(studio.document, studio.look, calibration.value))
  /**
   * Layers as the plan has them; they fit the set that is shown once every light of it has one, at all that something
   * is wanted of.
   */
  const planned = computed((): LightLayer[] | undefined => {
    const ids = layers.value?.layers.map(layer => layer.lightId)
    if (!layers.value || !studio.document.lights.every(light => ids?.includes(light.id))) return undefined
    return covers(layers.value.layers, probesOf(studio.document, 'judged')) ? layers.value.layers : undefined
  })
  const lighting = computed(
    (): Lighting | undefined => planned.value && calibratedLighting(studio.document, planned.value, learned.value),
  )

  const targets = computed(() => ({ ...studio.look.targets, ...asked.value }))
  const wantedLook = computed(() => ({ ...studio.look, targets: targets.value }))
  /** All that follows from the light that there is, for what is asked. */
  const evaluation = computed(() => lighting.value && evaluate(studio.document, wantedLook.value, lighting.value))
  const camera = computed(() => evaluation.value?.camera)

  /** Whether light was worked out for the set as it stands, roughly at least. */
  const isLit = computed(() => layers.value?.of === geometry.value && planned.value !== undefined)

  /**
   * Figures of a set that stood otherwise stand for a moment under the hand; after that each place says that it is
   * working out.
   */
  const { shown: lately } = useHeld(() => isLit.value || undefined)
  const isLate = computed(() => lately.value === undefined)

  /** Waits until there are figures of the set as it stands. */
  const ready = () => until(() => camera.value !== undefined && isLit.value && isStudied.value).toBe(true)

  /** What powers depend on; the same object for as long as nothing of it changes. */
  const lean = computed((before?: LeanSet) => leanOf(studio.document, before))
  const question = computed((): PowersQuestion | undefined =>
    lighting.value && camera.value && isLit.value && isStudied.value
      ? { set: lean.value, look: toRaw(wantedLook.value), camera: camera.value, lighting: lighting.value }
      : undefined,
  )
  const answered = shallowRef<{ of: PowersQuestion; answer: LookAnswer }>()
  watch(
    question,
    asked => {
      if (!asked) return
      judge.powers(
        asked,
        found => {
          answered.value = { of: asked, answer: found }
          tellFirstAnswer()
        },
        error => {
          failure.value = `The powers could not be worked out: ${errorWords(error)} Your set is kept.`
        },
      )
    },
    { immediate: true },
  )
  /** The answer for the set as it stands; undefined while it is being worked out. */
  const answer = computed(() =>
    question.value && answered.value?.of === question.value ? answered.value.answer : undefined,
  )
  const areas = computed(() => evaluation.value?.areas ?? [])
  const readouts = computed(() => evaluation.value?.readouts ?? [])
  /** What would be, were the answer to an ask accepted. */
  const ghosts = computed(() =>
    asked.value && answer.value && evaluation.value ? evaluation.value.under(answer.value.settings).readouts : [],
  )
  const verdict = computed(() =>
    answer.value && evaluation.value ? saidVerdict(evaluation.value, answer.value) : undefined,
  )
  /** The backdrop's band, read one way or another; empty while it is not worked out. */
  const bandBy = (read: (found: Evaluation) => Evaluation['read']): Readout[] => {
    const { value: found } = evaluation
    const points = bandPoints(studio.document, BAND_COUNT)
    return found && covers(found.lighting.layers, points) ? points.map(read(found)) : []
  }
  const band = computed(() => bandBy(({ read }) => read))
  /** The band with one light on alone. */
  const bandUnder = (lightId: string) =>
    bandBy(found => found.under(onlyOn({ ...studio.look, lights: shownSettings.value }, [lightId])).read)

  /** What speaks up beside the tones, once the hand rests. */
  const findings = shallowRef<Finding[]>([])
  const findingsOfSet = shallowRef<StudioSet>()
  watchDebounced(
    [readouts, answer, layers, () => studio.isDragging],
    () => {
      if (studio.isDragging || !evaluation.value || !isLit.value || !answer.value || asked.value) return
      void check({ ...evaluation.value, answer: answer.value, intrusions: layers.value!.intrusions })
    },
    { debounce: 120 },
  )
  /** One check after another, with room for the hand between them; what comes of an older state is not shown. */
  let checks = 0
  const check = async (context: CheckContext) => {
    const mine = ++checks
    const found: Finding[] = []
    const isOff = turns(() => mine !== checks)
    for (const one of CHECKS) {
      found.push(...one(context))
      if (await isOff()) return
    }
    findings.value = found
    findingsOfSet.value = context.set
  }

  /** Whether every figure on the screen is of the set as it stands. */
  const isKnown = computed(() => answer.value !== undefined)
  /** What speaks up speaks of the set as it stands. */
  const isChecked = computed(() => isKnown.value && findingsOfSet.value === studio.document)
  const presentFindings = computed(() => (isChecked.value ? findings.value : []))
  /** Something spoke up before, and it is being looked at whether it still holds. */
  const isChecking = computed(() => !isChecked.value && findings.value.length > 0)

  /** Light settings that are shown: the present ones, or the asked-for ones while an ask stands. */
  const shownSettings = computed((): Record<string, LightSetting> =>
    asked.value && answer.value ? answer.value.settings : studio.look.lights,
  )

  const exposing = (settings: Record<string, LightSetting>) => ({
    settings: toRaw(settings),
    camera: camera.value!,
    learned: learned.value,
  })
  /** What one place of the picture records, lit by some lights. */
  const probe = async (u: number, v: number, settings: Record<string, LightSetting>) =>
    camera.value && service.probe('frame', { u, v }, exposing(settings))
  /** How even the backdrop's map is, in so many columns and rows. */
  const evenness = async (columns: number, rows: number) =>
    camera.value && service.evenness(exposing(shownSettings.value), columns, rows)
  /** Which things the bounced light of every point comes from, as it was solved at a revision. */
  const bounces = (of: number) =>
    service.bounces(
      of,
      points.value.map(({ id }) => id),
    )

  return {
    service,
    probe,
    evenness,
    bounces,
    findings: presentFindings,
    isChecking,
    isKnown,
    isLit,
    isLate,
    isStudied,
    failure,
    ...solving,
    asked,
    points,
    places,
    ready,
    calibration,
    learned,
    planned,
    evaluation,
    lighting,
    camera,
    targets,
    answer,
    readouts,
    areas,
    ghosts,
    verdict,
    band,
    bandUnder,
    shownSettings,
  }
})
