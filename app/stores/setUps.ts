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
import { errorWords } from '#wording/impossible'

/** What is known of a ready set-up in the room of the open set. */
export type KnownSetUp = { url?: string; missed: string; lacks: readonly string[]; failure: string }

const ROW = 'set-up/'
const NOTHING: ReadonlyMap<string, KnownSetUp> = new Map()

/** Equal for rooms, sitters, cameras and kits in which set-ups come out the same. */
const placeOf = ({ room, subjects, camera, brief, meter, holds }: StudioSet, kit: Kit): string =>
  // Set-ups put the camera and its aim anew.
  fingerprint(
    JSON.stringify([room, subjects[0], { ...camera, place: null, aimHeightM: null }, brief.ratio, meter, holds, kit]),
  )

/** The ready set-ups as they would be here: worked out in the background while they are looked at, and kept. */
export const useSetUps = defineStore('set-ups', () => {
  const studio = useStudio()
  const kit = useKit()
  const { thumbs } = useKept()
  const service = markRaw(looksService())
  const asking = newest()
  /** What was found, and for which place. */
  const found = shallowRef<{ place: string; setUps: ReadonlyMap<string, KnownSetUp> }>({ place: '', setUps: new Map() })
  const place = computed(() => placeOf(studio.document, kit.kit))
  /** What is known of the place as it stands: nothing of another one is shown for it. */
  const known = computed(() => (found.value.place === place.value ? found.value.setUps : NOTHING))
  const isBusy = ref(false)
  const failure = ref('')

  const learn = (id: string, setUp: KnownSetUp) => {
    found.value = { ...found.value, setUps: new Map([...found.value.setUps, [id, setUp]]) }
  }
  const shownOf = (shown: ShownSetUp): KnownSetUp =>
    'failure' in shown
      ? { failure: shown.failure, missed: '', lacks: [] }
      : {
          url: URL.createObjectURL(new Blob([shown.picture], { type: 'image/jpeg' })),
          missed: missedWords(shown.missed, shown.severalLooks).join('; '),
          lacks: shown.lacks,
          failure: '',
        }
  const forget = (now: string) => {
    laterRevoke([...found.value.setUps.values()].map(({ url }) => url))
    found.value = { place: now, setUps: new Map() }
  }

  /** Works out what is not known yet, until it is called off. */
  const work = async () => {
    const [before, kitNow] = [toRaw(studio.document), toRaw(kit.kit)]
    const now = place.value
    if (now !== found.value.place) {
      stop()
      forget(now)
    }
    const kept = await thumbs.get(STARTING_POINTS.map(({ id }) => ROW + id))
    if (now !== found.value.place) return
    for (const row of kept)
      if (row.of === now && !found.value.setUps.has(row.id.slice(ROW.length))) {
        const notes = row.notes as Omit<KnownSetUp, 'url' | 'failure'>
        const url = URL.createObjectURL(new Blob([row.bytes], { type: row.type }))
        learn(row.id.slice(ROW.length), { ...notes, url, failure: '' })
      }
    const ids = STARTING_POINTS.map(({ id }) => id).filter(id => !found.value.setUps.has(id))
    if (ids.length === 0) return
    const signal = asking.next()
    isBusy.value = true
    failure.value = ''
    try {
      await service.setUps(before, kitNow, ids, {
        signal,
        report: answer => {
          if (now !== found.value.place) return
          const shown = shownOf(answer)
          learn(answer.id, shown)
          if ('picture' in answer)
            void thumbs.put({
              id: ROW + answer.id,
              of: now,
              bytes: answer.picture,
              type: 'image/jpeg',
              notes: { missed: shown.missed, lacks: shown.lacks },
            })
        },
      })
    } catch (error) {
      if (isCalledOff(error)) return
      const why = errorWords(error)
      failure.value = `The pictures of set-ups could not be made: ${why} They can be used all the same.`
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

  return { place, known, isBusy, share, failure, work, stop }
})
