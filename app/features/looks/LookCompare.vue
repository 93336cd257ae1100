<script setup lang="ts">
import { computed } from 'vue'
import LookPicture from '~/features/looks/LookPicture.vue'
import { useUnits } from '~/shared/useUnits'
import { useLooks } from '~/stores/looks'
import { useStudio } from '~/stores/studio'
import { inLook } from '#core/looks/inLook'
import { formatAperture } from '#wording/notation/aperture'
import { lookStepWords } from '#wording/lookSteps'
import { shutterWords, valueAndStopsWords } from '#wording/quantities'

/** Two looks side by side: picture, what each place renders, and everything that differs. */
const props = defineProps<{ oneId: string; otherId: string }>()
const studio = useStudio()
const looks = useLooks()
const { distance } = useUnits()

const pair = computed(() =>
  [props.oneId, props.otherId].flatMap(id => looks.looks.find(({ look }) => look.id === id) ?? []),
)
const steps = computed(() => {
  const [one, other] = pair.value
  if (!one || !other) return []
  const set = inLook(studio.stored, other.look.id)
  return looks.stepsBetween(one.look, other.look).map(({ step }) => lookStepWords(set, step, distance))
})
const rows = computed(() => {
  const [one, other] = pair.value
  if (!one?.evaluation || !other?.evaluation) return []
  return one.evaluation.readouts.flatMap(readout => {
    const there = other.evaluation!.readouts.find(({ point }) => point.id === readout.point.id)
    return there
      ? [
          {
            id: readout.point.id,
            name: readout.point.name,
            one: valueAndStopsWords(readout.value, readout.stops),
            other: valueAndStopsWords(there.value, there.stops),
          },
        ]
      : []
  })
})
</script>

<template>
  <div class="grid gap-6 lg:grid-cols-[auto_1fr]" data-test="compare-looks">
    <div class="flex gap-4">
      <figure v-for="{ look, picture, isKnown, camera, verdict } in pair" :key="look.id" class="w-34">
        <LookPicture :picture="picture" :is-known="isKnown" :name="look.name" class="aspect-2/3 w-full" />
        <figcaption class="mt-1">
          <span class="block font-medium">{{ look.name }}</span>
          <span v-if="camera" class="block text-soft">
            {{ formatAperture(camera.fNumber) }} · {{ shutterWords(camera.shutterS) }} · ISO {{ camera.iso }}
          </span>
          <span class="block text-sm">{{ verdict?.headline ?? 'Working out…' }}</span>
        </figcaption>
      </figure>
    </div>
    <div class="flex min-w-0 flex-col gap-4">
      <section aria-labelledby="what-changes">
        <h2 id="what-changes" class="font-semibold">What changes from the first to the second</h2>
        <ul class="mt-1">
          <li v-for="words in steps" :key="words" class="border-t border-rule py-1">{{ words }}</li>
        </ul>
        <p v-if="pair.length === 2 && steps.length === 0" class="text-soft">Nothing.</p>
      </section>
      <table v-if="rows.length > 0" class="w-full max-w-xl text-sm">
        <caption class="text-left font-semibold">
          What each place renders: value, and stops over the camera setting
        </caption>
        <thead>
          <tr class="text-left text-soft">
            <th class="font-normal">Place</th>
            <th v-for="{ look } in pair" :key="look.id" class="text-right font-normal">{{ look.name }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.id" class="border-t border-rule">
            <th class="py-0.5 text-left font-normal">{{ row.name }}</th>
            <td class="figure text-right whitespace-pre">{{ row.one }}</td>
            <td class="figure text-right whitespace-pre">{{ row.other }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </div>
</template>
