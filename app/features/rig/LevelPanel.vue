<script setup lang="ts">
import { computed, ref } from 'vue'
import ChoiceRow from '~/ui/ChoiceRow.vue'
import { useLevelling, type ReadBy } from '~/stores/levelling'
import { useRig } from '~/stores/rig'
import { useStudio } from '~/stores/studio'
import { missWords } from '#wording/misses'
import { suspicionWords, worstOf } from '#wording/rig'

/** Sends, reads and turns until every target of the look holds. */
const levelling = useLevelling()
const rig = useRig()
const studio = useStudio()
const by = ref<ReadBy>('meter')
const READERS = [
  { value: 'meter', name: 'Meter' },
  { value: 'camera', name: 'Camera' },
] as const

const last = computed(() => levelling.answers.at(-1))
const missed = computed(() =>
  levelling.outcome === 'not-level' && last.value ? missWords(last.value.misses.filter(({ isHard }) => isHard)) : [],
)
</script>

<template>
  <section aria-label="Level it" class="flex flex-col gap-2">
    <h2 class="text-lg font-semibold">Level it</h2>
    <p class="text-soft">
      Sends the plan’s levels, reads the light, and turns lamps until every target of {{ studio.look.name }} holds
      within 0.1 stop. The first round staggers the lamps to tell them apart.
    </p>
    <div class="flex flex-wrap items-center gap-3">
      <ChoiceRow label="Read by" :value="by" :choices="READERS" @choose="value => (by = value)" />
      <button
        v-if="!levelling.isRunning"
        class="press"
        :disabled="!rig.isMine"
        data-test="level"
        @click="levelling.start(by)"
      >
        Level it
      </button>
      <button v-else class="press" data-test="level-stop" @click="levelling.stop()">Stop</button>
    </div>
    <p v-if="!rig.isMine" class="text-soft">Arm the rig first.</p>
    <p v-if="levelling.doing" role="status" data-test="level-doing">{{ levelling.doing }}…</p>
    <table v-if="levelling.answers.length > 0" class="figure w-full max-w-md text-left">
      <thead>
        <tr class="text-soft">
          <th scope="col" class="font-normal">Round</th>
          <th scope="col" class="text-right font-normal">Furthest off</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(answer, index) in levelling.answers" :key="index" class="border-t border-rule">
          <td>{{ index + 1 }}{{ index === 0 ? ', staggered' : '' }}</td>
          <td class="text-right">{{ worstOf(answer).toFixed(2) }} stop</td>
        </tr>
      </tbody>
    </table>
    <p v-for="suspicion in levelling.suspicions" :key="suspicion.kind" role="alert" data-test="suspicion">
      {{ suspicionWords(studio.document, suspicion) }}
      <template v-if="suspicion.kind === 'swapped'"> The patch was turned round; Undo takes that back. </template>
      <template v-else>Its light is reckoned with as it is; look at its cable, address and breaker.</template>
    </p>
    <p v-if="levelling.outcome === 'level'" role="status" class="font-semibold" data-test="level-done">
      Every target holds within 0.1 stop. The powers and the last readings are in the set.
    </p>
    <div v-else-if="levelling.outcome === 'not-level'" role="status" data-test="level-done">
      <p class="font-semibold">Not every target could be reached:</p>
      <p v-for="words in missed" :key="words">{{ words }}</p>
    </div>
    <p v-else-if="levelling.outcome === 'stopped'" role="status" data-test="level-done">
      Stopped. Nothing more is sent; powers in the set are as they were.
    </p>
    <p v-if="levelling.problem" role="alert" data-test="level-problem">{{ levelling.problem }}</p>
  </section>
</template>
