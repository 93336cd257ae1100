<script setup lang="ts">
import { correctionWords } from '#core/metering/correction'
import { formatStops } from '#core/units/fractions'

const studio = useStudio()
const run = useMeterRun()

const light = computed(() => studio.document.lights.find(candidate => candidate.id === run.step.value?.lightIds[0]))
const off = computed(() => run.taken.value?.offStops ?? 0)
const words = computed(() => {
  if (Math.abs(off.value) < 0.05) return 'As expected.'
  return `${formatStops(off.value)} stop against what was expected.`
})
const clicks = computed(() => run.taken.value?.correction?.clicks ?? 0)
const advice = computed(() => {
  const { correction } = run.taken.value ?? {}
  if (!correction || !light.value) return 'The plan has learned from it.'
  const what = correctionWords(correction, light.value)
  return `${what.charAt(0).toUpperCase()}${what.slice(1)}.`
})
</script>

<template>
  <div
    class="flex flex-col gap-4"
    role="status"
  >
    <p class="text-xl">
      {{ words }}
      <strong data-test="correction">{{ advice }}</strong>
    </p>
    <p
      v-if="run.isDoubtful.value"
      class="border-l-4 border-ink pl-3"
      data-test="doubt"
    >
      That is a lot. Was another light still on, the ISO of the meter different, or the receptor turned away? Read again if so.
    </p>
    <div class="flex flex-wrap gap-2">
      <button
        v-if="clicks !== 0"
        class="press-main min-h-12 grow text-lg"
        data-test="turned"
        @click="run.applyCorrection"
      >
        Turned, next
      </button>
      <button
        class="min-h-12 grow text-lg"
        :class="clicks === 0 ? 'press-main' : 'press'"
        data-test="next"
        @click="run.next"
      >
        {{ clicks === 0 ? 'Next' : 'Left as it is, next' }}
      </button>
      <button
        class="press min-h-12"
        data-test="again"
        @click="run.taken.value = null"
      >
        Read again
      </button>
    </div>
  </div>
</template>
