import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { usePreferences } from './preferences'
import { relayUrl } from '~/support/relayUrl'
import type { Ack, Guest, LaptopEnd } from '#services/pairing/laptopEnd'
import type { Op, PhoneView } from '#core/pairing/messages'
import { fromLetters, SECRET_BYTES, toLetters } from '#services/pairing/letters'

/** The laptop's side of its second screens: the pairing, and who is there. */
export const usePairing = defineStore('pairing', () => {
  const preferences = usePreferences()
  const guests = shallowRef<readonly Guest[]>([])
  const refused = ref(0)
  const state = ref<LaptopEnd['state'] | 'off'>('off')
  /** Phones are being told to leave; and the last time none could be. */
  const isEnding = ref(false)
  const isUntold = ref(false)
  let end: LaptopEnd | undefined
  let last: PhoneView | undefined

  const secret = computed(() => preferences.values.pairingSecret)
  const isOn = computed(() => secret.value !== null)

  const look = () => {
    guests.value = end ? [...end.guests.values()] : []
    refused.value = end ? end.refused.forged + end.refused.replayed + end.refused.stale : 0
    state.value = end?.state ?? 'off'
  }

  const bytesNow = () => (secret.value === null ? undefined : fromLetters(secret.value))
  const opened = async (perform: (op: Op) => Promise<Ack>) => {
    if (end || !bytesNow() || isEnding.value) return
    // What seals comes with the first pairing.
    const { laptopEnd } = await import('#services/pairing/laptopEnd')
    const bytes = bytesNow()
    if (!bytes || isEnding.value) return
    end = laptopEnd(bytes, room => relayUrl(room, 'laptop'), { perform, changed: look })
    if (last) end.show(last)
    look()
  }
  let opening: Promise<void> | undefined
  /** Opens the line of a pairing; `perform` does what phones ask for. */
  const open = (perform: (op: Op) => Promise<Ack>): Promise<void> =>
    (opening ??= opened(perform).finally(() => {
      opening = undefined
    }))

  return {
    secret,
    isOn,
    guests,
    refused,
    state,
    open,
    show: (view: PhoneView) => {
      last = view
      end?.show(view)
    },
    /** Makes a new secret: only who has its link is let in. */
    begin: () => preferences.change({ pairingSecret: toLetters(crypto.getRandomValues(new Uint8Array(SECRET_BYTES))) }),
    isEnding,
    isUntold,
    /** Every phone leaves, and its link opens nothing any more. */
    finish: async () => {
      if (isEnding.value) return
      // Right after a load the line may not have been opened yet: phones are told all the same.
      if (!end) await open(async () => ({ how: 'refused', message: 'The pairing is at its end.' }))
      if (isEnding.value) return
      isEnding.value = true
      isUntold.value = end ? !(await end.end()) : false
      end = undefined
      isEnding.value = false
      look()
      await preferences.change({ pairingSecret: null })
    },
  }
})
