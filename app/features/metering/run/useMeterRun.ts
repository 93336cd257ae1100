import { createSharedComposable } from '@vueuse/core'
import { useRecording } from '~/features/metering/useRecording'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { computed, ref, shallowRef } from 'vue'
import { covers, evaluate } from '#core/evaluation/evaluation'
import { ambientLimit, ambientMend, ambientReading, ambientStops } from '#core/metering/ambient'
import { roomLightAt, roomLux } from '#core/calibration/roomLight'
import { meteredFNumber } from '#core/physics/photometry/meter'
import { luminance } from '#core/physics/units/rgb'
import { correctionFor, type Correction } from '#core/calibration/correction'
import { spreadOf, spreadOfFit } from '#core/calibration/fit'
import { plannedParts } from '#core/metering/record'
import { lightsInUse, meteringRun, readingOfStep, stateOfStep, type StepState } from '#core/metering/run'
import type { MeterStep } from '#core/metering/step'
import { changeExposure, changeRun, changeSettings, editReading } from '#core/edits/edits'
import { onlyOn } from '#core/model/settings'
import type { Look, Reading } from '#core/model/schema'
import type { Outcome } from '#core/shared/outcome'
import type { Taken } from '../useRecording'

/** What a step should show by all that is known, and how surely. */
export type Expected = { fNumber: number; spreadStops: number }

