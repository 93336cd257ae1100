<script setup lang="ts">
import { computed } from 'vue'
import { useLooks } from '~/stores/looks'
import { unsetWords } from '#wording/day'
import { listed } from '#wording/language'

/** Names the looks that miss their targets, and sets their powers first: an order and a day count on looks as set. */
const looks = useLooks()

const namesOf = (lines: typeof looks.looks) => lines.map(({ look }) => look.name)
const unset = computed(() => looks.looks.filter(({ look }) => looks.unsetIds.has(look.id)))
/** Looks that power does not bring to their targets; the stage names what else there is. */
const short = computed(() => looks.looks.filter(({ verdict }) => verdict?.state === 'short'))
</script>

<template>
  <div
    v-if="unset.length > 0 || short.length > 0 || looks.isJudging"
    role="status"
    class="flex flex-wrap items-center gap-3"
    data-test="off-target"
  >
    <p class="min-w-0 grow basis-80">
      <template v-if="looks.isJudging">Calculating the looks: minutes may change.{{ ' ' }}</template>
      <template v-if="unset.length > 0">{{ unsetWords(namesOf(unset)) }}{{ ' ' }}</template>
      <template v-if="short.length > 0">
        Power alone does not bring {{ listed(namesOf(short)) }} to target; the stage shows other ways.
      </template>
    </p>
    <button
      v-if="unset.length > 0"
      class="press-main"
      data-test="set-off-target"
      @click="looks.setPowers(unset.map(({ look }) => look.id))"
    >
      Set their powers
    </button>
  </div>
</template>
