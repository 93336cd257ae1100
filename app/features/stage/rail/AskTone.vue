<script setup lang="ts">
import { useAsk } from '~/shared/useAsk'
import { useChangeNote } from '~/shared/useChangeNote'
import { useLight } from '~/stores/light'
import { computed, ref } from 'vue'
import { TONE_VALUES } from '#core/evaluation/target'
import { BACKDROP_MIDDLE } from '#core/model/placeIds'
import { TONE_NAMES } from '#wording/tone'

const light = useLight()
const note = useChangeNote()
const { askBackdrop } = useAsk()
const problem = ref('')

const wanted = computed(() => {
  const target = light.targets[BACKDROP_MIDDLE]
  return target?.kind === 'value' ? Math.round(target.value) : undefined
})

const ask = (value: number) => {
  problem.value = ''
  note.clear()
  askBackdrop(value)
}

const askTyped = (event: Event) => {
  const text = (event.target as HTMLInputElement).value.trim()
  const value = Number(text.replace(',', '.'))
  if (text !== '' && value >= 0 && value <= 255) ask(value)
  else problem.value = `"${text}" is not a pixel value. Write a number from 0 to 255.`
}
</script>

<template>
  <div class="border-b border-rule px-3 py-2">
    <div class="mb-2 flex items-center justify-between">
      <label for="ask-typed" class="text-soft">Backdrop wanted</label>
      <input
        id="ask-typed"
        :value="wanted"
        inputmode="decimal"
        aria-label="Backdrop wanted, a value from 0 to 255"
        class="h-9 w-18 rounded-sm border border-rule bg-well px-2 text-right text-xl font-semibold"
        data-test="ask-typed"
        @change="askTyped"
        @focus="($event.target as HTMLInputElement).select()"
      />
    </div>
    <div class="grid grid-cols-5 gap-1.5">
      <button
        v-for="(value, tone) in TONE_VALUES"
        :key="tone"
        class="h-8 rounded-sm border text-sm"
        :class="wanted === value ? 'border-accent outline-2 outline-accent' : 'border-rule'"
        :style="{
          background: `rgb(${value} ${value} ${value})`,
          color: value > TONE_VALUES['mid-grey'] - 20 ? '#000' : '#fff',
        }"
        :aria-label="`Ask for ${value}, ${TONE_NAMES[tone]}`"
        :aria-pressed="wanted === value"
        :title="TONE_NAMES[tone]"
        :data-test="`ask-${value}`"
        @click="ask(value)"
      >
        {{ value }}
      </button>
    </div>
    <p v-if="problem" role="alert" class="mt-1 text-xs">
      {{ problem }}
    </p>
  </div>
</template>
