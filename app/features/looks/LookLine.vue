<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { ChevronDown, ChevronUp, Copy, Trash2 } from '@lucide/vue'
import LookPicture from '~/features/looks/LookPicture.vue'
import { useLookEdits } from '~/shared/useLookEdits'
import VerdictMark from '~/shared/VerdictMark.vue'
import { useLight } from '~/stores/light'
import { useLooks } from '~/stores/looks'
import { useStudio } from '~/stores/studio'
import { overriddenBy } from '#core/looks/overridden'
import { overriddenWords } from '#wording/lookSteps'
import { minutesWords } from '#wording/quantities'

/** One look of the list: picture, name, how it stands, what it has otherwise than the set. */
const props = defineProps<{ line: ReturnType<typeof useLooks>['looks'][number]; index: number }>()
const studio = useStudio()
const looks = useLooks()
const light = useLight()
const router = useRouter()
const { go, duplicate, remove, rename, move, takeBack } = useLookEdits()

const look = computed(() => props.line.look)
const overridden = computed(() => overriddenBy(look.value))
/** A set of one look is judged on the stage alone. */
const verdict = computed(() => (looks.several ? props.line.verdict : light.verdict))
/** Minutes from the look before; undefined until both looks are calculated and set. */
const minutes = computed(() => {
  const before = studio.stored.looks[props.index - 1]
  const isSettled = before && looks.areSettled(before.id, look.value.id)
  return isSettled ? looks.onward[props.index - 1] : undefined
})
const last = computed(() => studio.stored.looks.length - 1)

const show = async () => {
  go(look.value.id)
  await router.push('/')
}
const renamed = (event: Event) => {
  const field = event.target as HTMLInputElement
  rename(look.value.id, field.value)
  field.value = look.value.name
}
</script>

<template>
  <li class="flex flex-wrap items-center gap-3 border-t border-rule py-2 sm:flex-nowrap" :data-test="`line-${look.id}`">
    <button class="shrink-0" :aria-label="`Open ${look.name} on the stage`" data-test="open-look" @click="show">
      <LookPicture :picture="line.picture" :is-known="line.isKnown" :name="look.name" class="h-20 w-14" />
    </button>
    <div class="min-w-0 grow basis-60">
      <input
        class="w-full max-w-72 rounded-sm border border-transparent bg-transparent px-1 text-base font-medium hover:border-rule"
        :aria-label="`Name of ${look.name}`"
        :value="look.name"
        maxlength="80"
        @change="renamed"
      />
      <p class="px-1" :class="{ 'text-soft': !verdict }" data-test="look-verdict">
        {{ line.broken ? `It cannot be judged: ${line.broken}` : (verdict?.headline ?? 'Working out…') }}
      </p>
      <p v-if="overridden.length > 0" class="flex flex-wrap gap-1 px-1 pt-1 text-sm">
        <span
          v-for="what in overridden"
          :key="overriddenWords(studio.stored, what)"
          class="flex items-center gap-1.5 rounded-sm bg-panel px-1.5"
        >
          {{ overriddenWords(studio.stored, what) }}
          <button
            class="text-soft underline underline-offset-2"
            :aria-label="`take back ${overriddenWords(studio.stored, what)}`"
            @click="takeBack(look.id, what)"
          >
            take back
          </button>
        </span>
      </p>
    </div>
    <span v-if="minutes !== undefined" class="w-20 shrink-0 text-right text-soft" title="From the look before">
      {{ minutesWords(minutes) }}
    </span>
    <VerdictMark :verdict="verdict" />
    <div class="flex shrink-0 gap-1">
      <button class="press" :disabled="index === 0" :aria-label="`${look.name} earlier`" @click="move(look.id, -1)">
        <ChevronUp :size="15" />
      </button>
      <button class="press" :disabled="index === last" :aria-label="`${look.name} later`" @click="move(look.id, 1)">
        <ChevronDown :size="15" />
      </button>
      <button class="press" :aria-label="`Duplicate ${look.name}`" @click="duplicate(look.id)">
        <Copy :size="15" />
      </button>
      <button
        class="press"
        :disabled="last === 0"
        :aria-label="`Delete ${look.name}`"
        data-test="delete-look"
        @click="remove(look.id)"
      >
        <Trash2 :size="15" />
      </button>
    </div>
  </li>
</template>
