<script setup lang="ts">
import { usePreferences } from '~/stores/preferences'
import { computed, onMounted, ref, useTemplateRef, watch } from 'vue'
import { bareMeanings, type FigureHabit } from '#wording/notation/aperture'

const props = defineProps<{
  problem: string
  isAsking: boolean
  /** How a reading is written here. */
  example: string
  /** In the dark a meter shows nothing. */
  mayBeNothing?: boolean
  maySkip?: boolean
  /** There is no simulated meter to ask here. */
  hasNoBench?: boolean
  /** Where there is a keyboard, the pad makes room for what it is held against. */
  isCompact?: boolean
  /** Takes what was written; answers whether it could. */
  enter: (text: string) => Promise<boolean>
}>()
const emit = defineEmits<{ ask: []; nothing: []; skip: [] }>()
const text = ref('')
const field = useTemplateRef<HTMLInputElement>('field')

/** What a thumb needs to write any reading: each key, what it writes, and how it is read out. */
type PadKey = { shown: string; writes: string; said?: string }
const figure = (shown: string): PadKey => ({ shown, writes: shown })
const PAD: readonly PadKey[] = [
  ...['7', '8', '9'].map(figure),
  { shown: '+⅓', writes: ' +1/3', said: 'plus a third' },
  ...['4', '5', '6'].map(figure),
  { shown: '+⅔', writes: ' +2/3', said: 'plus two thirds' },
  ...['1', '2', '3'].map(figure),
  // A part-stop follows a full stop: "8 +0." saves three presses.
  { shown: '+', writes: ' +0.', said: 'plus tenths' },
  figure('0'),
  figure('.'),
  { shown: '/', writes: '/', said: 'slash' },
  { shown: 'EV', writes: 'EV ' },
]

const type = ({ writes, shown }: PadKey) => {
  // A unit stands before its figure, whenever it is pressed.
  text.value = shown === 'EV' ? `EV ${text.value.replace(/^EV /, '')}` : text.value + writes
}
/** Takes the last press back. */
const takeBack = () => {
  const written = PAD.find(({ writes }) => writes.length > 1 && text.value.endsWith(writes))
  text.value = text.value.slice(0, -(written?.writes.length ?? 1))
}
/** What a number pad's other keys do: with nothing typed, minus skips; the star simulates. */
const byPad = (event: KeyboardEvent) => {
  const isEmpty = text.value.trim() === ''
  if (event.key === '*' && !props.isAsking && !props.hasNoBench) emit('ask')
  else if (event.key === '-' && isEmpty && props.maySkip) emit('skip')
  else if (isUnclear.value && (event.key === '1' || event.key === '2'))
    void mean(choices.value[Number(event.key) - 1]!.habit)
  else return
  event.preventDefault()
}
const preferences = usePreferences()
/** A bare 8.5 that nobody has said the meaning of yet. */
const meanings = computed(() => bareMeanings(text.value))
const isUnclear = ref(false)
watch(text, () => {
  isUnclear.value = false
})
const submit = async () => {
  if (props.mayBeNothing && /^0+(\.0*)?$/.test(text.value.trim())) {
    text.value = ''
    return emit('nothing')
  }
  if (meanings.value && preferences.values.figureHabit === null) {
    isUnclear.value = true
    return
  }
  if (await props.enter(text.value)) text.value = ''
  field.value?.focus()
}
const mean = async (figureHabit: FigureHabit) => {
  await preferences.change({ figureHabit })
  isUnclear.value = false
  await submit()
}
/** Both meanings as words: the full stop with its tenths, and the f-number. */
const choices = computed(() => {
  const [whole, tenths] = text.value.trim().replace(',', '.').split('.')
  return meanings.value
    ? [
        { habit: 'tenths' as const, words: `${whole} and ${tenths} tenths of a stop` },
        { habit: 'decimal' as const, words: `f/${whole}.${tenths}` },
      ]
    : []
})

defineExpose({ focus: () => field.value?.focus() })

// The field asks for no keyboard of the phone's own (inputmode), so that the pad stays in sight.
onMounted(() => field.value?.focus({ preventScroll: true }))
</script>

<template>
  <form
    class="grid gap-3"
    :class="{ 'lg:grid-cols-[minmax(0,1fr)_16rem] lg:gap-8': !isCompact }"
    @submit.prevent="submit"
  >
    <div class="flex flex-col gap-3">
      <label>
        <span class="text-sm text-soft">The meter shows</span>
        <input
          ref="field"
          v-model="text"
          inputmode="none"
          autocomplete="off"
          class="mt-1 w-full rounded-sm border border-rule bg-well px-3 py-2 text-3xl font-semibold"
          :placeholder="example"
          data-test="entry"
          :aria-invalid="problem !== ''"
          aria-describedby="entry-problem"
          @keydown="byPad"
        />
      </label>
      <p v-if="problem" id="entry-problem" role="alert" data-test="entry-problem">
        {{ problem }}
      </p>
      <div v-if="isUnclear" role="alert" data-test="unclear">
        <p>What does your meter mean by {{ text.trim() }}? It is remembered; the menu changes it.</p>
        <div class="mt-1 flex gap-2">
          <button
            v-for="(choice, index) in choices"
            :key="choice.habit"
            type="button"
            class="press min-h-12 grow"
            :data-test="`means-${choice.habit}`"
            @click="mean(choice.habit)"
          >
            <kbd class="mr-2 font-sans text-sm text-soft max-lg:hidden">{{ index + 1 }}</kbd>{{ choice.words }}
          </button>
        </div>
      </div>
      <p class="text-sm text-soft max-lg:hidden">
        Number pad: Enter takes it; {{ mayBeNothing ? '0 is nothing; ' : '' }}{{ maySkip ? '− skips; ' : '' }}*
        simulates.
      </p>
      <div class="flex gap-2">
        <button class="press-main min-h-12 grow text-lg" :disabled="text.trim() === ''" data-test="enter">Enter</button>
        <button
          v-if="!hasNoBench"
          type="button"
          class="press min-h-12 grow"
          :disabled="isAsking"
          data-test="ask-bench"
          @click="emit('ask')"
        >
          {{ isAsking ? 'Metering…' : 'Simulate reading' }}
        </button>
        <button v-if="mayBeNothing" type="button" class="press min-h-12" data-test="nothing" @click="emit('nothing')">
          Nothing
        </button>
        <button v-if="maySkip" type="button" class="press min-h-12" data-test="skip" @click="emit('skip')">Skip</button>
      </div>
    </div>
    <div class="grid grid-cols-4 gap-1.5" :class="{ 'lg:hidden': isCompact }">
      <button
        v-for="key in PAD"
        :key="key.shown"
        type="button"
        class="press h-12 px-0! text-xl lg:h-11"
        :aria-label="key.said ?? key.shown"
        @click="type(key)"
      >
        {{ key.shown }}
      </button>
      <button type="button" class="press col-span-4 h-10" @click="takeBack">Backspace</button>
    </div>
  </form>
</template>
