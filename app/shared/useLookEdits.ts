import { lookFrom, type LookTaken } from '#core/looks/lookFrom'
import {
  addToneLooks,
  duplicateLook,
  heirOf,
  keptOf,
  lookFromFrame,
  moveLook,
  removeLook,
  renameLook,
} from '#core/looks/lookEdits'
import type { Overridden } from '#core/looks/overridden'
import { takeBackOverride } from '#core/looks/overrides'
import type { StudioSet } from '#core/model/schema'
import { err, ok, type Outcome } from '#core/shared/outcome'
import { lookTakenWords } from '#wording/lookSteps'
import { counted, listed } from '#wording/language'
import { useLooks } from '~/stores/looks'
import { useNotices } from '~/stores/notices'
import { useStudio } from '~/stores/studio'
import { LOOK_NAMES } from '#wording/tone'

/** What is done with looks as a whole. */
export const useLookEdits = () => {
  const studio = useStudio()
  const looks = useLooks()
  const notices = useNotices()

  const go = (id: string) => {
    studio.lookId = id
  }
  /** So many looks further on; stays at the ends. */
  const step = (by: number): boolean => {
    const list = studio.stored.looks
    const next = list[list.findIndex(({ id }) => id === studio.look.id) + by]
    if (next) go(next.id)
    return next !== undefined
  }

  const duplicate = (id: string) => {
    let made = ''
    const outcome = studio.edit(set => {
      const next = duplicateLook(set, id)
      made = next.lookId
      return next.set
    })
    if (outcome.ok) go(made)
  }

  /** A look for each tone from white to black, their powers set as soon as the light on them is known. */
  const addTones = (id: string) => {
    let made: string[] = []
    const outcome = studio.edit(set => {
      const next = addToneLooks(set, id, LOOK_NAMES)
      made = next.lookIds
      return next.set
    })
    if (outcome.ok) looks.setPowers(made)
  }

  /** A look that wants what a test frame shows. */
  const fromFrame = (frameId: string): boolean => {
    let made = ''
    const outcome = studio.edit(set => {
      const next = lookFromFrame(set, frameId)
      made = next.lookId
      return next.set
    })
    if (outcome.ok) go(made)
    return outcome.ok
  }

  /** A look that stands as one of another set does, after the look on the screen; says what did not come along. */
  const fromSet = (other: { set: StudioSet; lookId: string; name: string }): Outcome<string> => {
    let taken: LookTaken | undefined
    const outcome = studio.editKept(set => {
      taken = lookFrom(set, studio.look.id, other)
      return taken.set
    })
    if (!outcome.ok || !taken) return outcome.ok ? err('Nothing was changed.') : outcome
    go(taken.lookId)
    // Its lamps are the set's own, which may give another light.
    looks.setPowers([taken.lookId])
    const words = lookTakenWords(taken)
    if (words) notices.tell({ id: 'look-taken', words })
    return ok(taken.lookId)
  }

  const remove = (id: string) => {
    const { readings, frames } = keptOf(studio.stored, id)
    const gone = studio.stored.looks.find(look => look.id === id)
    const heir = heirOf(studio.stored, id)
    const outcome = studio.edit(set => removeLook(set, id))
    if (!outcome.ok || !gone || !heir) return
    if (studio.lookId === id) go(heir.id)
    const kept = [
      ...(readings > 0 ? [counted(readings, 'reading')] : []),
      ...(frames > 0 ? [counted(frames, 'test frame')] : []),
    ]
    if (kept.length > 0)
      notices.tell({
        id: 'look-gone',
        words: `"${gone.name}" is deleted; its ${listed(kept)} are kept with "${heir.name}". Undo brings it back.`,
      })
  }

  const takeBack = (id: string, what?: Overridden) =>
    studio.edit((set: StudioSet) => ({
      ...set,
      looks: set.looks.map(look => (look.id === id ? takeBackOverride(look, what) : look)),
    }))

  return {
    go,
    step,
    duplicate,
    addTones,
    fromFrame,
    fromSet,
    remove,
    takeBack,
    rename: (id: string, name: string) => studio.edit(set => renameLook(set, id, name)),
    move: (id: string, by: number) => studio.edit(set => moveLook(set, id, by)),
  }
}
