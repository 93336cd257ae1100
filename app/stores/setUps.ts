import { defineStore } from 'pinia'
import { computed, markRaw, ref, shallowRef, toRaw } from 'vue'
import { useKept } from '~/shared/useKept'
import { fingerprint } from '~/support/fingerprint'
import { laterRevoke } from '~/support/laterRevoke'
import { STARTING_POINTS } from '#core/starting/startFrom'
import type { StudioSet } from '#core/model/schema'
import type { Kit } from '#core/kit/kitSchema'
import { looksService } from '#services/looks/looksService'
import type { ShownSetUp } from '#services/looks/looksApi'
import { isCalledOff, newest } from '#services/rpc/latest'
import { missedWords } from '#wording/misses'
import { useKit } from './kit'
import { useStudio } from './studio'

/** What is known of a ready set-up in the room of the open set. */
export type KnownSetUp = { url?: string; missed: string; lacks: readonly string[]; failure: string }

const ROW = 'set-up/'

/** Equal for rooms, sitters, cameras and kits in which set-ups come out the same. */
const placeOf = ({ room, subjects, camera, brief, meter, holds }: StudioSet, kit: Kit): string =>
  fingerprint(JSON.stringify([room, subjects[0], camera, brief.ratio, meter, holds, kit]))

/** The ready set-ups as they would be here: worked out in the background while they are looked at, and kept. */
export const useSetUps = defineStore('set-ups', () => {
  const studio = useStudio()
  const kit = useKit()
  const { thumbs } = useKept()
  const service = markRaw(looksService())
  const asking = newest()
  const known = shallowRef<ReadonlyMap<string, KnownSetUp>>(new Map())
  const isBusy = ref(false)
  const failure = ref('')
  let place = ''

  const learn = (id: string, found: KnownSetUp) => {
    known.value = new Map([...known.value, [id, found]])
  }
  const shownOf = (found: ShownSetUp): KnownSetUp =>
    'failure' in found
      ? { failure: found.failure, missed: '', lacks: [] }
      : {
          url: URL.createObjectURL(new Blob([found.picture], { type: 'image/jpeg' })),
          missed: missedWords(found.missed, found.severalLooks).join('; '),
          lacks: found.lacks,
          failure: '',
        }
  const forget = () => {
    laterRevoke([...known.value.values()].map(({ url }) => url))
    known.value = new Map()
  }

  /** Works out what is not known yet, until it is called off. */
  const work = async () => {
    const [before, kitNow] = [toRaw(studio.document), toRaw(kit.kit)]
    const now = placeOf(before, kitNow)
    if (now !== place) forget()
    place = now
    for (const row of await thumbs.get(STARTING_POINTS.map(({ id }) => ROW + id)))
      if (row.of === now && !known.value.has(row.id.slice(ROW.length))) {
        const notes = row.notes as Omit<KnownSetUp, 'url' | 'failure'>
        const url = URL.createObjectURL(new Blob([row.bytes], { type: row.type }))
        learn(row.id.slice(ROW.length), { ...notes, url, failure: '' })
      }
    const ids = STARTING_POINTS.map(({ id }) => id).filter(id => !known.value.has(id))
    if (ids.length === 0 || now !== place) return
    const signal = asking.next()
    isBusy.value = true
    failure.value = ''
    try {
      await service.setUps(before, kitNow, ids, {
        signal,
        report: found => {
          if (now !== place) return
          const shown = shownOf(found)
          learn(found.id, shown)
          if ('picture' in found)
            void thumbs.put({
              id: ROW + found.id,
              of: now,
              bytes: found.picture,
              type: 'image/jpeg',
              notes: { missed: shown.missed, lacks: shown.lacks },
            })
        },
      })
    } catch (error) {
      if (isCalledOff(error)) return
      failure.value = `The pictures of set-ups could not be made: ${(error as Error).message} They can be used all the same.`
    } finally {
      // One that was called off by the next leaves that one at work.
      if (!signal.aborted) isBusy.value = false
    }
  }
  const stop = () => {
    asking.stop()
    isBusy.value = false
  }
  const share = computed(() => known.value.size / STARTING_POINTS.length)

  return { known, isBusy, share, failure, work, stop }
})
