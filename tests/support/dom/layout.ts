/** Every element is as large as a panel on a laptop, pixels: enough for what asks for its room before it draws. */
const WIDTH_PX = 600
const HEIGHT_PX = 400

class OneSize {
  readonly #heard: ResizeObserverCallback
  readonly #due = new Map<Element, NodeJS.Timeout>()

  constructor(heard: ResizeObserverCallback) {
    this.#heard = heard
  }

  observe(target: Element) {
    const size = { inlineSize: WIDTH_PX, blockSize: HEIGHT_PX }
    const entry = {
      target,
      contentRect: target.getBoundingClientRect(),
      contentBoxSize: [size],
      borderBoxSize: [size],
    } as unknown as ResizeObserverEntry
    const hear = () => this.#heard([entry], this as never)
    this.#due.set(target, setTimeout(hear, 0))
  }

  unobserve(target: Element) {
    clearTimeout(this.#due.get(target))
  }

  disconnect() {
    for (const target of this.#due.keys()) this.unobserve(target)
  }
}

/** Gives elements a size where nothing is laid out; where they lie is a question for a browser. */
export const giveLayout = (): void => {
  Element.prototype.getBoundingClientRect = () => new DOMRect(0, 0, WIDTH_PX, HEIGHT_PX)
  for (const [name, value] of [
    ['clientWidth', WIDTH_PX],
    ['offsetWidth', WIDTH_PX],
    ['clientHeight', HEIGHT_PX],
    ['offsetHeight', HEIGHT_PX],
  ] as const)
    Object.defineProperty(HTMLElement.prototype, name, { configurable: true, get: () => value })
  Object.assign(globalThis, { ResizeObserver: OneSize })
}
