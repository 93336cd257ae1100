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

/** One of several things, all alike; undefined where there is none. */
export const pick = <T>(items: readonly T[], seed: number, name: string): T | undefined =>
  items[Math.min(items.length - 1, Math.floor(((evenDraw(seed, name) + 1) / 2) * items.length))]

/** A row of draws: each call is the next one of its seed and name. */
export const diceOf = (seed: number, name: string) => {
  let thrown = 0
  const share = (): number => (evenDraw(seed, `${name} ${thrown++}`) + 1) / 2
  const whole = (least: number, most: number): number =>
    least + Math.min(most - least, Math.floor(share() * (most - least + 1)))
  const one = <T>(items: readonly T[]): T => items[whole(0, items.length - 1)]!
  return {
    /** From 0 up to 1. */
    share,
    between: (least: number, most: number): number => least + (most - least) * share(),
    /** A whole number; both ends can come. */
    whole,
    /** One of several things, of which there has to be one. */
    one,
    sign: (): 1 | -1 => (share() < 0.5 ? -1 : 1),
    /** All of the things in another order (Fisher and Yates). */
    shuffled: <T>(items: readonly T[]): T[] => {
      const order = [...items]
      for (let last = order.length - 1; last > 0; last--) {
        const at = whole(0, last)
        ;[order[last], order[at]] = [order[at]!, order[last]!]
      }
      return order
    },
  }
}

/** Where draws come from. */
export type Dice = ReturnType<typeof diceOf>
