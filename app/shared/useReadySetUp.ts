import { storeToRefs } from 'pinia'
import { toRaw } from 'vue'
import { useKit } from '~/stores/kit'
import { useLight } from '~/stores/light'
import type { StudioSet } from '#core/model/schema'
import { err, ok, type Outcome } from '#core/shared/outcome'
import { startFrom } from '#core/starting/startFrom'
import type { StartingPoint } from '#core/starting/startingPoint'
import { validationErrors } from '#core/validation/validation'
import { missedWords } from '#wording/misses'
import { faultWords } from '#wording/refusals/misfits'
import { errorWords } from '#wording/impossible'

/** A ready set-up in the room of a set, its powers found; `missed` is what it does not come to there, in words. */
export type ReadySetUp = { set: StudioSet; lacks: string[]; missed: string }

/** Putting a ready set-up into the room of a set with what the kit holds, without changing that set. */
export const useReadySetUp = () => {
  const light = useLight()
  const { kit } = storeToRefs(useKit())

  return async (before: StudioSet, point: StartingPoint): Promise<Outcome<ReadySetUp>> => {
    try {
      const { set: started, lacks } = startFrom(toRaw(before), point, toRaw(kit.value))
      const [fault] = validationErrors(started)
      if (fault)
        return err(
          `"${point.name}" does not fit this room: ${faultWords(fault)} No change made; make the room larger or choose another.`,
        )
      const { set, missed } = await light.service.settle(started)
      return ok({ set, lacks, missed: missedWords(missed, set.looks.length > 1).join('; ') })
    } catch (error) {
      return err(`It could not be set up: ${errorWords(error)} Nothing was changed.`)
    }
  }
}
