import { useChangeNote } from '~/shared/useChangeNote'
import { panelUseWords } from '#wording/panelUse'
import { focusThing, useThingActions } from '~/shared/useThingActions'
import { useUnits } from '~/shared/useUnits'
import { useKit } from '~/stores/kit'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import { standingStart } from '#core/starting/standingStart'
import type { StudioSet } from '#core/model/schema'

/** What can be put on the stage, and putting it there: where it is of use at once. */
export const useAdding = () => {
  const studio = useStudio()
  const kit = useKit()
  const { sized } = useUnits()
  const { edit } = useThingActions()
  const note = useChangeNote()

  const choices = computed(() => [
    {
      name: 'Lights',
      choices: [
        { id: 'key', name: 'Key' },
        { id: 'fill', name: 'Fill' },
        { id: 'edge', name: 'Edge light' },
        { id: 'hair', name: 'Hair light' },
        { id: 'top', name: 'Top light' },
        { id: 'backdrop', name: 'Backdrop light' },
        { id: 'backdrop-pair', name: 'Two backdrop lights, crossed' },
      ],
    },
    { name: 'Panels', choices: kit.kit.panels.map(({ id, what }) => ({ id: `panel:${id}`, name: sized(what.name) })) },
    {
      name: 'Others',
      choices: [
        { id: 'subject', name: 'Subject' },
        { id: 'box', name: 'Box' },
        { id: 'cylinder', name: 'Cylinder' },
        { id: 'point', name: 'Point to read' },
      ],
    },
  ])

  const add = (choice: string) => {
    const made = standingStart(studio.document, choice, kit.kit, studio.selectedId)
    if (!made || !edit((): StudioSet => made.set).ok) return
    studio.selectedIds = made.ids
    note.tell(made.use && panelUseWords(made.set, made.use))
    focusThing(made.ids.at(-1)!)
  }

  return { choices, add }
}
