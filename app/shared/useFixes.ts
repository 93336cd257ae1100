import { useChangeNote } from '~/shared/useChangeNote'
import { useUnits } from '~/shared/useUnits'
import { useStudio } from '~/stores/studio'
import { applyChange } from '#core/changes/apply'
import type { Fix } from '#core/changes/fix'
import type { Finding } from '#core/checks/finding'
import { findingWords } from '#wording/findings'
import { fixWords } from '#wording/fixes'

/** What was found on the open set and what mends it, in words and lengths of the user; a fix is one step to undo. */
export const useFixes = () => {
  const studio = useStudio()
  const { distance, sized } = useUnits()
  const note = useChangeNote()
  const apply = ({ change }: Fix) => studio.edit(set => applyChange(set, change))
  return {
    findingWords: (finding: Finding) => sized(findingWords(studio.document, finding, distance)),
    fixWords: (fix: Fix) => sized(fixWords(studio.document, fix, distance)),
    apply,
    /** Applies it, and what it did to the tones is told. */
    mend: (fix: Fix) => {
      note.mark()
      apply(fix)
    },
  }
}
