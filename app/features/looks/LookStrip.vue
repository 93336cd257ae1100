<script setup lang="ts">
import { computed } from 'vue'
import { useCommands } from '~/commands/useCommands'
import LookPicture from '~/features/looks/LookPicture.vue'
import { useLookEdits } from '~/shared/useLookEdits'
import VerdictMark from '~/shared/VerdictMark.vue'
import { useLooks } from '~/stores/looks'
import { useStudio } from '~/stores/studio'
import { overriddenBy } from '#core/looks/overridden'
import { counted } from '#wording/language'
import { minutesWords } from '#wording/quantities'
import { overriddenWords } from '#wording/lookSteps'
import { verdictInShort } from '#wording/verdict'

/** The looks of the set, one press apart: picture, verdict, and the minutes from the one before. */
const studio = useStudio()
const looks = useLooks()
const { go, step, takeBack } = useLookEdits()

/** A list of choices answers page keys by itself. */
const isInList = () => document.activeElement instanceof HTMLSelectElement
useCommands({
  'next-look': () => !isInList() && step(1),
  'previous-look': () => !isInList() && step(-1),
})

const overridden = computed(() => overriddenBy(studio.look))
</script>

<template>
  <section
    v-if="looks.several"
    aria-label="Looks"
    class="flex shrink-0 flex-wrap items-stretch border-b border-rule sm:flex-nowrap"
  >
    <ol class="flex min-w-0 grow basis-full overflow-x-auto sm:basis-0" data-test="look-strip">
      <li v-for="({ look, picture, verdict, isKnown, broken }, index) in looks.looks" :key="look.id" class="flex">
        <span
          v-if="index > 0"
          class="flex items-center px-1 text-xs whitespace-nowrap text-soft"
          title="Minutes from the look before"
        >
          {{ minutesWords(looks.onward[index - 1]!) }}
        </span>
        <button
          class="flex items-center gap-2 border-b-2 px-2 py-1 text-left"
          :class="look.id === studio.look.id ? 'border-ink bg-panel' : 'border-transparent hover:bg-panel'"
          :aria-pressed="look.id === studio.look.id"
          :data-test="`look-${look.id}`"
          @click="go(look.id)"
        >
          <LookPicture :picture="picture" :is-known="isKnown" :name="look.name" class="h-12 w-9" />
          <span class="max-w-32 min-w-16">
            <span class="block truncate font-medium">{{ look.name }}</span>
            <span class="block truncate text-xs text-soft">{{
              broken ? 'cannot be judged' : verdict ? verdictInShort(verdict) : 'working out'
            }}</span>
          </span>
          <VerdictMark :verdict="verdict" class="scale-75" />
        </button>
      </li>
    </ol>
    <div class="flex shrink-0 flex-col justify-center gap-0.5 border-rule px-3 py-1 text-sm sm:border-l">
      <label class="flex items-center gap-1.5 whitespace-nowrap">
        <input v-model="studio.isOnlyHere" type="checkbox" class="accent-accent" data-test="only-here" />
        Change this look only
      </label>
      <span v-if="overridden.length > 0" class="text-xs text-soft">
        <span :title="overridden.map(what => overriddenWords(studio.stored, what)).join('\n')" data-test="overridden">
          {{ counted(overridden.length, 'thing') }} otherwise than the set
        </span>
        <button class="ml-1 underline underline-offset-2" data-test="take-back" @click="takeBack(studio.look.id)">
          Take back
        </button>
      </span>
    </div>
  </section>
</template>
