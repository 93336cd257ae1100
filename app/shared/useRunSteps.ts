import { computed, type Ref } from 'vue'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { roomLightAt } from '#core/calibration/roomLight'
import { spreadOf, spreadOfFit } from '#core/calibration/fit'
import { covers, evaluate } from '#core/evaluation/evaluation'
import { ambientReading } from '#core/metering/ambient'
import { plannedParts } from '#core/metering/record'
import { lightsInUse, meteringRun, readingOfStep, stateOfStep, type StepState } from '#core/metering/run'
import type { MeterStep } from '#core/metering/step'
import type { Reading } from '#core/model/schema'
import { onlyOn } from '#core/model/settings'
import { meteredFNumber } from '#core/physics/photometry/meter'
import { luminance } from '#core/physics/units/rgb'

/** What a step should show by all that is known, and how surely. */
export type Expected = { fNumber: number; spreadStops: number }

/** The steps of the look's run: what there is to read, what was read, and what to expect. */
export const useRunSteps = (meter: Readonly<Ref<Reading['meter']>>) => {
  const studio = useStudio()
  const light = useLight()

  const steps = computed((): MeterStep[] => meteringRun(studio.document, studio.look, light.points))
  const inUse = computed(() => lightsInUse(studio.document, studio.look))
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
    const place = light.places.find(({ id }) => id === one.pointId)
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

  return { steps, inUse, states, isToRead, readingOf, expectedAt }
}
