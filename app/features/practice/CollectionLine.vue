<script setup lang="ts">
import { computed } from 'vue'
import { usePractice } from '~/stores/practice'
import type { Collection, CollectionExercise } from '#core/practice/collection'
import { OWN_ASK_NAMES, SKILL_NAMES } from '#wording/practice'
import { counted } from '#wording/language'
import AddExercise from './AddExercise.vue'

/** A collection: its exercises, how they went, and what can be done with it. */
const props = defineProps<{ collection: Collection; isAddedTo?: boolean }>()
defineEmits<{ start: []; save: []; 'save-results': []; sheet: [] }>()
const practice = usePractice()
const results = computed(() => practice.resultsOf(props.collection))
const answered = computed(() => results.value.filter(Boolean).length)

const named = (exercise: CollectionExercise) =>
  exercise.kind === 'own'
    ? `${exercise.title}: ${OWN_ASK_NAMES[exercise.ask]}`
    : `${SKILL_NAMES[exercise.skill]}, level ${exercise.level}`
const keep = (changes: Partial<Collection>) => practice.keepCollection({ ...props.collection, ...changes })
const drop = (at: number) => keep({ exercises: props.collection.exercises.filter((_, index) => index !== at) })
</script>

<template>
  <li class="border-t border-rule py-3" :data-test="`collection-${collection.id}`">
    <div class="flex flex-wrap items-center gap-2">
      <h3 class="mr-auto font-semibold">
        {{ collection.title }}
        <span class="font-normal text-soft">
          {{ collection.isTest ? 'test, ' : '' }}{{ counted(collection.exercises.length, 'exercise') }},
          {{ answered }} answered
        </span>
      </h3>
      <button class="press-main" data-test="collection-start" @click="$emit('start')">Start</button>
      <button class="press" data-test="collection-sheet" @click="$emit('sheet')">Sheet</button>
      <button class="press" data-test="collection-save" @click="$emit('save')">Save as a file</button>
      <button class="press" :disabled="answered === 0" @click="$emit('save-results')">Results as CSV</button>
      <button class="press" data-test="collection-delete" @click="practice.deleteCollection(collection)">Delete</button>
    </div>
    <p v-if="collection.notes" class="whitespace-pre-line text-soft" data-test="collection-notes">
      {{ collection.notes }}
    </p>
    <details class="mt-1" :open="isAddedTo">
      <summary>Exercises</summary>
      <label class="flex max-w-xl flex-col text-xs text-soft">
        Notes on the collection
        <textarea
          class="rounded-sm border border-rule bg-well px-2 py-1 text-sm text-ink"
          rows="2"
          maxlength="2000"
          :value="collection.notes"
          data-test="collection-notes-field"
          @change="keep({ notes: ($event.target as HTMLTextAreaElement).value })"
        />
      </label>
      <label class="flex items-center gap-2">
        <input
          type="checkbox"
          class="size-4"
          :checked="collection.isTest"
          data-test="is-test"
          @change="keep({ isTest: !collection.isTest })"
        />
        A test: marks only at the end, the first answer counts
      </label>
      <ol class="list-decimal pl-6">
        <li v-for="(exercise, at) in collection.exercises" :key="at" class="py-0.5">
          {{ named(exercise) }}
          <span v-if="exercise.notes" class="text-soft">({{ exercise.notes }})</span>
          <button
            class="press ml-2"
            :disabled="collection.exercises.length === 1"
            :aria-label="`Delete exercise ${at + 1}`"
            @click="drop(at)"
          >
            Delete
          </button>
        </li>
      </ol>
      <AddExercise @add="exercise => keep({ exercises: [...collection.exercises, exercise] })" />
    </details>
  </li>
</template>
