import { createSharedComposable } from '@vueuse/core'
import { useFrameSplit } from '~/shared/useFrameSplit'
import { COARSE_WIDTH, useLitPicture } from '~/shared/useLitPicture'
import { useStudio } from '~/stores/studio'
const FRAME_WIDTH = 232

/** The simulated frame, shared by everything that shows it. */
export const useFramePicture = createSharedComposable(() => {
  const studio = useStudio()
  const { shownLights } = useFrameSplit()
  return useLitPicture(() => ({ at: 'frame', width: studio.isMoving ? COARSE_WIDTH : FRAME_WIDTH }), {
    settings: shownLights,
    isLive: true,
  })
})
