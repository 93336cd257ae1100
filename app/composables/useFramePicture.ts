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
