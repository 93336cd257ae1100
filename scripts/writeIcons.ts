// Writes the icons that systems want as pictures from the mark: npm run icons
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import sharp from 'sharp'

const at = (path: string) => fileURLToPath(new URL(`../public/${path}`, import.meta.url))
const GROUND = '#262626'
/** Systems may cut a maskable icon to a circle of four fifths. */
const SAFE_SHARE = 0.7

const mark = readFileSync(at('mark.svg'))
const drawn = (side: number) =>
  sharp(mark, { density: (72 * side) / 64 })
    .resize(side, side)
    .png()
const padded = async (side: number) => {
  const inner = Math.round(SAFE_SHARE * side)
  return sharp({ create: { width: side, height: side, channels: 4, background: GROUND } })
    .composite([{ input: await drawn(inner).toBuffer(), gravity: 'centre' }])
    .png()
}

for (const side of [192, 512]) await drawn(side).toFile(at(`icons/${side}.png`))
await (await padded(512)).toFile(at('icons/maskable-512.png'))
