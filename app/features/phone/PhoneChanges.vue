<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRemote } from '~/stores/remote'

/** What is to be done from the look before to this one, to be ticked off here. */
const remote = useRemote()
const change = computed(() => remote.view?.change)
const ticked = ref(new Set<string>())
const keyOf = (words: string) => `${change.value?.title}/${words}`
const tick = (words: string) => {
  const next = new Set(ticked.value)
  if (!next.delete(keyOf(words))) next.add(keyOf(words))
  ticked.value = next
}
</script>

<template>
  <section aria-label="Changes">
    <template v-if="change">
      <h2 class="text-xl font-semibold">{{ change.title }}</h2>
      <p v-if="change.lines.length === 0" class="text-soft">Nothing to do.</p>
      <ol>
        <li v-for="line in change.lines" :key="line.words" class="border-t border-rule">
          <label class="flex min-h-11 items-center gap-3 py-1.5">
            <input
              type="checkbox"
              class="size-6 accent-accent"
              :checked="ticked.has(keyOf(line.words))"
              @change="tick(line.words)"
            />
            <span :class="{ 'text-soft line-through': ticked.has(keyOf(line.words)) }">
              {{ line.words }} <span v-if="line.caution" class="text-soft">{{ line.caution }}</span>
            </span>
          </label>
        </li>
      </ol>
    </template>
    <p v-else class="text-soft">This is the first look: there is nothing to change from one before.</p>
  </section>
</template>
