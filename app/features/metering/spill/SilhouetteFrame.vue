<script setup lang="ts">
import { useLitPicture } from '~/shared/useLitPicture'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import PictureCanvas from '~/ui/PictureCanvas.vue'
import { onlyOn } from '#core/model/settings'

/** The frame by the backdrop lights alone: a clean outline, or light that comes round it. */
const studio = useStudio()
const WIDTH = 160
const settings = computed(() =>
  onlyOn(
    studio.look,
    studio.document.lights
      .filter(({ id, job }) => job === 'backdrop' && studio.look.lights[id]?.on)
      .map(({ id }) => id),
  ),
)
const { picture, isFresh } = useLitPicture(() => ({ at: 'frame', width: WIDTH }), { settings })
</script>

<template>
  <figure class="max-w-56">
    <PictureCanvas
      v-if="picture"
      :picture="picture"
      label="The frame by the backdrop lights alone"
      class="w-full"
      :class="{ 'opacity-60': !isFresh }"
    />
    <figcaption class="mt-1 text-sm text-soft">
      {{
        picture
          ? 'By the backdrop lights alone: the subject should be a clean, dark outline.'
          : 'Working out the frame…'
      }}
    </figcaption>
  </figure>
</template>
