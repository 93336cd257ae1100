<script setup lang="ts">
import { useUnits } from '~/shared/useUnits'
import { useKitItems } from '~/features/kit/useKitItems'
import { useKit } from '~/stores/kit'
import { computed } from 'vue'
import { Plus } from '@lucide/vue'
import type { KitKind } from '#core/kit/kitSchema'
import { KIT_KINDS } from '~/features/kit/kitFields'

const props = defineProps<{ kind: KitKind; chosenId: string | null }>()
const emit = defineEmits<{ choose: [id: string, isNew?: boolean] }>()
const kit = useKit()
const { addLike } = useKitItems()
const { sized } = useUnits()

const entry = computed(() => KIT_KINDS.find(({ kind }) => kind === props.kind)!)
const add = async () => {
  const id = await addLike(props.kind, props.chosenId)
  if (id) emit('choose', id, true)
}
</script>

<template>
  <section :aria-label="entry.name" class="p-4">
    <div class="mb-3 flex items-center">
      <h2 class="grow text-base font-semibold">
        {{ entry.name }}
      </h2>
      <button class="press flex items-center gap-1.5" data-test="kit-add" @click="add">
        <Plus :size="14" /> Add a {{ entry.one }}
      </button>
    </div>
    <ul class="divide-y divide-rule border-y border-rule">
      <li v-for="item in kit.kit[kind]" :key="item.id">
        <button
          class="flex w-full justify-between gap-2 px-1 py-1.5 text-left"
          :class="{ 'font-semibold text-accent': item.id === chosenId }"
          :data-test="`kit-item-${item.id}`"
          @click="emit('choose', item.id)"
        >
          <span class="truncate">{{ sized(item.what.name) }}</span>
          <span class="text-soft">{{ item.count }} ×</span>
        </button>
      </li>
    </ul>
    <p v-if="kit.kit[kind].length === 0" class="mt-3 text-soft">None yet.</p>
    <p v-if="kit.problem" role="alert" class="mt-3">
      {{ kit.problem }}
    </p>
  </section>
</template>
