<script setup lang="ts">
import { computed, ref } from 'vue'
import NumberField from '~/ui/NumberField.vue'
import SelectField from '~/ui/SelectField.vue'
import { usePreferences } from '~/stores/preferences'
import { useRig } from '~/stores/rig'
import { useStudio } from '~/stores/studio'
import { counted, listed } from '#wording/language'
import { holdWords, rigToWords } from '#wording/rig'

/** Whether levels go out, whose they are, and the way to stop them. */
const { isBesideGo = false } = defineProps<{
  /** It stands beside another press that sends what comes next. */
  isBesideGo?: boolean
}>()
const rig = useRig()
const studio = useStudio()
const preferences = usePreferences()

const isBusy = ref(false)
const isHeldElsewhere = computed(() => rig.armed !== null && !rig.isMine)
const canArm = computed(() => rig.universes.length > 0 && rig.state !== undefined)
const why = computed(() => {
  if (rig.state === undefined) return rig.problem || 'Asking the rig’s server…'
  if (rig.universes.length === 0) return 'No lamp is patched yet: say on Patch which lamp is which fixture.'
  return ''
})
const HOLDS: readonly (number | null)[] = [0, 60, 600, null]
const holds = HOLDS.map(seconds => ({
  value: String(seconds),
  name: seconds === 0 ? 'not at all: fade out' : holdWords(seconds),
}))
const fadeS = computed(() => studio.stored.rig.fadeS[studio.look.id] ?? 0)

const arm = async (takesOver: boolean) => {
  isBusy.value = true
  await rig.arm({ takesOver, secret: preferences.values.rigSecret })
  isBusy.value = false
}
</script>

<template>
  <section aria-label="Output" class="flex flex-col gap-3">
    <div class="flex flex-wrap items-center gap-3">
      <p
        class="rounded-sm border px-3 py-1.5 text-lg font-semibold"
        :class="rig.armed ? 'border-accent text-accent' : 'border-rule'"
        role="status"
        data-test="rig-state"
      >
        {{ rig.armed ? (rig.isMine ? 'Armed' : `Armed by ${rig.armed.name}`) : 'Disarmed' }}
      </p>
      <template v-if="rig.isMine">
        <button class="press" data-test="disarm" @click="rig.disarm">Disarm</button>
        <button
          class="press"
          :aria-pressed="rig.armed?.isBlackout ?? false"
          data-test="blackout"
          @click="rig.setBlackout(!rig.armed?.isBlackout)"
        >
          {{ rig.armed?.isBlackout ? 'Lift blackout' : 'Blackout' }}
        </button>
      </template>
      <button
        v-else
        :class="isHeldElsewhere ? 'press' : 'press-main'"
        :disabled="!canArm || isBusy"
        data-test="arm"
        @click="arm(isHeldElsewhere)"
      >
        {{ isHeldElsewhere ? `Take over from ${rig.armed!.name}` : 'Arm' }}
      </button>
    </div>
    <p v-if="why" class="text-soft">{{ why }}</p>
    <p v-else class="text-soft">
      {{ counted(rig.universes.length, 'universe') }}: {{ listed(rig.universes.map(String)) }}.
      {{ rig.state ? rigToWords(rig.state) : '' }}
    </p>
    <p v-if="rig.problem && rig.state" role="alert" data-test="rig-problem">{{ rig.problem }}</p>
    <p v-if="rig.state?.problem" role="alert">{{ rig.state.problem }}</p>
    <p v-if="rig.armed?.holding" role="alert" data-test="holding">
      The browser that armed the rig does not answer. Its last levels are held
      {{
        rig.armed.holding.leftS === null ? 'until somebody turns them off' : `for ${rig.armed.holding.leftS} s more`
      }}.
    </p>

    <template v-if="rig.isMine">
      <div class="flex flex-wrap items-center gap-3">
        <button :class="isBesideGo ? 'press' : 'press-main'" data-test="send-look" @click="rig.sendLook(fadeS)">
          Send {{ studio.look.name }}{{ fadeS > 0 ? ` in ${fadeS} s` : '' }}
        </button>
        <label class="flex items-center gap-2">
          <input v-model="rig.isFollowing" type="checkbox" class="accent-accent" data-test="follow" />
          Follow every change
        </label>
      </div>
      <label class="flex items-center gap-3">
        <span class="w-28 text-soft">Grand master</span>
        <input
          type="range"
          min="0"
          max="100"
          step="1"
          class="grow accent-accent"
          :value="Math.round(100 * (rig.armed?.master ?? 1))"
          :aria-valuetext="`${Math.round(100 * (rig.armed?.master ?? 1))} percent`"
          data-test="master"
          @change="event => rig.setMaster(Number((event.target as HTMLInputElement).value) / 100)"
        />
        <span class="figure w-14 text-right">{{ Math.round(100 * (rig.armed?.master ?? 1)) }} %</span>
      </label>
    </template>
    <div v-else class="flex flex-wrap items-end gap-3">
      <SelectField
        label="If this browser goes, hold levels"
        :value="String(preferences.values.rigHoldS)"
        :options="holds"
        test-name="hold"
        @choose="value => preferences.change({ rigHoldS: value === 'null' ? null : Number(value) })"
      />
      <NumberField
        label="Priority"
        :value="preferences.values.rigPriority"
        :least="0"
        :most="200"
        whole
        :digits="0"
        @change="rigPriority => preferences.change({ rigPriority })"
      />
      <label v-if="rig.state?.to.needsSecret" class="flex flex-col">
        <span class="text-xs text-soft">Secret that the server printed</span>
        <input
          class="press h-8 w-56"
          autocomplete="off"
          :value="preferences.values.rigSecret"
          data-test="rig-secret"
          @change="event => preferences.change({ rigSecret: (event.target as HTMLInputElement).value.trim() })"
        />
      </label>
    </div>
  </section>
</template>
