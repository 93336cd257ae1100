import { useBenchRig } from '~/shared/useBenchRig'
import { useBenchTake } from '~/shared/useBenchTake'
import { useLight } from '~/stores/light'
import { usePreferences } from '~/stores/preferences'
import { useStudio } from '~/stores/studio'
import { ref, toRaw } from 'vue'
import type { Reading } from '#core/model/schema'
import { err, ok, type Outcome } from '#core/shared/outcome'
import { askBenchReading, NO_SERVER } from '~/support/bench'
import { benchHere } from '~/support/benchHere'

/** Where a simulated reading is taken. */
export type BenchQuestion = { pointId: string; lightIds: readonly string[]; meter?: Reading['meter'] }

/** When the simulated lamps fired last. */
let firedAt = 0

/** The simulated meter in the studio that the settings describe; one question at a time. */
export const useBenchMeter = () => {
  const studio = useStudio()
  const light = useLight()
  const preferences = usePreferences()
  const take = useBenchTake()
  const { rig } = useBenchRig()
  const isAsking = ref(false)

  /** What it shows; undefined where no light reaches it. Waits for the plan where it is still worked out. */
  const ask = async ({
    pointId,
    lightIds,
    meter = 'incident',
  }: BenchQuestion): Promise<Outcome<number | undefined>> => {
    if (isAsking.value) return err('The bench is still metering.')
    isAsking.value = true
    try {
      return await metered({ pointId, lightIds, meter })
    } finally {
      isAsking.value = false
    }
  }

  const metered = async ({
    pointId,
    lightIds,
    meter,
  }: Required<BenchQuestion>): Promise<Outcome<number | undefined>> => {
    await light.ready()
    const now = performance.now()
    const request = {
      set: toRaw(studio.document),
      lookId: studio.look.id,
      pointId,
      lightIds,
      camera: light.camera!,
      seed: preferences.values.benchSeed,
      roughness: preferences.values.benchRoughness,
      faults: preferences.values.benchFaults,
      sinceS: (now - firedAt) / 1000,
      meter,
      take: take.next(),
      rig: rig(),
    }
    const answered = await askBenchReading(request)
    const answer = answered === NO_SERVER ? await benchHere.reading(request as never) : answered
    firedAt = now
    return answer.ok ? ok(answer.value) : answer
  }

  return { ask, isAsking }
}
