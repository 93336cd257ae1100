<script setup lang="ts">
import { useLookEdits } from '~/shared/useLookEdits'
import { onMounted, onUnmounted } from 'vue'
import { useLooks } from '~/stores/looks'
import { useStudio } from '~/stores/studio'
import BeginLook from '~/features/looks/BeginLook.vue'
import LookLine from '~/features/looks/LookLine.vue'

const studio = useStudio()
const looks = useLooks()
const { duplicate, addTones } = useLookEdits()
onMounted(() => (looks.isListed = true))
onUnmounted(() => (looks.isListed = false))
</script>

<template>
  <div class="min-h-0 grow overflow-y-auto px-4 py-3">
    <div class="mx-auto flex max-w-5xl flex-col gap-3">
      <div class="flex flex-wrap items-center gap-2">
        <h2 class="mr-auto text-lg font-semibold">Looks of this set</h2>
        <button class="press" data-test="duplicate-look" @click="duplicate(studio.look.id)">
          Duplicate "{{ studio.look.name }}"
        </button>
        <button class="press" data-test="tone-looks" @click="addTones(studio.look.id)">
          White to black from "{{ studio.look.name }}"
        </button>
      </div>
      <p class="text-soft">
        A look has its own targets, exposure, switches, powers, and whatever of the stage it has otherwise; the rest it
        shares with the set.
      </p>
      <BeginLook />
      <p v-if="looks.isSetting" role="status" class="text-soft">Working out the powers of the new looks…</p>
      <p v-if="looks.failure" role="alert">{{ looks.failure }}</p>
      <ol class="flex flex-col" data-test="looks">
        <LookLine v-for="(line, index) in looks.looks" :key="line.look.id" :line="line" :index="index" />
      </ol>
    </div>
  </div>
</template>
