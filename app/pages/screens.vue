<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { renderSVG } from 'uqr'
import { usePairing } from '~/stores/pairing'
import { askAddresses } from '~/support/addresses'
import { counted, listed } from '#wording/language'
import { ownServer } from '~/support/ownServer'

/** Phones and tablets as second screens: the link that lets them in, and who is there. */
const pairing = usePairing()
const addresses = ref<readonly string[]>()
const chosen = ref('')
const isCopied = ref(false)

onMounted(async () => {
  addresses.value = await askAddresses()
  chosen.value = addresses.value?.[0] ?? ''
})

/** The page's own address where it is one that phones reach already. */
const origin = computed(() => {
  const { protocol, hostname, port, origin: own } = window.location
  const isHere = /^(?:127\.|localhost$|\[::1\]$)/.test(hostname)
  return isHere && chosen.value ? `${protocol}//${chosen.value}${port ? `:${port}` : ''}` : own
})
const link = computed(() => (pairing.secret === null ? '' : `${origin.value}${ownServer('phone')}#${pairing.secret}`))
const code = computed(() => (link.value ? `data:image/svg+xml,${encodeURIComponent(renderSVG(link.value))}` : ''))
const isPlain = computed(() => !origin.value.startsWith('https:'))
const isAlone = computed(
  () => addresses.value?.length === 0 && /^(?:127\.|localhost$|\[::1\]$)/.test(window.location.hostname),
)
const STATES = {
  off: '',
  connecting: 'The line to the server is down; it is tried again.',
  open: '',
  taken: 'Another browser has this pairing open. Close it there; it is tried again.',
  ended: '',
} as const

const copy = async () => {
  await navigator.clipboard?.writeText(link.value)
  isCopied.value = true
}
</script>

<template>
  <div class="flex grow flex-col gap-4 p-4 lg:min-h-0 lg:overflow-y-auto">
    <h2 class="text-lg font-semibold">Second screen</h2>
    <p class="max-w-prose text-soft">
      A phone at the backdrop takes readings, shows the verdict and the changes to make, and turns lamps while the rig
      is armed. The set stays here.
    </p>
    <template v-if="!pairing.isOn">
      <p v-if="pairing.isUntold" role="status">
        The pairing is at its end, but no phone could be told: the server did not answer. They show what they had last,
        and reach nothing here any more.
      </p>
      <div><button class="press-main" data-test="pair" @click="pairing.begin">Let a phone in</button></div>
    </template>
    <div v-else class="flex flex-wrap gap-6">
      <figure class="w-64">
        <img :src="code" alt="The link as a code to scan" class="size-64 bg-white" data-test="pair-code" />
        <figcaption class="mt-1 text-sm text-soft">Scan it with the phone’s camera.</figcaption>
      </figure>
      <div class="flex min-w-0 max-w-prose flex-1 basis-80 flex-col gap-3">
        <p class="break-all" data-test="pair-link">{{ link }}</p>
        <!-- What the server says of itself comes a moment later and must not push the presses. -->
        <div class="flex flex-wrap gap-2">
          <button class="press" @click="copy">{{ isCopied ? 'Copied' : 'Copy the link' }}</button>
          <button class="press" :disabled="pairing.isEnding" data-test="pair-end" @click="pairing.finish">
            {{ pairing.isEnding ? 'Telling the phones…' : 'End the pairing' }}
          </button>
        </div>
        <p v-if="addresses && addresses.length > 1" class="text-soft">
          This server answers at {{ listed(addresses) }}; the code uses {{ chosen }}.
        </p>
        <p v-if="isAlone" role="alert" data-test="pair-alone">
          The server answers on this machine alone, so no phone can reach it. Start it with
          <code>HOST=0.0.0.0 npm start</code> in a network that you trust.
        </p>
        <p v-if="STATES[pairing.state]" role="alert" data-test="pair-state">{{ STATES[pairing.state] }}</p>
        <p role="status" data-test="pair-guests">
          {{
            pairing.guests.length === 0
              ? 'No phone is there yet.'
              : `${counted(pairing.guests.length, 'page')} let in since this page was loaded.`
          }}
        </p>
        <p v-if="pairing.refused > 0" data-test="pair-refused">
          {{ counted(pairing.refused, 'message') }} refused: old, doubled, or sealed with another secret.
        </p>
        <p class="text-soft">
          Whoever has the link is in until you end the pairing: show it to nobody else. What passes is sealed with its
          secret, which the server never sees.
        </p>
        <p v-if="isPlain" class="text-soft" data-test="pair-plain">
          Over plain http somebody in the same network could give the phone another page instead of this one, and a
          phone does not keep its screen awake or work after a reload without the network. docs/second-screen.md says
          how to use https with a certificate of your own.
        </p>
      </div>
    </div>
  </div>
</template>
