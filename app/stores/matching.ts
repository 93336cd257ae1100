import { defineStore } from 'pinia'
import { markRaw, ref, shallowRef, toRaw } from 'vue'
import { learnedOf } from '#core/evaluation/calibratedLighting'
import { inLook } from '#core/looks/inLook'
import { USUALLY_ASKED, type Aspect, type Firmness } from '#core/match/deviations'
import type { StudioRecord } from '#core/records/recordSchema'
import { leanOf } from '#services/leanSet'
import { isCalledOff, newest } from '#services/rpc/latest'
import type { MatchWays } from '#services/search/searchApi'
import { searchService } from '#services/search/searchService'
import { useKit } from './kit'
import { useStudio } from './studio'

/** A record that is matched in the room of the open set with the kit that there is. */
export const useMatching = defineStore('matching', () => {
  const studio = useStudio()
  const kit = useKit()
  const service = markRaw(searchService())
  const questions = newest()
  const record = shallowRef<StudioRecord | null>(null)
  const asked = ref<Record<Aspect, Firmness>>({ ...USUALLY_ASKED })
  const answer = shallowRef<MatchWays | null>(null)
  /** The room that the answer is for, by the set that was open. */
  const roomName = ref('')
  const share = ref(0)
  const isBusy = ref(false)
  const failure = ref('')

  /** Looks for ways to match a record; what was looked for before makes room. */
  const match = async (of: StudioRecord) => {
    record.value = of
    answer.value = null
    failure.value = ''
    roomName.value = studio.document.name
    if (kit.kit.lamps.length === 0) {
      questions.stop()
      isBusy.value = false
      failure.value = 'Your kit has no lamps, so nothing can be lit with it. Add lamps under Kit, then look again.'
      return
    }
    isBusy.value = true
    share.value = 0
    const signal = questions.next()
    try {
      const learned = learnedOf(of.set, of.set.looks[0]!)
      const found = await service.match(
        inLook(studio.stored, studio.look.id),
        { source: { set: leanOf(of.set), camera: of.camera, learned }, kit: toRaw(kit.kit), asked: { ...asked.value } },
        {
          signal,
          report: told => {
            answer.value = told.found
            share.value = told.share
          },
        },
      )
      if (found) answer.value = found
    } catch (error) {
      if (isCalledOff(error)) return
      failure.value = `The match broke off: ${(error as Error).message} Record and open set are as they were.`
    }
    isBusy.value = false
  }
  const stop = () => {
    questions.stop()
    isBusy.value = false
  }
  /** Asks an aspect otherwise, and looks again. */
  const ask = (aspect: Aspect, firmness: Firmness) => {
    asked.value = { ...asked.value, [aspect]: firmness }
    if (record.value) void match(record.value)
  }
  return { record, asked, answer, roomName, share, isBusy, failure, match, stop, ask }
})
