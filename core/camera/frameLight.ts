import { openLightAt, sampleEmitter, visibleShare } from '../transport/direct'
import { RAY_OFFSET_M } from '../transport/kernel'
import type { LightField } from '../transport/lightLayer'
import type { Stage } from '../transport/stage'
import type { FrameView } from './frameView'

/** Samples of a light's front for the open light, and the step by which a pixel picks its own of them for shadows. */
const FRONT = 4
const SHADOW_FRONT = 8
const SHADOW_STEP = 4

const ROWS_A_TURN = 24

/**
 * One light's exposure on the surface behind every pixel at full power, direct and bounced, three channels a pixel in lux-seconds.
 * Yields after each few rows, so that the caller can let other work through; returns the whole when it is done.
 */
export function* lightFrame(stage: Stage, view: FrameView, field: LightField): Generator<void, Float32Array> {
  const { emitter } = field
  const count = view.width * view.height
  const exposure = new Float32Array(count * 3)
  const open = sampleEmitter(emitter, FRONT)
  const shadow = sampleEmitter(emitter, SHADOW_FRONT)
  for (let pixel = 0; pixel < count; pixel++) {
    if (pixel % (view.width * ROWS_A_TURN) === 0) yield
    if (view.surface[pixel]! < 0) continue
    const at = pixel * 6
    const p = view.points
    const [nx, ny, nz] = [p[at + 3]!, p[at + 4]!, p[at + 5]!]
    const [x, y, z] = [p[at]! + RAY_OFFSET_M * nx, p[at + 1]! + RAY_OFFSET_M * ny, p[at + 2]! + RAY_OFFSET_M * nz]
    let direct = openLightAt(open, x, y, z, nx, ny, nz)
    // Neighbours in a block of pixels ask different parts of the front, so that penumbras are soft at few rays.
    const first = ((pixel % view.width) * 3 + Math.floor(pixel / view.width) * 5) % SHADOW_STEP
    if (direct > 0) {
      const share = visibleShare(shadow, stage.rays, x, y, z, nx, ny, nz, first, SHADOW_STEP)
      // Only where the light is partly hidden does it take all samples to be smooth.
      direct *= share > 0 && share < 1 ? visibleShare(shadow, stage.rays, x, y, z, nx, ny, nz, 0, 1) : share
    }
    for (let channel = 0; channel < 3; channel++) {
      const irradiance = field.irradiance[channel as 0 | 1 | 2]
      let bounced = 0
      for (let corner = pixel * 4; corner < pixel * 4 + 4; corner++) bounced += view.patchShares[corner]! * irradiance[view.patches[corner]!]!
      exposure[pixel * 3 + channel] = direct * emitter.intensity[channel]! + bounced
    }
  }
  return exposure
}
