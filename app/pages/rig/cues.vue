<script setup lang="ts">
import { computed, ref } from 'vue'
import { useLookEdits } from '~/shared/useLookEdits'
import { useRigWatch } from '~/features/rig/useRigWatch'
import ArmBar from '~/features/rig/ArmBar.vue'
import { useRig } from '~/stores/rig'
import { useStudio } from '~/stores/studio'
import NumberField from '~/ui/NumberField.vue'
import { MOST_FADE_S } from '#core/control/protocol'
import { changeFade } from '#core/edits/rigEdits'

/** The looks as cues: each fades in by its time. */
const studio = useStudio()
const rig = useRig()
const { go } = useLookEdits()
useRigWatch()

const looks = computed(() => studio.stored.looks)
const at = computed(() => looks.value.findIndex(({ id }) => id === studio.look.id))
const next = computed(() => looks.value[at.value + 1])
const before = computed(() => looks.value[at.value - 1])
const fadeOf = (id: string) => studio.stored.rig.fadeS[id] ?? 0
const problem = ref('')

const play = async (id: string) => {
  go(id)
  const outcome = await rig.sendLook(fadeOf(id))
  problem.value = outcome.ok ? '' : outcome.message
}
</script>

<template>
  <div class="flex grow flex-col gap-6 p-4 lg:min-h-0 lg:flex-row lg:overflow-y-auto">
    <section aria-label="Cues" class="min-w-0 lg:w-3/5">
      <div class="flex flex-wrap items-center gap-3">
        <button
          class="min-h-11 px-6"
          :class="rig.isMine ? 'press-main' : 'press'"
          :disabled="!rig.isMine || !next"
          data-test="go"
          @click="play(next!.id)"
        >
          Go{{ next ? `: ${next.name}` : '' }}
        </button>
        <button class="press min-h-11" :disabled="!rig.isMine || !before" data-test="back" @click="play(before!.id)">
          Back{{ before ? `: ${before.name}` : '' }}
        </button>
        <p v-if="!rig.isMine" class="text-soft">Arm the rig to play cues.</p>
      </div>
      <p v-if="problem" role="alert">{{ problem }}</p>
      <ol class="mt-3">
        <li
          v-for="(look, index) in looks"
          :key="look.id"
          class="flex flex-wrap items-center gap-4 border-t border-rule py-2"
          :data-test="`cue-${look.id}`"
        >
          <span class="figure w-8 text-soft">{{ index + 1 }}</span>
          <span class="grow" :class="{ 'font-semibold': index === at }" :aria-current="index === at || undefined">
            {{ look.name }}{{ index === at ? ' · on the screen' : '' }}
          </span>
          <NumberField
            :label="`Fade into ${look.name}`"
            hide-label
            :value="fadeOf(look.id)"
            :least="0"
            :most="MOST_FADE_S"
            unit=" s"
            test-name="fade"
            @change="seconds => studio.editKept(set => changeFade(set, look.id, seconds))"
          />
          <button class="press" :disabled="!rig.isMine" :aria-label="`Play ${look.name}`" @click="play(look.id)">
            Play
          </button>
        </li>
      </ol>
    </section>
    <div class="lg:w-2/5"><ArmBar is-beside-go /></div>
  </div>
</template>
