<script setup lang="ts">
import { useKit } from '~/stores/kit'
import { computed, ref, watch } from 'vue'
import KitFiles from '~/features/kit/KitFiles.vue'
import KitForm from '~/features/kit/KitForm.vue'
import KitList from '~/features/kit/KitList.vue'
import type { KitKind } from '#core/kit/kitSchema'
import { KIT_KINDS } from '~/features/kit/kitFields'

const kit = useKit()
const kind = ref<KitKind>('lamps')
const chosenId = ref<string | null>(null)
const items = computed(() => kit.kit[kind.value])
const chosen = computed(() => items.value.find(({ id }) => id === chosenId.value) ?? items.value[0])

const addedId = ref<string | null>(null)
const choose = (id: string, isNew = false) => {
  chosenId.value = id
  addedId.value = isNew ? id : null
}
watch(kind, () => {
  chosenId.value = null
})
</script>

<template>
  <div class="grid grow grid-cols-1 lg:min-h-0 lg:grid-cols-[13rem_24rem_minmax(0,1fr)]">
    <nav aria-label="Kinds of kit" class="flex flex-col gap-1 border-rule p-4 lg:border-r">
      <button
        v-for="entry in KIT_KINDS"
        :key="entry.kind"
        class="flex justify-between rounded-sm px-2 py-1.5 text-left"
        :class="kind === entry.kind ? 'bg-panel font-semibold' : 'text-soft hover:text-ink'"
        :aria-pressed="kind === entry.kind"
        :data-test="`kit-${entry.kind}`"
        @click="kind = entry.kind"
      >
        {{ entry.name }} <span>{{ kit.kit[entry.kind].length }}</span>
      </button>
      <KitFiles class="mt-6" />
    </nav>
    <KitList
      :kind="kind"
      :chosen-id="chosen?.id ?? null"
      class="border-rule lg:overflow-y-auto lg:border-r"
      @choose="choose"
    />
    <KitForm
      v-if="chosen"
      :key="`${kind}/${chosen.id}`"
      :kind="kind"
      :item="chosen"
      :is-new="chosen.id === addedId"
      class="lg:overflow-y-auto"
      @choose="id => (chosenId = id)"
    />
  </div>
</template>
