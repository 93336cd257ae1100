<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import CollectionLine from '~/features/practice/CollectionLine.vue'
import { useCollectionFiles } from '~/features/practice/useCollectionFiles'
import { useExercise } from '~/stores/exercise'
import { usePractice } from '~/stores/practice'
import { freshId } from '~/support/freshId'
import { freshSeed } from '~/support/freshSeed'
import type { Collection } from '#core/practice/collection'
import FilePick from '~/ui/FilePick.vue'
import { counted } from '#wording/language'

const session = useExercise()
const practice = usePractice()
const router = useRouter()
const { take, save, saveResults, problem, done } = useCollectionFiles()
const title = ref('')
const route = useRoute()
/** Somebody came from a record to ask of it. */
const isOfRecord = computed(() => typeof route.query.record === 'string')

/** A new collection begins with one exercise, since an empty one is none. */
const begin = async () => {
  const name = title.value.trim()
  if (!name) return
  await practice.keepCollection({
    id: `collection-${freshId()}`,
    title: name.slice(0, 80),
    notes: '',
    isTest: false,
    exercises: [{ kind: 'made', skill: 'value/pick', level: 1, seed: freshSeed(), notes: '' }],
  })
  title.value = ''
}
const start = (collection: Collection) => {
  void session.startCollection(collection)
  void router.push('/practice/exercise')
}
</script>

<template>
  <div class="min-h-0 grow overflow-y-auto px-4 py-3">
    <div class="mx-auto flex max-w-4xl flex-col gap-3">
      <div class="flex flex-wrap items-end gap-3">
        <h2 class="mr-auto text-lg font-semibold">{{ counted(practice.collections.length, 'collection') }}</h2>
        <form class="flex items-end gap-2" @submit.prevent="begin">
          <label class="flex flex-col text-sm text-soft">
            Title
            <input
              v-model="title"
              maxlength="80"
              class="h-8 rounded-sm border border-rule bg-well px-2 text-ink"
              data-test="collection-title"
            />
          </label>
          <button class="press" :disabled="!title.trim()" data-test="collection-new">New collection</button>
        </form>
        <FilePick label="Take in a collection" accept=".json" test-name="collection-file" @pick="take" />
      </div>
      <p v-if="problem" role="alert" data-test="collection-problem">{{ problem }}</p>
      <p v-else-if="done" role="status" class="text-soft" data-test="collection-done">{{ done }}</p>
      <p v-for="broken in practice.damagedCollections" :key="broken.id" role="alert">
        A collection here is damaged: {{ broken.message }} It is kept as it is.
      </p>
      <p v-if="isOfRecord" data-test="of-record">
        The record is chosen where exercises are added{{
          practice.collections.length === 0 ? ': begin a collection first' : ''
        }}.
      </p>
      <p v-if="practice.isLoaded && practice.collections.length === 0" class="text-soft">
        A collection is a row of exercises in an order of yours: made ones by their seeds, or your own sets. As a test
        it shows no marks before its end. A teacher gives it out as a file.
      </p>
      <ol data-test="collections">
        <CollectionLine
          v-for="(collection, at) in practice.collections"
          :key="collection.id"
          :is-added-to="isOfRecord && at === 0"
          :collection="collection"
          @start="start(collection)"
          @save="save(collection)"
          @save-results="saveResults(collection)"
          @sheet="router.push(`/practice/sheet?id=${collection.id}`)"
        />
      </ol>
    </div>
  </div>
</template>
