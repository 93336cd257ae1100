<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useIntervalFn, useWakeLock } from '@vueuse/core'
import { useHead } from '#imports'
import PhoneChanges from '~/features/phone/PhoneChanges.vue'
import PhoneLamps from '~/features/phone/PhoneLamps.vue'
import PhoneRun from '~/features/phone/PhoneRun.vue'
import PhoneTone from '~/features/phone/PhoneTone.vue'
import { pageName } from '~/shell/pageNames'
import { useRemote } from '~/stores/remote'
import { mayWait } from '#core/pairing/messages'
import { opWords, waitingWords } from '#wording/secondScreen'

/** A phone as the second screen of a laptop; it opens no set of its own. */
const remote = useRemote()
const isUnknown = ref(false)
const heading = computed(() => (remote.view ? `${remote.view.setName}, ${remote.view.lookName}` : pageName('/phone')))
useHead({ title: () => `${heading.value} · Keen Tonal` })
const part = ref<'run' | 'tone' | 'changes' | 'lamps'>('run')
const PARTS = [
  { value: 'run', name: 'Meter' },
  { value: 'tone', name: 'Tones' },
  { value: 'changes', name: 'Changes' },
  { value: 'lamps', name: 'Lamps' },
] as const
const { request } = useWakeLock()

onMounted(async () => {
  isUnknown.value = !remote.open(window.location.hash.slice(1))
  await request('screen').catch(() => undefined)
})
const now = ref(Date.now())
useIntervalFn(() => {
  now.value = Date.now()
}, 1000)

const kept = computed(() => remote.waiting.filter(mayWait))
const stateWords = computed(() => {
  const waits = kept.value.length > 0 ? `, ${waitingWords(kept.value)}` : ''
  if (remote.state === 'live') return `Live${waits}`
  if (remote.heardAt === 0) return 'Looking for the laptop…'
  const seconds = Math.round((now.value - remote.heardAt) / 1000)
  return `No answer for ${seconds < 120 ? `${seconds} s` : `${Math.round(seconds / 60)} min`}${waits}`
})
</script>

<template>
  <main class="mx-auto flex min-h-full max-w-xl flex-col">
    <header class="sticky top-0 z-10 flex items-center justify-between gap-3 border-b border-rule bg-ground px-3 py-2">
      <h1 class="min-w-0 truncate text-base font-semibold" data-test="phone-set">
        {{ heading }}
      </h1>
      <p
        role="status"
        class="shrink-0 text-sm"
        :class="remote.state === 'live' ? 'text-soft' : 'font-semibold text-accent'"
        data-test="phone-state"
      >
        {{ stateWords }}
      </p>
    </header>
    <div class="grow p-3 pb-24">
      <p v-if="isUnknown" role="alert" data-test="phone-unknown">
        This is no whole link of a pairing. On the laptop open Second screen and scan the code there.
      </p>
      <template v-else-if="remote.state === 'ended'">
        <p role="alert" data-test="phone-ended">The laptop has ended this pairing. Scan the new code to go on.</p>
        <template v-if="kept.length > 0">
          <p class="mt-2">These did not reach it:</p>
          <ul class="mt-1 list-disc pl-5">
            <li v-for="op in kept" :key="op.id">{{ opWords(op, remote.view) }}</li>
          </ul>
        </template>
      </template>
      <template v-else-if="remote.view">
        <p v-if="!remote.isKept" role="alert">This browser keeps nothing: what waits is lost if the page is closed.</p>
        <KeepAlive><PhoneRun v-if="part === 'run'" /></KeepAlive>
        <PhoneTone v-if="part === 'tone'" />
        <KeepAlive><PhoneChanges v-if="part === 'changes'" /></KeepAlive>
        <PhoneLamps v-if="part === 'lamps'" />
      </template>
      <p v-else class="text-soft">Looking for the laptop. It has to be open, with this pairing.</p>
    </div>
    <nav
      v-if="remote.view && remote.state !== 'ended'"
      aria-label="Parts"
      class="fixed inset-x-0 bottom-0 mx-auto grid max-w-xl grid-cols-4 border-t border-rule bg-panel"
    >
      <button
        v-for="one in PARTS"
        :key="one.value"
        class="min-h-14"
        :class="part === one.value ? 'bg-ink font-semibold text-ground' : ''"
        :aria-current="part === one.value || undefined"
        :data-test="`phone-${one.value}`"
        @click="part = one.value"
      >
        {{ one.name }}
      </button>
    </nav>
  </main>
</template>
