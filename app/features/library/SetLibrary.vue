<script setup lang="ts">
import { useDropZone } from '@vueuse/core'
import { useKept } from '~/shared/useKept'
import { usePreferences } from '~/stores/preferences'
import { useLibrary } from '~/stores/library'
import { useSetPictures } from '~/stores/setPictures'
import { useVault } from '~/stores/vault'
import { computed, onScopeDispose, ref, useTemplateRef, watch } from 'vue'
import ChoiceRow from '~/ui/ChoiceRow.vue'
import ProgressBar from '~/ui/ProgressBar.vue'
import SetBin from '~/features/library/SetBin.vue'
import SetLine from '~/features/library/SetLine.vue'
import { Archive, FileUp, Plus } from '@lucide/vue'
import { formatMoment } from '#wording/notation/moment'

const library = useLibrary()
const pictures = useSetPictures()
const vault = useVault()
const preferences = usePreferences()
const idsOf = (sets: readonly { id: string }[]) => sets.map(({ id }) => id)
watch(
  () => [library.sets, library.bin] as const,
  ([sets, bin]) => void pictures.list(idsOf(sets), idsOf(bin)),
  { immediate: true },
)
onScopeDispose(pictures.stop)
/** So many are seen at once: no search is offered for them. */
const FEW = 5
const sought = ref('')
const order = ref<'changed' | 'name'>('changed')
/** Letters alone count, whatever their case and marks. */
const plain = (text: string) => text.normalize('NFD').replaceAll(/\p{M}/gu, '').toLowerCase()
const shown = computed(() => {
  const words = plain(sought.value).split(/\s+/).filter(Boolean)
  const found = library.sets.filter(({ name }) => words.every(word => plain(name).includes(word)))
  return order.value === 'name'
    ? found.toSorted((a, b) => a.name.localeCompare(b.name, undefined, { numeric: true }))
    : found
})
const { unkept } = useKept()
const picker = useTemplateRef<HTMLInputElement>('picker')
const page = useTemplateRef<HTMLElement>('page')

const { isOverDropZone } = useDropZone(page, { onDrop: files => void library.importFiles(files ?? []) })

const pick = async () => {
  const files = [...(picker.value?.files ?? [])]
  if (picker.value) picker.value.value = ''
  await library.importFiles(files)
}

const KEEPING = {
  unknown: '',
  granted: 'This browser has promised to keep what is here until you delete it.',
  refused: 'This browser may clear what is here when it runs short of room. A backup is the only sure copy.',
  none: 'Over plain http this browser gives no lasting storage and no second copies. A backup is the only sure copy.',
} as const
</script>

<template>
  <section
    ref="page"
    aria-label="Sets"
    class="mx-auto w-full max-w-4xl grow p-6 max-sm:p-4"
    :class="{ 'outline-2 outline-accent': isOverDropZone }"
  >
    <div class="mb-5 flex flex-wrap items-center gap-3">
      <h2 class="grow text-2xl font-semibold">Sets</h2>
      <button class="press-main flex items-center gap-2" data-test="open-empty" @click="library.openEmpty">
        <Plus :size="16" /> New set
      </button>
      <button class="press flex items-center gap-2" data-test="open-demo" @click="library.openDemo">
        <Plus :size="16" /> New from the demo set
      </button>
      <button class="press flex items-center gap-2" data-test="open-almanac" @click="library.openAlmanac">
        <Plus :size="16" /> The almanac's day
      </button>
      <button
        class="press flex items-center gap-2"
        title="Set files, or a backup of everything"
        @click="picker?.click()"
      >
        <FileUp :size="16" /> Import
      </button>
      <input
        ref="picker"
        type="file"
        accept=".json,.zip,application/json,application/zip"
        multiple
        class="sr-only"
        tabindex="-1"
        aria-label="Set files or backups to import"
        data-test="import"
        @change="pick"
      />
    </div>
    <p
      v-if="library.busy"
      role="status"
      class="mb-4 flex items-center gap-3 rounded-sm border border-rule bg-panel p-3"
      data-test="library-busy"
    >
      {{ library.busy.what }}
      <ProgressBar :value="library.busy.share" :label="library.busy.what" />
      <button v-if="library.busy.canStop" class="press" @click="library.stopBackup">Cancel</button>
    </p>
    <p
      v-if="library.problem"
      role="alert"
      class="mb-4 rounded-sm border border-ink bg-panel p-3"
      data-test="library-problem"
    >
      {{ library.problem }}
    </p>
    <p
      v-if="library.done"
      role="status"
      class="mb-4 flex items-center gap-3 rounded-sm border border-rule bg-panel p-3"
      data-test="library-done"
    >
      {{ library.done }}
      <button
        v-if="library.removedId"
        class="press shrink-0 whitespace-nowrap"
        data-test="undo-delete"
        @click="library.putBack(library.removedId)"
      >
        Put it back
      </button>
    </p>
    <div v-if="library.sets.length > FEW || sought" class="mb-3 flex flex-wrap items-center gap-3">
      <input
        v-model="sought"
        type="search"
        placeholder="Search by name"
        aria-label="Search sets by name"
        class="h-9 min-w-40 grow rounded-sm border border-rule bg-well px-2"
        data-test="search-sets"
      />
      <ChoiceRow
        label="Order"
        hide-label
        :value="order"
        :choices="[
          { value: 'changed', name: 'Last changed' },
          { value: 'name', name: 'By name' },
        ]"
        @choose="order = $event"
      />
    </div>
    <p v-if="shown.length === 0 && library.sets.length > 0" class="mb-3 text-soft" role="status">
      No set has "{{ sought.trim() }}" in its name; {{ library.sets.length }} are here.
    </p>
    <ul class="divide-y divide-rule border-y border-rule">
      <SetLine v-for="set in shown" :key="set.id" :set="set" :picture="pictures.urls.get(set.id)" />
    </ul>
    <p class="mt-4 text-soft">Drop set files or a backup anywhere on this page to import them.</p>
    <SetBin v-if="library.bin.length > 0" class="mt-8" />
    <section aria-label="Safe keeping" class="mt-8 space-y-3">
      <h2 class="text-lg font-semibold">Safe keeping</h2>
      <p class="text-soft" data-test="keeping">
        {{
          unkept
            ? `Nothing is kept beyond this tab: ${unkept}.`
            : `Sets lie in this browser, on this machine. ${KEEPING[vault.persistence]}`
        }}
        <template v-if="vault.copiedAt">
          A second copy of each set (without pictures) is kept beside the first; it was last brought up to date at
          {{ formatMoment(vault.copiedAt, 'time') }}.
        </template>
      </p>
      <div class="flex flex-wrap items-center gap-x-4 gap-y-2">
        <button
          class="press flex items-center gap-2"
          data-test="backup"
          :disabled="library.busy !== null"
          @click="library.backUp"
        >
          <Archive :size="16" /> Back up everything
        </button>
        <label class="flex items-center gap-2">
          <input
            type="checkbox"
            :checked="preferences.values.remindsOfBackup"
            data-test="reminds"
            @change="preferences.change({ remindsOfBackup: ($event.target as HTMLInputElement).checked })"
          />
          Remind me each week
        </label>
        <span v-if="preferences.values.backedUpAt" class="text-soft"
          >Last backup: {{ vault.when(preferences.values.backedUpAt) }}</span
        >
      </div>
    </section>
  </section>
</template>
