<script setup lang="ts">
import { useLight } from '~/stores/light'
import { useNotices } from '~/stores/notices'
import { computed, ref } from 'vue'
import { refusedElsewhere, clearRefusal } from '~/ui/refusals'

/**
 * All that has to be heard, in one place: what was err, what broke, what came back. The newest stand open; more
 * wait behind a press.
 */
const notices = useNotices()
const light = useLight()
const SHOWN = 2
const isOpen = ref(false)

const all = computed(() => [
  ...(refusedElsewhere.value ? [{ id: 'refused', words: refusedElsewhere.value, close: clearRefusal }] : []),
  ...(light.failure
    ? [
        {
          id: 'light',
          words: light.failure,
          close: () => {
            light.failure = null
          },
        },
      ]
    : []),
  ...notices.notices.map(notice => ({ ...notice, close: () => notices.drop(notice.id) })),
])
const shown = computed(() => (isOpen.value ? all.value : all.value.slice(0, SHOWN)))
</script>

<template>
  <div v-if="all.length > 0" class="border-b border-rule bg-panel">
    <div
      v-for="notice in shown"
      :key="notice.id"
      role="alert"
      class="flex flex-wrap items-center gap-x-3 gap-y-2 px-3 py-2"
      :data-test="`notice-${notice.id}`"
    >
      <span class="min-w-64 grow basis-0">{{ notice.words }}</span>
      <button
        v-for="action in 'actions' in notice ? notice.actions : []"
        :key="action.name"
        class="press"
        @click="action.run()"
      >
        {{ action.name }}
      </button>
      <button
        v-if="!('isKept' in notice && notice.isKept)"
        class="press"
        :aria-label="`Close: ${notice.words.slice(0, 40)}`"
        @click="notice.close"
      >
        Close
      </button>
    </div>
    <button v-if="all.length > SHOWN" class="press mx-3 mb-2" :aria-expanded="isOpen" @click="isOpen = !isOpen">
      {{ isOpen ? 'Fewer' : `${all.length - SHOWN} more` }}
    </button>
  </div>
</template>
