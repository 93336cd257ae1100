import { defineStore } from 'pinia'
import { computed, markRaw, ref, shallowRef, toRaw } from 'vue'
import { learnedOf } from '#core/evaluation/calibratedLighting'
import { inLook } from '#core/looks/inLook'
import { USUALLY_ASKED, type Aspect, type Firmness } from '#core/match/deviations'
import type { PictureKnown } from '#core/match/fromPicture'
import { isEqual } from '#core/edits/patch'
import type { StudioSet } from '#core/model/schema'
import type { StudioRecord } from '#core/records/recordSchema'
import { leanOf } from '#services/leanSet'
import { isCalledOff, newest } from '#services/rpc/latest'
import type { Matched, MatchWays } from '#services/search/matchJob'
import { searchService } from '#services/search/searchService'
import { useKit } from './kit'
import { useStudio } from './studio'
import { errorWords } from '#wording/impossible'

/** What is matched, by what it is called in addresses: a record, or a frame by what is known of it. */
export type MatchSubject = { kind: 'record'; record: StudioRecord } | { kind: 'frame'; id: string; known: PictureKnown }

/** A record or a picture that is matched in the room of the open set with the kit that there is. */
export const useMatching = defineStore('matching', () => {
  const studio = useStudio()
  const kit = useKit()
  const service = markRaw(searchService())
  const questions = newest()
  const subject = shallowRef<MatchSubject | null>(null)
  const asked = ref<Record<Aspect, Firmness>>({ ...USUALLY_ASKED })
  const answer = shallowRef<MatchWays | null>(null)
  /** The set whose room the answer is for, as it was when it was asked. */
  const room = shallowRef<StudioSet | null>(null)
  const share = ref(0)
  const isBusy = ref(false)
  const failure = ref('')

  const sourceOf = (of: MatchSubject): Matched => {
    if (of.kind === 'frame') return { kind: 'picture', known: { ...of.known } }
    const { set, camera } = of.record
    return { kind: 'look', set: leanOf(set), camera, learned: learnedOf(set, set.looks[0]!) }
  }
  /** Looks for ways to match something; what was looked for before makes room. */
  const match = async (of: MatchSubject) => {
    subject.value = of
    answer.value = null
    failure.value = ''
    room.value = toRaw(studio.document)
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
      const found = await service.match(
        inLook(studio.stored, studio.look.id),
        { source: sourceOf(of), kit: toRaw(kit.kit), asked: { ...asked.value } },
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
      failure.value = `The match broke off: ${errorWords(error)} Record and open set are as they were.`
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
    if (subject.value) void match(subject.value)
  }
  /** The room of the open set is another than the one that was asked about. */
  const isElsewhere = computed(
    () =>
      room.value !== null &&
      !(isEqual(room.value.room, studio.document.room) && isEqual(room.value.backdrop, studio.document.backdrop)),
  )
  return { subject, asked, answer, room, isElsewhere, share, isBusy, failure, match, stop, ask }
})
