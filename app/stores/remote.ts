import { useEventListener } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, markRaw, ref, shallowRef } from 'vue'
import { freshId } from '~/support/freshId'
import { relayUrl } from '~/support/relayUrl'
import { phoneEnd, type PhoneEnd } from '#services/pairing/phoneEnd'
import type { Op, PhoneView } from '#core/pairing/messages'
import { fromLetters } from '#services/pairing/letters'
import { keysOf } from '#services/pairing/seal'

/** What became of something asked for, in words; the newest is last. */
export type Answer = { op: Op; how: 'done' | 'refused' | 'later'; message: string }

const MOST_ANSWERS = 20

const shelfOf = (name: string) => ({
  load: () => {
    try {
      return localStorage.getItem(name)
    } catch {
      return null
    }
  },
  save: (text: string) => {
    try {
      localStorage.setItem(name, text)
      return true
    } catch {
      return false
    }
  },
})

/** The phone's side: what the laptop shows, and what waits for it. */
export const useRemote = defineStore('remote', () => {
  const view = shallowRef<PhoneView>()
  const waiting = shallowRef<readonly Op[]>([])
  const answers = shallowRef<readonly Answer[]>([])
  const state = ref<'live' | 'alone' | 'ended' | 'unpaired'>('unpaired')
  const heardAt = ref(0)
  const isKept = ref(true)
  let end: PhoneEnd | undefined

  const look = () => {
    if (!end) return
    view.value = end.view && markRaw(end.view)
    waiting.value = end.waiting
    state.value = end.state
    heardAt.value = end.heardAt
    isKept.value = end.isKept
  }

  /** Opens the pairing that a link's letters stand for; false where they stand for none. */
  const open = (letters: string): boolean => {
    const secret = fromLetters(letters)
    if (!secret) return false
    end?.leave()
    end = phoneEnd(
      secret,
      {
        url: room => relayUrl(room, 'phone'),
        name: window.matchMedia('(min-width: 640px)').matches ? 'Tablet' : 'Phone',
        shelf: shelfOf(`keen-tonal-phone/${keysOf(secret).room}`),
      },
      {
        changed: look,
        answered: (op, how, message) => {
          answers.value = [...answers.value, { op, how, message }].slice(-MOST_ANSWERS)
        },
      },
    )
    look()
    return true
  }

  /** A phone that wakes tries at once. */
  useEventListener(document, 'visibilitychange', () => {
    if (document.visibilityState === 'visible') end?.retry()
  })
  useEventListener(window, 'online', () => end?.retry())

  const here = () => ({ id: freshId(12), setId: view.value!.setId, lookId: view.value!.lookId })
  const ask = (op: Op): boolean => end?.ask(op) ?? false

  return {
    view,
    waiting,
    answers,
    state,
    heardAt,
    isKept,
    isLive: computed(() => state.value === 'live'),
    open,
    read: (stepId: string, shown: string) => ask({ ...here(), kind: 'reading', stepId, shown }),
    takeBack: (readingId: string) => ask({ ...here(), kind: 'take-back', readingId }),
    /** Lamps are turned now or not at all: false while the laptop does not answer. */
    turn: (lightId: string, isOn: boolean, powerStops: number) =>
      state.value === 'live' && ask({ ...here(), kind: 'lamp', lightId, isOn, powerStops }),
    tick: (stepKey: string, isDone: boolean) => ask({ ...here(), kind: 'tick', stepKey, isDone }),
    blackout: (isOn: boolean) => state.value === 'live' && ask({ ...here(), kind: 'blackout', isOn }),
    drop: (opId: string) => end?.drop(opId),
  }
})
