<script setup lang="ts">
import { computed } from 'vue'
import { useLooks } from '~/stores/looks'
import { offTargetWords } from '#wording/day'

/** Names the looks that miss their targets, and sets their powers first: an order and a day count on reached looks. */
const looks = useLooks()

const off = computed(() => looks.looks.filter(({ look }) => looks.offTargetIds.has(look.id)))
/** Looks that powers bring to their targets; the others need more, which the stage names. */
const byPower = computed(() => off.value.filter(({ verdict }) => verdict?.state === 'mend'))
const others = computed(() => off.value.filter(({ verdict }) => verdict?.state === 'short'))
</script>

<template>
  <div v-if="off.length > 0" role="status" class="flex flex-wrap items-center gap-3" data-test="off-target">
    <p class="min-w-0 grow basis-80">
      {{ offTargetWords(off.map(({ look }) => look.name)) }}
      <template v-if="others.length > 0">
        Power alone does not reach {{ others.map(({ look }) => look.name).join(', ') }}: open it on the stage for other
        ways.
      </template>
    </p>
    <button
      v-if="byPower.length > 0"
      class="press-main"
      data-test="set-off-target"
      @click="looks.setPowers(byPower.map(({ look }) => look.id))"
    >
      Set their powers
    </button>
  </div>
</template>
