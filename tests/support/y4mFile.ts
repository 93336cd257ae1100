import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** What a made video shows: values of backdrop and sitter, and how its levels are written. */
export type MadeVideo = {
  width: number
  height: number
  /** Shape of the part in its middle that holds the picture; black beside it. */
  shape: number
  /** Value of the backdrop at a share of its width, in each picture. */
  backdrop: (across: number, picture: number) => number
  pictures: number
  /** The sitter grows darker as the backdrop does: the camera's own exposure. */
  followsSitter?: boolean
}

const SITTER = 70
const noise = (seed: number) => ((Math.imul(seed, 1664525) + 1013904223) >>> 8) % 3

/** A grey video of known values as an uncompressed file (YUV4MPEG2), eight bits, limited range. */
const y4mFile = ({ width, height, shape, backdrop, pictures, followsSitter }: MadeVideo): Buffer => {
  const sitterAt = (picture: number) => (followsSitter ? (SITTER * backdrop(0, picture)) / backdrop(0, 0) : SITTER)
  const valueOf = (isSitter: boolean, across: number, picture: number) =>
    isSitter ? sitterAt(picture) : backdrop(across, picture)
  const head = Buffer.from(`YUV4MPEG2 W${width} H${height} F30:1 Ip A1:1 C420jpeg\n`)
  const inside = Math.min(width, height * shape)
  const left = (width - inside) / 2
  const parts: Buffer[] = [head]
  for (let picture = 0; picture < pictures; picture++) {
    const frame = Buffer.alloc(width * height * 1.5, 128)
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const across = (x - left) / inside
        const up = 1 - y / height
        const isSitter =
          Math.hypot((across - 0.5) / 0.14, (up - 0.66) / 0.1) < 1 || (up < 0.58 && Math.abs(across - 0.5) < 0.24)
        const isBeside = across < 0 || across > 1
        const value = isBeside ? 0 : valueOf(isSitter, across, picture)
        frame[y * width + x] = Math.round(16 + (219 * value) / 255) + (isBeside ? 0 : noise(y * width + x) - 1)
      }
    parts.push(Buffer.from('FRAME\n'), frame)
  }
  return Buffer.concat(parts)
}

/** What a browser is started with so that its camera plays a made video, once it is asked for. */
export const cameraFlags = (video: MadeVideo): string[] => {
  const path = join(mkdtempSync(join(tmpdir(), 'keen-tonal-live-')), 'camera.y4m')
  writeFileSync(path, y4mFile(video))
  return [
    '--use-fake-device-for-media-stream',
    '--use-fake-ui-for-media-stream',
    `--use-file-for-fake-video-capture=${path}`,
  ]
}
