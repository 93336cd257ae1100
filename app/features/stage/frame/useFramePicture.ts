import { createSharedComposable } from '@vueuse/core'
import { useFrameSplit } from '~/shared/useFrameSplit'
import { useLitPicture } from '~/shared/useLitPicture'
import { COARSE_WIDTH } from '#services/light/coarse'
import { useStudio } from '~/stores/studio'
import { ref } from 'vue'

/** Wide enough for any screen, and still lit in seconds. */
const MOST_WIDTH = 1600
/** Widths differ by this at least, so that a panel that breathes does not light its picture anew. */
const WIDTH_STEP = 8
const FIRST_WIDTH = 232

/** The width in the screen's own pixels of something so many of the page's wide. */
export const sharpWidth = (pageWidth: number): number =>
  Math.min(
    MOST_WIDTH,
    Math.max(COARSE_WIDTH, WIDTH_STEP * Math.ceil((pageWidth * window.devicePixelRatio) / WIDTH_STEP)),
  )

/** The simulated frame, shared by everything that shows it; as sharp as the largest that asks for it. */
export const useFramePicture = createSharedComposable(() => {
  const studio = useStudio()
  const { shownLights } = useFrameSplit()
  const width = ref(FIRST_WIDTH)
  const shown = useLitPicture(() => ({ at: 'frame', width: studio.isMoving ? COARSE_WIDTH : width.value }), {
    settings: shownLights,
    isLive: true,
  })
  return { ...shown, width }
})
