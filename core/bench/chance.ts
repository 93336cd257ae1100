/** Repeatable chance: the same seed and name always give the same draw. */
const mixed = (text: string): number => {
  // 32-bit FNV-1a over the text, then C. Wellons' "lowbias32" mixing (both public domain).
  let x = 0x811c9dc5
  for (let index = 0; index < text.length; index++) x = Math.imul(x ^ text.charCodeAt(index), 0x01000193)
  x = Math.imul(x ^ (x >>> 16), 0x7feb352d)
  x = Math.imul(x ^ (x >>> 15), 0x846ca68b)
  return ((x ^ (x >>> 16)) >>> 0) / 2 ** 32
}

/** A number between -1 and 1, all alike. */
export const evenDraw = (seed: number, name: string): number => 2 * mixed(`${seed}/${name}`) - 1

/** A number from the standard normal distribution (Box and Muller, 1958). */
export const normalDraw = (seed: number, name: string): number =>
  Math.sqrt(-2 * Math.log(1 - mixed(`${seed}/${name}/radius`))) * Math.cos(2 * Math.PI * mixed(`${seed}/${name}/angle`))
