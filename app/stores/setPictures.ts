import { defineStore } from 'pinia'
import { markRaw, shallowRef } from 'vue'
import { useKept } from '~/shared/useKept'
import { laterRevoke } from '~/support/laterRevoke'
import { NOTHING_LEARNED } from '#core/calibration/calibration'
import { looksService } from '#services/looks/looksService'

const ROW = 'set/'
/** Pixels wide; lists show it at half of that. */
const WIDTH = 96

/**
 * Small pictures of the sets that are kept: as the stage showed them last, and of those that no stage has shown yet
 * made in the background while they are listed.
 */
export const useSetPictures = defineStore('set-pictures', () => {
  const { thumbs, library } = useKept()
  const painter = markRaw(looksService())
  const urls = shallowRef<ReadonlyMap<string, string>>(new Map())
  /** Each listing has a number: an older one makes no more pictures. */
  let listing = 0

  /** The picture of a set's first look; what readings taught comes into it when the stage shows it. */
  const paint = async (id: string): Promise<Uint8Array<ArrayBuffer> | undefined> => {
    const set = await library.peek(id)
    const [look] = set?.looks ?? []
    if (!set || !look) return undefined
    const asked = { lookId: look.id, learned: NOTHING_LEARNED }
    return (await painter.picture(set, asked, { width: WIDTH, smallWidth: WIDTH }))?.small
  }

  /** Shows the pictures of these sets; of those in the bin they are kept, of no others. */
  const list = async (ids: readonly string[], binned: readonly string[]): Promise<void> => {
    const now = ++listing
    const rows = await thumbs.get(ids.map(id => ROW + id))
    if (now !== listing) return
    laterRevoke(urls.value.values())
    const urlOf = ({ bytes, type }: Pick<(typeof rows)[number], 'bytes' | 'type'>) =>
      URL.createObjectURL(new Blob([bytes], { type }))
    urls.value = new Map(rows.map(row => [row.id.slice(ROW.length), urlOf(row)]))
    if (ids.length > 0) await thumbs.keepOnly(ROW, new Set([...ids, ...binned].map(id => ROW + id)))
    for (const id of ids.filter(one => !urls.value.has(one))) {
      // One that cannot be made is left out: the set itself is as it was.
      const bytes = now === listing ? await paint(id).catch(() => undefined) : undefined
      if (now !== listing) return
      if (!bytes) continue
      const row = { id: ROW + id, of: id, bytes, type: 'image/jpeg' }
      await thumbs.put(row)
      urls.value = new Map([...urls.value, [id, urlOf(row)]])
    }
  }
  /** Nobody looks any more. */
  const stop = () => {
    listing += 1
    laterRevoke(urls.value.values())
    urls.value = new Map()
  }
  return { urls, list, stop }
})
