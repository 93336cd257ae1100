import { useIntervalFn, useThrottleFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { usePreferences } from './preferences'
import { useStudio } from './studio'
import { deskId, wasDesk } from '~/support/deskId'
import { askRig, tellRig } from '~/support/rig'
import { lookChannels } from '#core/control/channels'
import { universesOf } from '#core/control/patching'
import type { RigCommand, RigState } from '#core/control/protocol'
import { isEqual } from '#core/edits/patch'
import type { LightSetting } from '#core/model/schema'
import { err, type Outcome } from '#core/shared/outcome'

/** How often a desk says that it is there, and how often others look, milliseconds. */
const ALIVE_MS = 2000
/** While somebody looks at the rig it is asked so often. */
const LOOKING_MS = 500
/** Levels follow a hand that moves at most so often. */
const FOLLOW_MS = 40

/** A command without who gives it. */
type Said = RigCommand extends infer One ? (One extends { desk: string } ? Omit<One, 'desk'> : never) : never

/** The rig: what the server sends and hears, and whether this browser has it. */
export const useRig = defineStore('rig', () => {
  const studio = useStudio()
  const preferences = usePreferences()
  const state = shallowRef<RigState>()
  const problem = ref('')
  /** This browser armed it, and nobody took it over since. */
  const isMine = ref(false)
  /** Levels were sent since it was armed. */
  const isSent = ref(false)
  /** Levels go out as the look on the screen changes. */
  const isFollowing = ref(false)
  /** How many parts of the screen watch the rig closely. */
  const watchers = ref(0)
  let desk: Promise<string> | undefined

  const universes = computed(() => universesOf(studio.document.rig))
  const armed = computed(() => state.value?.armed ?? null)
  /** Whether anything of this is of any use in this browser: lamps are patched, or somebody armed the rig. */
  const isInUse = computed(() => universes.value.length > 0 || isMine.value || armed.value !== null)

  const look = async () => {
    const found = await askRig(watchers.value > 0 ? universes.value : [])
    if (found.ok) {
      state.value = found.value
      if (!found.value.armed) isMine.value = false
    } else {
      state.value = undefined
      if (isMine.value || watchers.value > 0) problem.value = found.message
    }
  }

  /** A tab that was loaded anew goes on with the rig where nobody took it over since. */
  const resume = async () => {
    if (!wasDesk() || !armed.value || isMine.value) return
    const outcome = await tellRig({ kind: 'alive', desk: await (desk ??= deskId()) })
    isMine.value = isSent.value = outcome.ok
  }

  const tell = async (command: Said): Promise<Outcome<void>> => {
    const outcome = await tellRig({ ...command, desk: await (desk ??= deskId()) } as RigCommand)
    problem.value = outcome.ok ? '' : outcome.message
    // Somebody else has it, or it was let go: what this browser sends goes nowhere.
    if (!outcome.ok && outcome.isRefused && command.kind !== 'arm') {
      isMine.value = false
      isFollowing.value = false
    }
    if (command.kind !== 'alive' && command.kind !== 'play') await look()
    return outcome
  }

  const arm = async (how: { takesOver: boolean; secret: string }): Promise<Outcome<void>> => {
    const { rigHoldS, rigPriority, rigName } = preferences.values
    const outcome = await tell({
      kind: 'arm',
      name: rigName,
      universes: universes.value,
      priority: rigPriority,
      holdS: rigHoldS,
      ...how,
    })
    isMine.value = outcome.ok
    isSent.value &&= outcome.ok
    return outcome
  }
  const disarm = async () => {
    isFollowing.value = isSent.value = false
    await tell({ kind: 'disarm' })
    isMine.value = false
  }

  /** Sends what lamps are set to; nothing where this browser has no rig. */
  const send = (settings: Readonly<Record<string, LightSetting>>, fadeS: number): Promise<Outcome<void>> =>
    isMine.value
      ? tell({ kind: 'play', channels: lookChannels(studio.document, settings), fadeS }).then(outcome => {
          isSent.value ||= outcome.ok
          return outcome
        })
      : Promise.resolve(err('The rig is not armed here. Nothing was sent.'))

  const channels = computed(() => lookChannels(studio.document, studio.look.lights))
  /** The look whose levels went out last: another one fades in, in its own time. */
  let sentLook = ''
  const follow = useThrottleFn(
    () => {
      if (!isFollowing.value) return
      const { id, lights } = studio.look
      const fadeS = id === sentLook ? 0 : (studio.stored.rig.fadeS[id] ?? 0)
      sentLook = id
      void send(lights, fadeS)
    },
    FOLLOW_MS,
    true,
  )
  watch(channels, (now, before) => {
    if (isFollowing.value && !isEqual(now, before)) void follow()
  })
  // Universes that a new patch brings are armed too, those that it leaves are let go.
  watch(universes, (now, before) => {
    if (isMine.value && now.length > 0 && !isEqual(now, before))
      void arm({ takesOver: false, secret: preferences.values.rigSecret })
  })

  useIntervalFn(async () => {
    if (isMine.value) await tell({ kind: 'alive' })
    if (isInUse.value && watchers.value === 0) await look()
  }, ALIVE_MS)
  useIntervalFn(() => void (watchers.value > 0 && look()), LOOKING_MS)
  watch(watchers, now => void (now > 0 && look()))
  watch(isInUse, now => void (now && look()), { immediate: true })

  return {
    state,
    problem,
    isMine,
    isSent: computed(() => isMine.value && isSent.value),
    isFollowing,
    watchers,
    universes,
    armed,
    look,
    resume,
    arm,
    disarm,
    send,
    /** Sends what the look on the screen says, in its fade time. */
    sendLook: (fadeS: number) => {
      sentLook = studio.look.id
      return send(studio.look.lights, fadeS)
    },
    setMaster: (level: number) => tell({ kind: 'master', level }),
    setBlackout: (isOn: boolean) => tell({ kind: 'blackout', isOn }),
  }
})
