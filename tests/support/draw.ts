import { evenDraw } from '#core/shared/chance'

/** Figures by chance that come again with their seed. */
export type Draw = { between: (least: number, most: number) => number; oneOf: <T>(items: readonly T[]) => T }

const drawsOf = (seed: number, attempt: number): Draw => {
  let count = 0
  const share = () => (evenDraw(seed, `ask ${attempt} ${count++}`) + 1) / 2
  return {
    between: (least, most) => least + share() * (most - least),
    oneOf: items => items[Math.min(items.length - 1, Math.floor(share() * items.length))]!,
  }
}

/** One source of chance after another of a seed, for as long as what they give will not do. */
export const attemptsOf = (seed: number): Draw[] => Array.from({ length: 40 }, (_, attempt) => drawsOf(seed, attempt))
