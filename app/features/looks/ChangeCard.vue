<script setup lang="ts">
import { computed } from 'vue'
import { useUnits } from '~/shared/useUnits'
import { useLooks } from '~/stores/looks'
import { useStudio } from '~/stores/studio'
import { minutesOfSteps } from '#core/looks/between'
import { inLook } from '#core/looks/inLook'
import { formatAperture } from '#wording/notation/aperture'
import { lookStepCaution, lookStepWords } from '#wording/lookSteps'
import { minutesWords, shutterWords } from '#wording/quantities'

/** One change on one card: what to do, in the order of a walk, and where the camera ends. */
const props = defineProps<{ fromId: string; toId: string }>()
const studio = useStudio()
const looks = useLooks()
const { distance } = useUnits()

const line = (id: string) => looks.looks.find(({ look }) => look.id === id)
const from = computed(() => line(props.fromId))
const to = computed(() => line(props.toId))
const steps = computed(() => (from.value && to.value ? looks.stepsBetween(from.value.look, to.value.look) : []))
const lines = computed(() => {
  const set = inLook(studio.stored, props.toId)
  return steps.value.map(timed => ({
    words: lookStepWords(set, timed.step, distance),
    caution: lookStepCaution(timed),
  }))
})
</script>

<template>
  <section v-if="from && to" class="border-t-2 pt-1 text-sm" data-test="change-card">
    <h2 class="flex items-baseline gap-3 font-semibold">
      {{ from.look.name }} → {{ to.look.name }}
      <span class="ml-auto font-normal">{{ minutesWords(minutesOfSteps(steps, studio.stored.day.people)) }}</span>
    </h2>
    <ol>
      <li v-for="{ words, caution } in lines" :key="words" class="flex gap-2">
        <span aria-hidden="true">☐</span> <span>{{ words }}. {{ caution }}</span>
      </li>
    </ol>
    <p v-if="lines.length === 0">Nothing to do.</p>
    <p v-if="to.camera">
      Camera {{ formatAperture(to.camera.fNumber) }}, {{ shutterWords(to.camera.shutterS) }}, ISO {{ to.camera.iso }}
    </p>
  </section>
</template>
