import { createSharedComposable } from '@vueuse/core'
import { useRunSteps } from '~/shared/useRunSteps'
import { useRecording } from '~/shared/useRecording'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { computed, ref, shallowRef } from 'vue'
import { ambientLimit, ambientMend, ambientReading, ambientStops } from '#core/metering/ambient'
import { roomLux } from '#core/calibration/roomLight'
import { correctionFor, type Correction } from '#core/calibration/correction'
import type { MeterStep } from '#core/metering/step'
import { changeExposure, changeRun, changeSettings, editReading } from '#core/edits/edits'
import type { Look, Reading } from '#core/model/schema'
import type { Outcome } from '#core/shared/outcome'
import type { Taken } from '~/shared/useRecording'

/** The guided run: one reading after another, each with what to expect and what to do about it. */
export const useMeterRun = createSharedComposable(() => {
  const studio = useStudio()
  const light = useLight()
  const recording = useRecording()
  const position = ref(0)
  const problem = ref('')
  const meter = ref<Reading['meter']>('incident')
  const taken = shallowRef<(Taken & { expectedFNumber: number; correction?: Correction }) | null>(null)

  const { steps, inUse, states, isToRead, readingOf, expectedAt } = useRunSteps(meter)
  const step = computed(() => steps.value[Math.min(position.value, steps.value.length - 1)])
  const point = computed(() => step.value && recording.pointOf(step.value))
  const isDone = computed(() => steps.value.length > 0 && position.value >= steps.value.length)
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
  const enterNothing = () => take(now => recording.enterNothing(now))

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
