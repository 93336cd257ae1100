import type { StudioSet } from '#core/model/schema'
import { ahead } from '#core/shared/ahead'
import { leanOf, type LeanSet } from '../leanSet'
import { connect, type Asking, type Carrier } from '../rpc/connect'
import { mirror } from '../rpc/mirror'
import { helperCount } from '../rpc/helperCount'
import type { Kit } from '#core/kit/kitSchema'
import type { AskedLook, JudgedLook, LooksApi, PictureWidths, ShownSetUp } from './looksApi'

const startWorker = (): Carrier => new Worker(new URL('./looks.worker.ts', import.meta.url), { type: 'module' })

/** One worker, and what it has of the set. */
const member = (start: () => Carrier) => {
  const { call, generation } = connect<LooksApi>(start)
  const sets = mirror<LeanSet>(generation)
  return { call, sent: (lean: LeanSet) => sets.send(lean) }
}
type Member = ReturnType<typeof member>

/**
 * The service that judges the looks that are not on the screen; in threads of its own, so that it holds up nothing.
 * @param count workers that share what is asked of several looks, each started when it is first needed
 */
export const looksService = (
  start: () => Carrier = startWorker,
  count = Math.max(1, helperCount(navigator.hardwareConcurrency)),
) => {
  const members = Array.from({ length: count }, () => member(start))
  let lean: LeanSet | undefined

  /** Each part asked of whoever is free; false where one was called off. */
  const shared = async <Part>(
    parts: readonly Part[],
    ask: (to: Member, part: Part, signal: AbortSignal) => Promise<boolean>,
    signal?: AbortSignal,
  ): Promise<boolean> => {
    const line = [...parts]
    const crew = members.map(
      one => (part: Part, off: AbortSignal) => ask(one, part, signal ? AbortSignal.any([signal, off]) : off),
    )
    for await (const { answer } of ahead(() => line.shift(), crew)) if (!answer) return false
    return true
  }

  return {
    judge: (set: StudioSet, looks: readonly AskedLook[], { signal, report }: Asking<JudgedLook>) => {
      const now = (lean = leanOf(set, lean))
      return shared(
        looks,
        ({ call, sent }, look, until) => call('judge', [sent(now), [look]], { signal: until, report }),
        signal,
      )
    },
    setUps: (set: StudioSet, kit: Kit, ids: readonly string[], { signal, report }: Asking<ShownSetUp>) => {
      const bare = { ...set, readings: [], frames: [] }
      return shared(ids, ({ call }, id, until) => call('setUps', [bare, kit, [id]], { signal: until, report }), signal)
    },
    picture: (set: StudioSet, look: AskedLook, widths: PictureWidths) => {
      lean = leanOf(set, lean)
      const [{ call, sent }] = members as [Member]
      return call('picture', [sent(lean), look, widths])
    },
  }
}
