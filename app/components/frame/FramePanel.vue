<script setup lang="ts">
const { picture, isFresh } = usePredictedFrame()
const { shoot, isShooting, problem, last } = useBenchFrame()

const shows = ref<'predicted' | 'bench'>('predicted')

const take = async () => {
  if (await shoot()) shows.value = 'bench'
}
</script>

<template>
  <section
    aria-label="Frame"
    class="flex gap-4 p-4"
  >
    <div class="h-78 w-52 shrink-0 bg-well">
      <PictureCanvas
        v-if="shows === 'predicted' && picture"
        :picture="picture"
        label="Predicted frame"
        class="size-full"
        :class="{ 'opacity-60': !isFresh }"
      />
      <BenchPicture
        v-else-if="shows === 'bench' && last"
        :frame="last"
        class="size-full"
      />
    </div>
    <div class="flex min-w-0 grow flex-col gap-3">
      <ChoiceRow
        label="Frame"
        :value="shows"
        :choices="[{ value: 'predicted', name: 'Predicted' }, { value: 'bench', name: 'Bench' }]"
        @choose="shows = $event"
      />
      <FrameValues
        v-if="shows === 'bench' && last"
        :frame="last"
      />
      <p
        v-else-if="shows === 'bench'"
        class="text-sm text-soft"
      >
        No bench frame yet.
      </p>
      <p
        v-else
        class="text-sm text-soft"
      >
        What the camera would record, from the planned light. Dots mark what clips, dashes what is crushed.
      </p>
      <button
        class="press mt-auto"
        :disabled="isShooting"
        data-test="shoot"
        @click="take"
      >
        {{ isShooting ? 'Shooting…' : 'Take a bench frame' }}
      </button>
      <p
        v-if="problem"
        role="alert"
        class="text-sm"
        data-test="frame-problem"
      >
        {{ problem }}
      </p>
    </div>
  </section>
</template>
