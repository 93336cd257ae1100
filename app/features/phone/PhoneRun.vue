<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import ReadingEntry from '~/shared/ReadingEntry.vue'
import { useRemote } from '~/stores/remote'

/** The run by thumb: one reading after another, on through gaps in the network. */
const remote = useRemote()
const at = ref<string>()
const problem = ref('')

const steps = computed(() => remote.view?.steps ?? [])
const waits = (id: string) => remote.waiting.some(op => op.kind === 'reading' && op.stepId === id)
const isToRead = (step: { id: string; read: string }) => step.read === '' && !waits(step.id)
const index = computed(() =>
  Math.max(
    0,
    steps.value.findIndex(({ id }) => id === at.value),
  ),
)
const step = computed(() => steps.value[index.value])
/** More lamps than these are not named one by one: those of the smaller side are, the others counted. */
const MOST_NAMED = 8
const lamps = computed(() => {
  const all = (remote.view?.inUse ?? []).map((name, number) => {
    const isOn = step.value?.on.includes(number) ?? false
    return { words: `${name} ${isOn ? 'on' : 'off'}`, isOn }
  })
  if (all.length <= MOST_NAMED) return all
  const [on, off] = [all.filter(({ isOn }) => isOn), all.filter(({ isOn }) => !isOn)]
  const counted = (side: typeof all, isOn: boolean) =>
    side.length > 0 ? [{ words: `${side.length} ${isOn ? 'on' : 'off'}`, isOn }] : []
  if (on.length <= Math.min(MOST_NAMED, off.length)) return [...on, ...counted(off, false)]
  return [...counted(on, true), ...(off.length <= MOST_NAMED ? off : counted(off, false))]
})
const left = computed(() => steps.value.filter(isToRead).length)

const goTo = (to: number) => {
  at.value = steps.value[Math.min(steps.value.length - 1, Math.max(0, to))]?.id
  problem.value = ''
}
/** The step that was read here and has not been left: only a press goes on, so that no light is skipped unseen. */
const readAt = ref<string>()
/** The next that has to be read, from here on round. */
const next = () => {
  const after = [...steps.value.slice(index.value + 1), ...steps.value.slice(0, index.value)]
  const open = after.find(isToRead)
  if (open) at.value = open.id
  readAt.value = undefined
}
watch(
  steps,
  now => {
    if (at.value === undefined || !now.some(({ id }) => id === at.value)) at.value = (now.find(isToRead) ?? now[0])?.id
  },
  { immediate: true },
)
const pending = computed(() =>
  step.value ? remote.waiting.findLast(op => op.kind === 'reading' && op.stepId === step.value!.id) : undefined,
)
const answer = computed(() =>
  remote.answers.findLast(({ op }) => op.kind === 'reading' && op.stepId === step.value?.id),
)
const refusal = computed(() => (answer.value && answer.value.how !== 'done' ? answer.value : undefined))
/** What makes the laptop doubt the reading that was just taken. */
const doubt = computed(() => (answer.value?.how === 'done' && !pending.value ? answer.value.message : ''))
const isRead = computed(() => readAt.value === step.value?.id && (!refusal.value || pending.value !== undefined))
const readAgain = () => {
  if (doubt.value && answer.value) remote.takeBack(answer.value.op.id)
  readAt.value = undefined
}

const enter = async (text: string): Promise<boolean> => {
  if (!step.value) return false
  const isTaken = remote.read(step.value.id, text)
  problem.value = isTaken ? '' : 'Too many readings wait for the laptop already. This one was not taken.'
  if (isTaken) readAt.value = step.value.id
  return isTaken
}
</script>

<template>
  <section v-if="step" aria-label="Reading" class="flex flex-col gap-3">
    <header class="flex items-baseline justify-between gap-3">
      <h2 class="text-2xl font-semibold" data-test="phone-title">{{ step.title }}</h2>
      <span class="text-soft">{{ index + 1 }} of {{ steps.length }}</span>
    </header>
    <ul class="flex flex-wrap gap-1.5">
      <li
        v-for="lamp in lamps"
        :key="lamp.words"
        class="rounded-sm border px-2 py-0.5"
        :class="lamp.isOn ? 'border-ink bg-ink font-semibold text-ground' : 'border-rule text-soft'"
      >
        {{ lamp.words }}
      </li>
    </ul>
    <p class="text-lg leading-snug">{{ step.where }}</p>
    <div class="grid grid-cols-2 gap-4 border-y border-rule py-2">
      <p>
        <span class="block text-sm text-soft">Expected</span>
        <span class="figure text-3xl font-semibold">{{ step.expected || '–' }}</span>
      </p>
      <p>
        <span class="block text-sm text-soft">{{ pending ? 'Waits for the laptop' : 'Read' }}</span>
        <span class="figure text-3xl font-semibold" data-test="phone-read">{{
          (pending?.kind === 'reading' ? pending.shown : step.read) || '–'
        }}</span>
      </p>
    </div>
    <div v-if="refusal" role="alert" data-test="phone-refusal">
      <p>{{ refusal.message }}</p>
      <button v-if="refusal.how === 'later' && pending" class="press mt-1 min-h-11" @click="remote.drop(refusal.op.id)">
        Drop this reading
      </button>
    </div>
    <p v-if="isRead && doubt" role="alert" class="border-l-4 border-ink pl-3" data-test="phone-doubt">{{ doubt }}</p>
    <div v-if="isRead" class="grid grid-cols-2 gap-2">
      <button class="press min-h-14" data-test="phone-again" @click="readAgain">
        {{ doubt ? 'Take it back, read again' : 'Read again' }}
      </button>
      <button
        class="min-h-14"
        :class="doubt ? 'press' : 'press-main'"
        :disabled="left === 0"
        data-test="phone-next"
        @click="next"
      >
        {{ doubt ? 'Keep it, next' : 'Next' }}
      </button>
    </div>
    <ReadingEntry
      v-else
      :problem="problem"
      :is-asking="false"
      :example="step.example"
      :may-be-nothing="step.mayBeNothing"
      may-skip
      has-no-bench
      :enter="enter"
      @nothing="enter('nothing')"
      @skip="goTo(index + 1)"
    />
    <nav aria-label="Readings" class="flex gap-2">
      <button class="press min-h-11 grow" :disabled="index === 0" @click="goTo(index - 1)">Before</button>
      <button class="press min-h-11 grow" :disabled="index === steps.length - 1" @click="goTo(index + 1)">After</button>
    </nav>
    <p class="text-soft" data-test="phone-left">{{ left === 0 ? 'Everything is read.' : `${left} to read.` }}</p>
  </section>
  <p v-else class="text-soft">No light is on in this look, so there is nothing to meter.</p>
</template>
