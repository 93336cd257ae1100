<script setup lang="ts">
import { computed } from 'vue'
import { useRemote } from '~/stores/remote'

/** What is to be done from the look before to this one: ticked off here, at the laptop and on every other phone. */
const remote = useRemote()
const change = computed(() => remote.view?.change)
const lines = computed(() =>
  (change.value?.lines ?? []).map(line => {
    const asked = remote.waiting.findLast(
      op => op.kind === 'tick' && op.stepKey === line.key && op.lookId === remote.view?.lookId,
    )
    return { ...line, isDone: asked?.kind === 'tick' ? asked.isDone : line.isDone, isWaiting: asked !== undefined }
  }),
)
const refused = computed(() => {
  const last = remote.answers.findLast(({ op }) => op.kind === 'tick')
  return last && last.how === 'refused' ? last.message : ''
})
</script>

<template>
  <section aria-label="Changes">
    <template v-if="change">
      <h2 class="text-xl font-semibold">{{ change.title }}</h2>
      <p v-if="refused" role="alert">{{ refused }}</p>
      <p v-if="lines.length === 0" class="text-soft">Nothing to do.</p>
      <ol>
        <li v-for="line in lines" :key="line.key" class="border-t border-rule">
          <label class="flex min-h-11 items-center gap-3 py-1.5">
            <input
              type="checkbox"
              class="size-6 accent-accent"
              :checked="line.isDone"
              :data-test="`tick-${line.key}`"
              @change="remote.tick(line.key, !line.isDone)"
            />
            <span :class="{ 'text-soft line-through': line.isDone }">
              {{ line.words }} <span v-if="line.caution" class="text-soft">{{ line.caution }}</span>
              <span v-if="line.isWaiting && !remote.isLive" class="block text-sm text-soft">Waits for the laptop</span>
            </span>
          </label>
        </li>
      </ol>
    </template>
    <p v-else class="text-soft">This is the first look: there is nothing to change from one before.</p>
  </section>
</template>