/** The guided run: one reading after another, each with what to expect and what to do about it. */
export const useMeterRun = createSharedComposable(() => {
  const studio = useStudio()
  const light = useLight()
  const recording = useRecording()
  const position = ref(0)
  const problem = ref('')
  const meter = ref<Reading['meter']>('incident')
  const taken = shallowRef<(Taken & { expectedFNumber: number; correction?: Correction }) | null>(null)

  const steps = computed((): MeterStep[] => meteringRun(studio.document, studio.look, light.points))
  const step = computed(() => steps.value[Math.min(position.value, steps.value.length - 1)])
  const point = computed(() => step.value && recording.pointOf(step.value))
  const inUse = computed(() => lightsInUse(studio.document, studio.look))
  const isDone = computed(() => steps.value.length > 0 && position.value >= steps.value.length)
  const readingOf = (of: MeterStep) => readingOfStep(of, studio.document.readings, studio.look.id)
  const states = computed((): Record<string, StepState> => {
    const { camera, planned } = light
    if (!camera || !planned) {
      // Right after opening only what is on record is known.
      const stateOf = (one: MeterStep): StepState => {
        if (readingOf(one)) return 'taken'
        return studio.look.run.skipped.includes(one.id) ? 'skipped' : 'open'
      }
      return Object.fromEntries(steps.value.map(one => [one.id, stateOf(one)]))
    }
    return Object.fromEntries(
      steps.value.map(one => [one.id, stateOfStep(studio.document, studio.look, one, camera, planned)]),
    )
  })
  const isToRead = (one: MeterStep) => ['open', 'changed'].includes(states.value[one.id] ?? 'open')

  /**
   * What the meter should show at a step, by all that readings have taught so far; the room's light once it was read.
   */
  const expectedAt = (one: MeterStep): Expected | undefined => {
    const { lighting, camera, planned, calibration } = light
    const place = recording.pointOf(one)
    if (!lighting || !camera || !planned || !place) return undefined
    if (one.kind === 'ambient') {
      const known = ambientReading(studio.document.readings)
      const lux = luminance(roomLightAt(studio.document, light.learned.room, place, camera.shutterS))
      return known || lux > 0
        ? { fNumber: meteredFNumber(lux, camera.iso, place.constant), spreadStops: known ? 0.1 : 0.5 }
        : undefined
    }
    // One lamp alone is read as the plan has it; what readings of all of them leave over is of all of them.
    const layers = one.kind === 'alone' ? planned : lighting.layers
    if (!covers(layers, [place])) return undefined
    const { fNumber } = evaluate(
      studio.document,
      { ...studio.look, lights: onlyOn(studio.look, one.lightIds) },
      { layers, learned: light.learned },
      camera,
    ).read(place)
    const parts = plannedParts(studio.document, studio.look.lights, one.lightIds, place, { camera, layers: planned })
    return { fNumber, spreadStops: Math.hypot(spreadOfFit(calibration.fit, parts), spreadOf({ meter: meter.value })) }
  }
  const expected = computed(() => step.value && expectedAt(step.value))

  const goTo = (index: number) => {
    position.value = Math.max(0, Math.min(steps.value.length, index))
    taken.value = null
    problem.value = ''
  }
  /** The next step from here on that has to be read; without one, the end. */
  const next = () => {
    const index = steps.value.findIndex((one, at) => at > position.value && isToRead(one))
    goTo(index < 0 ? steps.value.length : index)
  }
  /** The first step that has to be read, from the start. */
  const goToFirstOpen = () => {
    const open = steps.value.findIndex(isToRead)
    goTo(open < 0 ? steps.value.length : open)
  }

  /** Goes where the run stands, and again once it is known what has changed since. */
  const resume = async () => {
    goToFirstOpen()
    const at = position.value
    await light.ready()
    if (position.value === at && !taken.value) goToFirstOpen()
  }

  /** What was expected is kept from before the reading: afterwards the plan knows better. */
  const take = async (asking: (step: MeterStep) => Promise<Outcome<Taken>>): Promise<boolean> => {
    await light.ready()
    const before = expected.value?.fNumber ?? 0
    const now = step.value!
    const { powerStops } = studio.look.lights[now.lightIds[0] ?? ''] ?? { powerStops: 0 }
    const outcome = await asking(now)
    problem.value = outcome.ok ? '' : outcome.message
    if (!outcome.ok) return false
    const alone = now.kind === 'alone' ? inUse.value.find(({ id }) => id === now.lightIds[0]) : undefined
    taken.value = {
      ...outcome.value,
      expectedFNumber: before,
      correction: alone && correctionFor(alone, powerStops, outcome.value.offStops),
    }
    return true
  }
  const enter = (text: string) => take(now => recording.enter(now, text, meter.value))
  const askBench = () => take(now => recording.askBench(now, meter.value))
  /** The room is so dark that the meter shows nothing. */
  const enterNothing = () => take(recording.enterNothing)

  /** Turns the lamp by the clicks that the reading asks for. */
  const applyCorrection = () => {
    const correction = taken.value?.correction
    const lightId = step.value?.lightIds[0]
    if (!correction || !lightId) return
    studio.edit(set =>
      changeSettings(set, studio.look.id, { [lightId]: { on: true, powerStops: correction.powerStops } }),
    )
    next()
  }

  const ambient = computed(() => {
    const known = ambientReading(studio.document.readings)
    if (!known || !light.camera) return undefined
    const lux = roomLux(known)
    const limitStops = ambientLimit(light.readouts)
    return {
      stops: ambientStops(lux, light.camera),
      limitStops,
      isNothing: known.shown === 'nothing',
      mend: ambientMend(lux, light.camera, inUse.value, studio.document.camera.syncShutterS, limitStops),
    }
  })
  const applyAmbientMend = () => {
    const mend = ambient.value?.mend
    if (mend?.kind === 'setting')
      studio.edit(set => changeExposure(set, studio.look.id, { shutterS: mend.camera.shutterS, iso: mend.camera.iso }))
  }

  const plan = (changes: Partial<Look['run']>) => studio.edit(set => changeRun(set, studio.look.id, changes))
  const skip = () => {
    const id = step.value?.id
    if (id) plan({ skipped: [...new Set([...studio.look.run.skipped, id])] })
    next()
  }
  const move = (id: string, by: number) => {
    const order = steps.value.map(one => one.id)
    const at = order.indexOf(id)
    const to = Math.max(0, Math.min(order.length - 1, at + by))
    plan({ order: order.toSpliced(at, 1).toSpliced(to, 0, id) })
  }
  const begin = (first: Look['run']['first']) => {
    plan({ first, order: [] })
    goToFirstOpen()
  }
  /** Takes the step's reading again: the one before stays on record but teaches no more. */
  const again = () => {
    const id = taken.value?.reading.id
    if (id) studio.edit(set => editReading(set, id, { trust: 'out' }))
    taken.value = null
  }
  /** All of them anew, as if nothing had been left out. */
  const restart = () => {
    plan({ skipped: [] })
    goTo(0)
  }

  return {
    steps,
    step,
    position,
    point,
    inUse,
    expected,
    expectedAt,
    states,
    taken,
    isDone,
    problem,
    meter,
    ambient,
    isAsking: recording.isAsking,
    readingOf,
    goTo,
    goToFirstOpen,
    resume,
    next,
    skip,
    move,
    begin,
    again,
    restart,
    enter,
    enterNothing,
    askBench,
    applyCorrection,
    applyAmbientMend,
  }
})
