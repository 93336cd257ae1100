/**
 * Moves labels apart so that none overlap, each as near to its wish as the others allow; the order of wishes is kept.
 * @param wishes middle of each label
 * @param gap least distance between two middles
 */
export const separateLabels = (wishes: readonly number[], gap: number, least: number, most: number): number[] => {
  const order = wishes.map((_, index) => index).sort((a, b) => wishes[a]! - wishes[b]!)
  const placed = [...wishes]
  let edge = least
  for (const index of order) {
    placed[index] = Math.max(wishes[index]!, edge)
    edge = placed[index]! + gap
  }
  edge = most
  for (const index of order.toReversed()) {
    placed[index] = Math.min(placed[index]!, edge)
    edge = placed[index]! - gap
  }
  return placed
}
