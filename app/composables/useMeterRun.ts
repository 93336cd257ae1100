import { correctionFor, type Correction } from '#core/metering/correction'
import { surpriseStops } from '#core/metering/learning'
import { recordReading } from '#core/metering/record'
import { meteringRun, readingOfStep, type MeterStep } from '#core/metering/run'
import { addReading, changeExposure, changeSettings, removeReading } from '#core/set/edits'
import { onlyOn } from '#core/set/settings'
import type { Reading } from '#core/set/schema'
import { parseReading } from '#core/photometry/readingNotation'
import { readPoint } from '#core/tone/readout'
import { askBenchReading } from '~/support/bench'

/** A reading further off than this is questioned before it is believed. */
const DOUBTFUL_STOPS = 0.6

/** The guided run: one reading after another, each with what to expect and what to do about it. */
export const useMeterRun = createSharedComposable(() => {
  const studio = useStudio()
  const light = useLight()
  const preferences = usePreferences()
  const take = useBenchTake()
  const position = ref(0)
  const problem = ref('')
  const isAsking = ref(false)
  /** The reading just taken, with what was expected before it taught the plan anything. */
  const taken = shallowRef<{ reading: Reading, expectedFNumber: number, offStops: number, correction?: Correction } | null>(null)

  const steps = computed((): MeterStep[] =>
    meteringRun(studio.document, studio.document.lights.filter(source => studio.look.lights[source.id]?.on).map(source => source.id), light.points, studio.look.targets))
  const step = computed(() => steps.value[Math.min(position.value, steps.value.length - 1)])
  const point = computed(() => light.points.find(candidate => candidate.id === step.value?.pointId))
  const isDone = computed(() => steps.value.length > 0 && position.value >= steps.value.length)
  const readingOf = (of: MeterStep) => readingOfStep(of, studio.document.readings, studio.look.id)

  /** What the meter should show at this step, by all that readings have taught so far. */
  const expected = computed(() => {
    const { lighting, camera } = light
    if (!lighting || !camera || !step.value || !point.value) return undefined
    return readPoint(studio.document, point.value, onlyOn(studio.look, step.value.lightIds), camera, lighting)
  })

  const goTo = (index: number) => {
    position.value = Math.max(0, Math.min(steps.value.length, index))
    taken.value = null
    problem.value = ''
  }

  /** The first step without a reading; where all have one, the end. */
  const goToFirstOpen = () => {
    const open = steps.value.findIndex(candidate => !readingOf(candidate))
    goTo(open < 0 ? steps.value.length : open)
  }

  const record = (fNumber: number, source: Reading['source']) => {
    const { lighting, camera } = light
    const now = step.value
    if (!lighting || !camera || !now || !point.value || !expected.value) return
    const { fNumber: expectedFNumber } = expected.value
    const { powerStops } = studio.look.lights[now.lightIds[0]!]!
    const reading = recordReading(studio.document, studio.look, now, point.value, camera, lighting.layers, {
      id: `reading-${crypto.randomUUID().slice(0, 13)}`,
      at: new Date().toISOString(),
      fNumber,
      source,
    })
    const offStops = surpriseStops(reading, light.learned)
    const alone = now.kind === 'alone' ? studio.document.lights.find(candidate => candidate.id === now.lightIds[0]) : undefined
    studio.edit((set) => {
      // The camera stays put while the lights are metered: it is what every reading is held against.
      const held = changeExposure(set, studio.look.id, { fNumber: camera.fNumber, followsPointId: null })
      const earlier = readingOf(now)
      return addReading(earlier ? removeReading(held, earlier.id) : held, reading)
    })
    taken.value = {
      reading,
      expectedFNumber,
      offStops,
      correction: alone && correctionFor(alone, powerStops, offStops),
    }
    problem.value = ''
  }

  /** Right after opening, the plan may still be worked out; a reading waits for it rather than be lost. */
  const planReady = () => until(expected).toBeTruthy()

  /** Takes a reading as written; false, with the problem said, where it cannot be read. */
  const enter = async (text: string): Promise<boolean> => {
    await planReady()
    const outcome = parseReading(text, { ...light.camera!, receptor: point.value!.receptor })
    problem.value = outcome.ok ? '' : outcome.message
    if (!outcome.ok) return false
    record(outcome.value, 'hand')
    return true
  }

  const askBench = async () => {
    if (isAsking.value) return
    isAsking.value = true
    await planReady()
    const now = step.value!
    const answer = await askBenchReading({
      set: toRaw(studio.document),
      lookId: studio.look.id,
      pointId: now.pointId,
      lightIds: now.lightIds,
      camera: light.camera!,
      seed: preferences.values.benchSeed,
      take: take.next(),
    })
    isAsking.value = false
    if (!answer.ok) problem.value = answer.message
    else if (answer.value === undefined) problem.value = 'No light reaches the meter here. Is the lamp on, and does something stand in its way?'
    else record(answer.value, 'bench')
  }

  /** Turns the lamp by the clicks that the reading asks for. */
  const applyCorrection = () => {
    const correction = taken.value?.correction
    const lightId = step.value?.lightIds[0]
    if (!correction || !lightId) return
    studio.edit(set => changeSettings(set, studio.look.id, { [lightId]: { on: true, powerStops: correction.powerStops } }))
    goTo(position.value + 1)
  }

  const isDoubtful = computed(() => taken.value !== null && Math.abs(taken.value.offStops) > DOUBTFUL_STOPS)

  return {
    steps, step, position, point, expected, taken, isDone, isDoubtful, problem, isAsking,
    readingOf, goTo, goToFirstOpen, enter, askBench, applyCorrection,
    next: () => goTo(position.value + 1),
  }
})
