<script setup lang="ts">
import { computed } from 'vue'
import { usePractice } from '~/stores/practice'
import { skillsOf, type Topic } from '#core/practice/skills'
import { SKILL_NAMES, TOPIC_NAMES } from '#wording/practice'
import { abilityWords } from '#wording/practiceMarks'
import { counted, listed } from '#wording/language'

/** One topic of the course: its level, what is due of it, a way in. */
const props = defineProps<{ topic: Topic }>()
defineEmits<{ start: [] }>()
const practice = usePractice()

const TOP = 5
const ability = computed(() => practice.overview?.topics[props.topic])
const skills = computed(() => skillsOf(props.topic))
const due = computed(() => {
  const now = Date.now()
  return skills.value.filter(skill => {
    const state = practice.overview?.skills[skill]
    return state && Date.parse(state.dueAt) <= now
  }).length
})
const share = (level: number) => `${(Math.max(0, Math.min(TOP, level)) / TOP) * 100}%`
const whisker = computed(() => {
  if (!ability.value) return undefined
  const { level, spread } = ability.value
  const [from, to] = [Math.max(0, level - spread), Math.min(TOP, level + spread)]
  return { left: share(from), width: share(Math.max(0, to - from)) }
})
</script>

<template>
  <li class="flex items-center gap-x-4 gap-y-1 border-t border-rule py-2 max-sm:flex-col max-sm:items-stretch">
    <div class="min-w-0 grow">
      <h3 class="font-semibold">{{ TOPIC_NAMES[topic] }}</h3>
      <p class="text-sm text-soft">{{ listed(skills.map(skill => SKILL_NAMES[skill])) }}</p>
    </div>
    <div class="flex shrink-0 items-center gap-4 max-sm:justify-between">
      <div class="w-40">
        <div class="relative h-3 rounded-xs bg-well" aria-hidden="true">
          <div
            v-if="ability"
            class="absolute inset-y-0 left-0 rounded-xs bg-soft"
            :style="{ width: share(ability.level) }"
          />
          <div v-if="whisker" class="absolute top-1/2 h-px bg-ink" :style="whisker" />
        </div>
        <p class="figure text-xs text-soft" :data-test="`topic-${topic}`">
          <template v-if="ability">Level {{ abilityWords(ability) }}, {{ counted(ability.count, 'answer') }}</template>
          <template v-else>Not practised yet</template>
        </p>
      </div>
      <p class="w-14 text-sm">{{ due > 0 ? `${due} due` : '' }}</p>
      <button
        class="press"
        :aria-label="`Practise ${TOPIC_NAMES[topic]}`"
        :data-test="`practise-${topic}`"
        @click="$emit('start')"
      >
        Practise
      </button>
    </div>
  </li>
</template>
