import { useElementSize } from '@vueuse/core'
import { computed } from 'vue'
import type { Ref } from 'vue'
import { useStudio } from '~/stores/studio'

/** What stands above and about the picture in its column, pixels. */
const FRAME_CHROME_PX = { above: 54, sides: 24 }

/** The most of the stage that the column takes: the plan shall not starve. Wide pictures take more. */
const MOST_SHARE = { upright: 0.34, wide: 0.4 }

/** How wide the column of the picture is: as wide as lets the picture fill the height of the stage. */
export const useFrameColumn = (stage: Ref<HTMLElement | null>) => {
  const studio = useStudio()
  const { width, height } = useElementSize(stage)
  const columnPx = computed(() => {
    const { widthMm, heightMm } = studio.document.camera.sensor
    const shape = widthMm / heightMm
    const filling = (height.value - FRAME_CHROME_PX.above) * shape + FRAME_CHROME_PX.sides
    const most = width.value * (shape > 1 ? MOST_SHARE.wide : MOST_SHARE.upright)
    return Math.round(Math.min(filling, most))
  })
  return { columnPx }
}
