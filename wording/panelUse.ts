import type { StudioSet } from '#core/model/schema'
import type { PanelUse } from '#core/starting/panelStart'

const FROM = { subject: 'the subject', backdrop: 'the backdrop', lens: 'the lens' } as const

/** What a panel was put there to do: `Between A and the backdrop`. */
export const panelUseWords = (set: StudioSet, use: PanelUse): string => {
  const nameOf = (id: string) => set.lights.find(light => light.id === id)?.name ?? id
  switch (use.is) {
    case 'before':
      return `Between ${nameOf(use.lightId)} and ${FROM[use.from]}`
    case 'softens':
      return `Before ${nameOf(use.lightId)}, to soften it`
    case 'fills':
      return `On the shadow side, turned to throw ${nameOf(use.lightId)} back`
    case 'darkens':
      return 'On the shadow side, to darken it'
  }
}
