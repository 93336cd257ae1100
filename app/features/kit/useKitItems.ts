import { useKit } from '~/stores/kit'
import { freshId } from '~/support/freshId'
import type { Kit, KitKind } from '#core/kit/kitSchema'
import { genericKit } from '#core/kit/genericKit'

const ownId = () => `own-${freshId(8)}`

/** Adding to the kit: always like something, so that nothing has to be filled in before it can be used. */
export const useKitItems = () => {
  const kit = useKit()

  /** Adds a copy of one item, or of the first generic one; answers its id. */
  const addLike = async (kind: KitKind, likeId: string | null): Promise<string | undefined> => {
    const items = kit.kit[kind] as Kit[KitKind][number][]
    const like = items.find(({ id }) => id === likeId) ?? items[0] ?? (genericKit()[kind] as Kit[KitKind][number][])[0]
    if (!like) return undefined
    const id = ownId()
    const name = `${like.what.name} (own)`.slice(0, 80)
    const what = kind === 'modifiers' || kind === 'panels' ? { ...like.what, name, kind: id } : { ...like.what, name }
    await kit.put(kind, { ...like, id, count: 1, notes: '', what } as never)
    return id
  }

  return { addLike, ownId }
}
