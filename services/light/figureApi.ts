import { transfer } from 'comlink'
import { keepShown, makeShown, type ShownNumbers } from '#core/physics/figure/shown/shownMesh'
import type { Shown } from '#core/physics/figure/shown/shown'
import type { Job } from '../rpc/job'

/** Makes a figure and keeps it, unless it is being made. */
export type FigureMaker = (shown: Shown) => Promise<void>

const buffersOf = (numbers: ShownNumbers): ArrayBuffer[] =>
  Object.values({ ...numbers, ...numbers.tree }).flatMap(value =>
    ArrayBuffer.isView(value) ? [value.buffer as ArrayBuffer] : [],
  )

/** What the maker of figures can be asked. */
export const figureApi = () => ({
  /** A figure as pictures show it. */
  make: (_job: Job, shown: Shown): ShownNumbers => {
    const numbers = makeShown(shown)
    return transfer(numbers, [...new Set(buffersOf(numbers))])
  },
})

/** What the maker of figures can be asked. */
export type FigureApi = ReturnType<typeof figureApi>

/** Makes figures where it is told to, each once. */
export const figureMaker = (make: (shown: Shown) => Promise<ShownNumbers>): FigureMaker => {
  const underWay = new Map<string, Promise<void>>()
  return shown => {
    const key = JSON.stringify(shown)
    const making = underWay.get(key) ?? make(shown).then(numbers => keepShown(shown, numbers))
    underWay.set(key, making)
    void making.catch(() => undefined).then(() => underWay.delete(key))
    return making
  }
}
