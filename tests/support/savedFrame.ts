import sharp from 'sharp'
import { SRGB_RESPONSE } from '#core/camera/response'
import { makeFrame, type Made } from './madeFrame'
import type { MadeScene } from './madeScenes'

const turnedBack: Record<number, number> = { 6: 270, 8: 90 }

const STEPS = 1 << 17
const TABLE = Float32Array.from({ length: STEPS + 1 }, (_, step) => SRGB_RESPONSE.valueFromLinear(step / STEPS))
const valueOf = (light: number): number => TABLE[Math.min(STEPS, Math.round(light * STEPS))]!

/** The picture as a camera with the straight response writes it: 8 bits, three channels. */
export const asBytes = ({ noisy }: Made): Uint8Array => Uint8Array.from(noisy, light => Math.round(valueOf(light)))

/** A made picture as a file, by a general-purpose library: its format, quality, profile and orientation. */
const saveFrame = async (
  made: Made,
  { format = 'jpeg', quality = 95, profile, orientation }: NonNullable<MadeScene['save']> = {},
): Promise<Uint8Array> => {
  const { width, height, noisy } = made
  const data = format === 'png' ? Uint16Array.from(noisy, light => Math.round(257 * valueOf(light))) : asBytes(made)
  let image = sharp(data, { raw: { width, height, channels: 3 } })
  if (format === 'png') image = image.toColourspace('rgb16')
  if (orientation) image = image.rotate(turnedBack[orientation])
  if (profile) image = image.withIccProfile(profile)
  if (orientation) image = image.withMetadata({ orientation, ...(profile ? { icc: profile } : {}) })
  return new Uint8Array(
    await (format === 'png' ? image.png() : image.jpeg({ quality, chromaSubsampling: '4:2:0' })).toBuffer(),
  )
}

/** A file as decoded without any colour management or turning. */
export const decodedFile = async (bytes: Uint8Array) => {
  const { data, info } = await sharp(bytes, { autoOrient: false })
    .raw({ depth: 'uchar' })
    .toBuffer({ resolveWithObject: true })
  return { data: new Uint8Array(data), width: info.width, height: info.height, channels: info.channels }
}

export const savedScene = async ({ scene, save }: MadeScene) => {
  const made = makeFrame(scene)
  return { made, bytes: await saveFrame(made, save), orientation: save?.orientation ?? 1 }
}
