<script setup lang="ts">
import { useLightTab } from '~/features/stage/thing/useLightTab'
import { useThingActions } from '~/shared/useThingActions'
import { computed } from 'vue'
import ChoiceRow from '~/ui/ChoiceRow.vue'
import { Copy, FlipHorizontal2, Group, Lock, LockOpen, Trash2, Ungroup } from '@lucide/vue'
import { CAMERA } from '#core/edits/things'
import { useCommands } from '~/commands/useCommands'

defineProps<{ isLight?: boolean }>()
const { shows } = useLightTab()
const TABS = [
  { value: 'place', name: 'Place' },
  { value: 'aim', name: 'Aim' },
  { value: 'fit', name: 'Fit' },
  { value: 'shape', name: 'Shape' },
] as const
const { ids, isLocked, isGrouped, canMirror, copy, mirror, remove, align, turn, lock, group, ungroup } =
  useThingActions()
const hasOnlyCamera = computed(() => ids.value.every(id => id === CAMERA))

const TURN_DEG = 5
const chosen = (act: () => void) => () => ids.value.length > 0 && (act(), true)
useCommands({
  delete: chosen(remove),
  copy: chosen(copy),
  'turn-left': chosen(() => turn(-TURN_DEG)),
  'turn-right': chosen(() => turn(TURN_DEG)),
})
</script>

<template>
  <div v-if="!hasOnlyCamera" class="flex flex-wrap items-center gap-1.5 text-sm">
    <ChoiceRow
      v-if="isLight"
      label="Values"
      hide-label
      :value="shows"
      :choices="TABS"
      class="mr-2"
      @choose="shows = $event"
    />
    <button
      class="press flex items-center gap-1.5"
      :disabled="hasOnlyCamera"
      data-test="copy-thing"
      aria-label="Copy"
      title="Copy (Ctrl D)"
      @click="copy"
    >
      <Copy :size="15" />
    </button>
    <button
      class="press flex items-center gap-1.5"
      :disabled="!canMirror"
      data-test="mirror-thing"
      aria-label="Mirror"
      title="Mirror: adds its image on the other side of the backdrop's middle"
      @click="mirror"
    >
      <FlipHorizontal2 :size="15" />
    </button>
    <template v-if="ids.length > 1">
      <button
        v-for="[along, name] in [
          ['yM', 'Same depth'],
          ['xM', 'Same side'],
          ['zM', 'Same height'],
        ] as const"
        :key="along"
        class="press"
        :data-test="`align-${along}`"
        @click="align(along)"
      >
        {{ name }}
      </button>
      <button class="press flex items-center gap-1.5" data-test="group" @click="isGrouped ? ungroup() : group()">
        <component :is="isGrouped ? Ungroup : Group" :size="14" /> {{ isGrouped ? 'Ungroup' : 'Group' }}
      </button>
    </template>
    <button
      class="press flex items-center gap-1.5"
      data-test="lock"
      :aria-label="isLocked ? 'Unlock' : 'Lock in place'"
      :title="isLocked ? 'Unlock' : 'Lock in place'"
      @click="lock(!isLocked)"
    >
      <component :is="isLocked ? LockOpen : Lock" :size="15" />
    </button>
    <button
      class="press flex items-center gap-1.5"
      :disabled="hasOnlyCamera || isLocked"
      data-test="remove-thing"
      aria-label="Delete"
      title="Delete (Delete on the plan)"
      @click="remove"
    >
      <Trash2 :size="15" />
    </button>
  </div>
</template>
