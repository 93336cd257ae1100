/** Does one part; told by the signal when nobody wants the answer any more. */
export type Work<Part, Answer> = (part: Part, signal: AbortSignal) => Promise<Answer>

/** Answers that wait to be taken, for each that works: more would be work that may not be wanted. */
const WAITING = 2

/**
 * Parts done by several at once, ahead of who takes the answers, which come in the order of the parts. A part is
 * fetched when somebody is free for it; `fetch` is told whether all answers before it were taken, and has undefined
 * where there is none at present. With one that works nothing is done ahead. Whoever stops taking calls off the rest.
 * @throws what the work of a part threw, when its answer is taken
 */
export async function* ahead<Part, Answer>(
  fetch: (isAllTaken: boolean) => Part | undefined,
  crew: readonly Work<Part, Answer>[],
): AsyncGenerator<{ part: Part; answer: Answer }> {
  const most = crew.length > 1 ? WAITING * crew.length : 1
  const free = [...crew]
  const line: { part: Part; answer: Promise<Answer> }[] = []
  const off = new AbortController()
  const employ = () => {
    while (free.length > 0 && line.length < most && !off.signal.aborted) {
      const part = fetch(line.length === 0)
      if (part === undefined) return
      const work = free.shift()!
      const answer = work(part, off.signal)
      line.push({ part, answer })
      const over = () => {
        free.push(work)
        employ()
      }
      answer.then(crew.length > 1 ? over : () => free.push(work), over)
    }
  }
  try {
    for (;;) {
      employ()
      const first = line[0]
      if (!first) return
      const answer = await first.answer
      line.shift()
      yield { part: first.part, answer }
    }
  } finally {
    off.abort()
  }
}
