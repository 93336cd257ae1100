<script setup lang="ts">
import { NuxtLink } from '#components'
import { useLibrary } from '~/stores/library'
import { useStudio } from '~/stores/studio'
import { useVault } from '~/stores/vault'
import { computed } from 'vue'
import type { SetSummary } from '~/storage/library'

const props = defineProps<{ set: SetSummary; picture?: string }>()
const studio = useStudio()
const { open, duplicate, exportSet, remove, rename, downloadOriginal, dropOriginal } = useLibrary()

const isOpen = computed(() => studio.document.id === props.set.id)
const { when } = useVault()
const changed = computed(() => (props.set.updatedAt ? when(props.set.updatedAt) : 'no one knows when'))

const changeName = async (event: Event) => {
  const field = event.target as HTMLInputElement
  await rename(props.set.id, field.value)
  field.value = props.set.name
}
</script>

<template>
  <li class="flex flex-wrap items-center gap-2 py-2.5" :data-test="`set-${set.id}`">
    <span class="h-15 w-10 shrink-0 bg-well">
      <img v-if="picture" :src="picture" alt="" class="size-full object-cover" data-test="set-picture" />
    </span>
    <div class="min-w-48 grow">
      <input
        :value="set.name"
        maxlength="80"
        :aria-label="`Name of ${set.name}`"
        class="w-full rounded-sm border border-transparent bg-transparent px-1 text-base font-semibold hover:border-rule"
        @change="changeName"
      />
      <p class="px-1 text-sm text-soft">{{ isOpen ? 'Open now' : 'Changed' }} · {{ changed }}</p>
    </div>
    <template v-if="set.hasOriginal">
      <button
        class="press"
        :aria-label="`Download ${set.name} as it was stored`"
        title="This set was damaged. What was stored before it was opened is kept."
        @click="downloadOriginal(set.id, set.name)"
      >
        Damaged original
      </button>
      <button class="press" :aria-label="`Delete the damaged original of ${set.name}`" @click="dropOriginal(set.id)">
        Delete original
      </button>
    </template>
    <button class="press font-semibold" data-test="open" :aria-label="`Open ${set.name}`" @click="open(set.id)">
      Open
    </button>
    <button class="press" data-test="duplicate" :aria-label="`Duplicate ${set.name}`" @click="duplicate(set.id)">
      Duplicate
    </button>
    <button class="press" data-test="export" :aria-label="`Export ${set.name}`" @click="exportSet(set.id, set.name)">
      Export
    </button>
    <NuxtLink
      v-if="isOpen"
      to="/files"
      class="press inline-flex items-center"
      data-test="files"
      title="Plan, figures and report of the look that is shown, for other programs"
    >
      Files…
    </NuxtLink>
    <button class="press" data-test="delete" :aria-label="`Delete ${set.name}`" @click="remove(set.id)">Delete</button>
  </li>
</template>
