/** One step on the screen: to the right, and down. */
export type ScreenStep = readonly [dx: number, dy: number]

const ARROWS: Readonly<Record<string, ScreenStep>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}

/** The way that an arrow key points on the screen; undefined for other keys. */
export const arrowOf = ({ key }: { key: string }): ScreenStep | undefined => ARROWS[key]
