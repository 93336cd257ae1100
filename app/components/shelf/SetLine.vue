<script setup lang="ts">
import type { SetSummary } from '~/storage/shelf'

const props = defineProps<{ set: SetSummary }>()
const studio = useStudio()
const { open, duplicate, exportSet, remove, rename } = useShelf()

const isOpen = computed(() => studio.document.id === props.set.id)
const when = computed(() => new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' }).format(new Date(props.set.updatedAt)))

const changeName = (event: Event) => rename(props.set.id, (event.target as HTMLInputElement).value)
</script>

<template>
  <li
    class="flex flex-wrap items-center gap-2 py-2.5"
    :data-test="`set-${set.id}`"
  >
    <div class="min-w-48 grow">
      <input
        :value="set.name"
        maxlength="80"
        :aria-label="`Name of ${set.name}`"
        class="w-full rounded-sm border border-transparent bg-transparent px-1 text-base font-semibold hover:border-rule"
        @change="changeName"
      >
      <p class="px-1 text-sm text-soft">
        {{ isOpen ? 'Open now' : 'Changed' }} · {{ when }}
      </p>
    </div>
    <button
      class="press-main"
      data-test="open"
      @click="open(set.id)"
    >
      Open
    </button>
    <button
      class="press"
      data-test="duplicate"
      @click="duplicate(set.id)"
    >
      Duplicate
    </button>
    <button
      class="press"
      data-test="export"
      @click="exportSet(set.id, set.name)"
    >
      Export
    </button>
    <button
      class="press"
      data-test="delete"
      @click="remove(set.id)"
    >
      Delete
    </button>
  </li>
</template>
