<script setup lang="ts">
import { FileUp, Plus } from '@lucide/vue'

const { sets, problem, done, removed, importFiles, openDemo, openEmpty, undoRemove } = useShelf()
const picker = useTemplateRef<HTMLInputElement>('picker')
const page = useTemplateRef<HTMLElement>('page')

const { isOverDropZone } = useDropZone(page, { onDrop: files => importFiles(files ?? []) })

const pick = async () => {
  await importFiles([...picker.value?.files ?? []])
  if (picker.value) picker.value.value = ''
}
</script>

<template>
  <section
    ref="page"
    aria-label="Sets"
    class="mx-auto w-full max-w-4xl grow p-6"
    :class="{ 'outline-2 outline-accent': isOverDropZone }"
  >
    <div class="mb-5 flex flex-wrap items-center gap-3">
      <h1 class="grow text-2xl font-semibold">
        Sets
      </h1>
      <button
        class="press-main flex items-center gap-2"
        data-test="open-empty"
        @click="openEmpty"
      >
        <Plus :size="16" /> New set
      </button>
      <button
        class="press flex items-center gap-2"
        data-test="open-demo"
        @click="openDemo"
      >
        <Plus :size="16" /> New from the demo set
      </button>
      <button
        class="press flex items-center gap-2"
        @click="picker?.click()"
      >
        <FileUp :size="16" /> Import a file
      </button>
      <input
        ref="picker"
        type="file"
        accept=".json,application/json"
        multiple
        class="sr-only"
        tabindex="-1"
        aria-label="Set files to import"
        data-test="import"
        @change="pick"
      >
    </div>
    <p
      v-if="problem"
      role="alert"
      class="mb-4 border border-rule bg-panel p-3"
      data-test="shelf-problem"
    >
      {{ problem }}
    </p>
    <p
      v-if="done"
      role="status"
      class="mb-4 flex items-center gap-3 border border-rule bg-panel p-3"
      data-test="shelf-done"
    >
      <span class="grow">{{ done }}</span>
      <button
        v-if="removed"
        class="press"
        data-test="undo-delete"
        @click="undoRemove"
      >
        Put it back
      </button>
    </p>
    <ul class="divide-y divide-rule border-y border-rule">
      <SetLine
        v-for="set in sets"
        :key="set.id"
        :set="set"
      />
    </ul>
    <p
      v-if="sets.length === 0"
      class="mt-4 text-soft"
    >
      No sets yet. Begin with the demo set, or drop a set file here.
    </p>
    <p class="mt-6 text-sm text-soft">
      Sets stay in this browser. Export one to keep a copy, to send it, or to open it on another machine. Files can be dropped anywhere on this page.
    </p>
  </section>
</template>
