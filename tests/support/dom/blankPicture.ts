import type { Developed } from '#services/light/lightApi'

const SIDE_PX = 2

/** A small picture of nothing, in the place of `services/smallPicture`: pictures cost the most and nobody sees them. */
export const smallPicture = (): Developed => ({
  revision: 0,
  width: SIDE_PX,
  height: SIDE_PX,
  data: new Uint8ClampedArray(SIDE_PX * SIDE_PX * 4),
})
