import { createSharedComposable } from '@vueuse/core'
import { computed, shallowRef, watch } from 'vue'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { thingName } from '#wording/things'
import { totalOf } from '#core/physics/transport/exposureAt'
import { weightsOf } from '#core/calibration/weights'
import type { BounceTable } from '#services/light/lightApi'

/** Things named for each reading. */
const NAMED = 5

/** What sent light on to a place last: its share of the whole reading. */
export type Bounce = { owner: string; share: number }

/** What sent the light on last that each place reads, under the powers that are shown; the strongest first. */
export const useBounces = createSharedComposable(() => {
  const studio = useStudio()
  const light = useLight()
  const table = shallowRef<BounceTable | undefined>()

  watch(
    () => light.solvedRevision,
    async revision => {
      table.value = (await light.bounces(revision)) ?? table.value
    },
    { immediate: true },
  )

  const bounces = computed((): ReadonlyMap<string, Bounce[]> => {
    const { value: known } = table
    if (!known || !light.camera) return new Map()
    const weights = weightsOf(studio.document, light.shownSettings, light.camera, light.learned)
    return new Map(
      light.readouts.map(({ point, parts }) => {
        const whole = totalOf(parts)
        const owners = new Map<string, number>()
        for (const [lightId, luxSOf] of Object.entries(known[point.id] ?? {}))
          for (const [owner, luxS] of Object.entries(luxSOf))
            owners.set(owner, (owners.get(owner) ?? 0) + luxS * (weights[lightId]?.bounced ?? 0))
        const shares = [...owners]
          .map(([owner, luxS]): Bounce => ({ owner, share: whole > 0 ? luxS / whole : 0 }))
          .filter(({ share }) => share >= 0.005)
          .toSorted((a, b) => b.share - a.share)
        return [point.id, shares]
      }),
    )
  })
  /** The strongest of them at a place, by name. */
  const named = (pointId: string) =>
    (bounces.value.get(pointId) ?? []).slice(0, NAMED).map(({ owner, share }) => ({
      name: thingName(studio.document, owner),
      percent: Math.round(100 * share),
      share,
    }))
  return { bounces, named }
})
