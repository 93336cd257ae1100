<script setup lang="ts">
import { counted } from '#wording/language'
import { useKept } from '~/shared/useKept'
import { usePreferences } from '~/stores/preferences'
import { computed, onMounted, ref } from 'vue'
import ProgressBar from '~/ui/ProgressBar.vue'
import SelectField from '~/ui/SelectField.vue'
import { formatBytes } from '~/support/bytes'
import { NEARLY_FULL, type PictureUse, type StorageRoom } from '~/storage/pictures'

const { values, change } = usePreferences()
const { pictures } = useKept()
const KEPT = [10, 20, 40, 100, 500].map(count => ({ value: String(count), name: `the newest ${count}` }))
const SIDES = [
  { value: 'null', name: 'as they are' },
  { value: '2400', name: '2400 pixels on the longer side' },
  { value: '1200', name: '1200 pixels on the longer side' },
]

const use = ref<PictureUse>()
const room = ref<StorageRoom>()
const done = ref('')
const look = async () => {
  use.value = await pictures.use()
  room.value = await pictures.room()
}
onMounted(look)

const share = computed(() => (room.value ? room.value.usedBytes / room.value.mostBytes : 0))

const cleanUp = async (most: number) => {
  const freed = await pictures.keepNewest(most)
  done.value =
    freed.count === 0
      ? 'Nothing had to go.'
      : `${counted(freed.count, 'picture')} went, ${formatBytes(freed.bytes)} are free. What was read from them is kept.`
  await look()
}
const keep = async (count: number) => {
  await change({ picturesKept: count })
}
</script>

<template>
  <div class="mx-auto flex w-full max-w-xl flex-col gap-5 p-6">
    <section aria-label="Room" class="space-y-2">
      <p class="text-2xl font-semibold" data-test="picture-use">
        {{ use ? `${counted(use.count, 'picture')}, ${formatBytes(use.bytes)}` : '' }}
      </p>
      <template v-if="room">
        <ProgressBar :value="share" label="Room in this browser" />
        <p class="text-sm text-soft">
          This browser holds {{ formatBytes(room.usedBytes) }} for the app, of {{ formatBytes(room.mostBytes) }} that it
          gives. Pictures never leave it.
        </p>
      </template>
      <p v-if="share > NEARLY_FULL" role="alert">
        This browser is nearly full. Clean up before it refuses to keep more.
      </p>
    </section>
    <section aria-label="Keeping" class="space-y-3">
      <SelectField
        label="Keep per set"
        wide
        test-name="pictures-kept"
        :value="String(values.picturesKept)"
        :options="KEPT"
        @choose="count => keep(Number(count))"
      />
      <SelectField
        label="Keep new pictures"
        wide
        test-name="picture-side"
        :value="String(values.pictureSide)"
        :options="SIDES"
        @choose="side => change({ pictureSide: side === '1200' ? 1200 : side === '2400' ? 2400 : null })"
      />
      <p class="text-sm text-soft">
        Every picture is read at its full size first. Older ones go when new ones come; frames, values and readings stay
        with the set.
      </p>
    </section>
    <section aria-label="Cleaning up" class="flex flex-wrap items-center gap-3">
      <button class="press" data-test="clean-up" @click="cleanUp(values.picturesKept)">Clean up now</button>
      <button class="press" data-test="clean-all" @click="cleanUp(0)">Delete all pictures</button>
      <p v-if="done" role="status" data-test="cleaned">
        {{ done }}
      </p>
    </section>
  </div>
</template>
