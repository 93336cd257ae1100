import { useRecording } from '~/shared/useRecording'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { computed, ref } from 'vue'
import { freshReading, lightsInUse } from '#core/metering/run'
import type { MeterStep } from '#core/metering/step'
import { stopsRead } from '#core/calibration/compare'
import { onlyOn } from '#core/model/settings'
import { SPILL_LIMITS } from '#core/tone/spill'

/**
 * Light of the backdrop lights on the subject: where it is read, what is expected, what was read, and how much it may
 * be.
 */
export const useSpill = () => {
  const studio = useStudio()
  const light = useLight()
  const recording = useRecording()
  const position = ref(0)
  const problem = ref('')

  const lightIds = computed(() =>
    lightsInUse(studio.document, studio.look)
      .filter(({ job }) => job === 'backdrop')
      .map(({ id }) => id),
  )
  const rows = computed(() => {
    const { camera, evaluation, planned } = light
    if (!camera || !evaluation || !planned) return []
    const backdropOnly = evaluation.under(onlyOn(studio.look, lightIds.value))
    return SPILL_LIMITS.flatMap(limit => {
      const point = light.places.find(({ id }) => id === limit.pointId)
      if (!point) return []
      const step: MeterStep = { id: `spill/${point.id}`, kind: 'spill', lightIds: lightIds.value, pointId: point.id }
      const expected = backdropOnly.read(point)
      const reading = freshReading(studio.document, studio.look, step, camera, planned)
      const stops = reading ? stopsRead(reading, camera) : expected.stops
      return [{ ...limit, point, step, expected, reading, stops, isOver: stops > limit.mostStops + 0.05 }]
    })
  })
  const row = computed(() => rows.value[position.value])
  /** What else is known of light that goes where it should not, with its mends. */
  const findings = computed(() =>
    light.findings.filter(
      ({ id, kind }) => kind === 'problem' && /^(wrap|haze|backdrop-light|edge-on-nose|separation)/.test(id),
    ),
  )

  const record = async (asking: ReturnType<typeof recording.askBench>): Promise<boolean> => {
    const outcome = await asking
    problem.value = outcome.ok ? '' : outcome.message
    if (outcome.ok) position.value = Math.min(rows.value.length - 1, position.value + 1)
    return outcome.ok
  }
  const enter = (text: string) => (row.value ? record(recording.enter(row.value.step, text)) : Promise.resolve(false))
  const askBench = () => (row.value ? record(recording.askBench(row.value.step)) : Promise.resolve(false))

  return { lightIds, rows, row, position, problem, findings, enter, askBench, isAsking: recording.isAsking }
}
