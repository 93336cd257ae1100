import { defineStore } from 'pinia'
import { computed, markRaw, nextTick, ref, shallowRef, toRaw, watch } from 'vue'
import { applyChange } from '#core/changes/apply'
import { changeSettings } from '#core/edits/edits'
import { learnedOf } from '#core/evaluation/calibratedLighting'
import { inLook } from '#core/looks/inLook'
import type { Light, StudioSet } from '#core/model/schema'
import type { LookForSitters } from '#core/solve/forSitters'
import { withFlatterWalk, type FlatterWalk, type LookWalk, type Way } from '#core/solve/walks'
import { isCalledOff, newest } from '#services/rpc/latest'
import type { Asking } from '#services/rpc/connect'
import type { Found } from '#services/search/found'
import type { FittedJob, PlacedFront, PlacedLooks } from '#services/search/searchApi'
import { searchService } from '#services/search/searchService'
import { useKit } from './kit'
import { useLight } from './light'
import { useStudio } from './studio'
import { errorWords } from '#wording/impossible'

type Kind = 'placement' | 'sitters' | 'lights' | 'walks' | 'flatter'

/**
 * What is asked of all looks at once: one placement, which lights for which job, powers for everybody. Worked out in a
 * worker of its own, one question at a time; answers belong to the set that they were asked of.
 */
export const usePlacing = defineStore('placing', () => {
  const studio = useStudio()
  const light = useLight()
  const kit = useKit()
  const service = markRaw(searchService())
  const questions = newest()
  /** Things that each look may have moved for itself. */
  const mostMoved = ref(2)
  const busy = ref<Kind | null>(null)
  const share = ref(0)
  const failure = ref<{ kind: Kind; words: string } | null>(null)
  const found = shallowRef<PlacedFront | null>(null)
  const chosenId = ref<string | null>(null)
  const sitters = shallowRef<readonly LookForSitters[] | null>(null)
  /** The job whose lights are to be chosen, and ways to fit them, the best first. */
  const job = ref<Light['job']>('backdrop')
  const fittings = shallowRef<readonly FittedJob[] | null>(null)
  const walks = shallowRef<readonly LookWalk[] | null>(null)
  /** The way that the walks are of, and what makes them flatter. */
  const way = shallowRef<Way | null>(null)
  const flatter = shallowRef<readonly FlatterWalk[] | null>(null)
  /** What was done with an answer since the last question. */
  const taken = ref<Kind | null>(null)

  const stop = () => {
    questions.stop()
    busy.value = null
  }
  const learnedByLook = (set: StudioSet) =>
    Object.fromEntries(set.looks.map(look => [look.id, learnedOf(inLook(set, look.id), look, light.calibration)]))
  const ask = async <T>(
    kind: Kind,
    show: (found: T) => void,
    run: (set: StudioSet, asking: Asking<Found<T>>) => Promise<T | undefined>,
  ) => {
    const signal = questions.next()
    busy.value = kind
    share.value = 0
    failure.value = null
    taken.value = null
    try {
      const report = ({ found: some, share: done }: Found<T>) => {
        show(some)
        share.value = done
      }
      const answer = await run(toRaw(studio.stored), { signal, report })
      if (answer) show(answer)
    } catch (error) {
      if (isCalledOff(error)) return
      failure.value = { kind, words: `The search broke off: ${errorWords(error)} Your set is as it was.` }
    }
    busy.value = null
  }

  const askPlacement = () => {
    found.value = null
    chosenId.value = null
    return ask<PlacedFront>(
      'placement',
      some => {
        found.value = some
      },
      (set, asking) =>
        service.placeForAll(
          set,
          { learned: learnedByLook(set), mayChangeCamera: true, mostMoved: mostMoved.value },
          asking,
        ),
    )
  }
  const askSitters = () => {
    sitters.value = null
    return ask<LookForSitters[]>(
      'sitters',
      some => {
        sitters.value = some
      },
      (set, asking) => service.forSitters(set, learnedByLook(set), asking),
    )
  }

  const askLights = () => {
    fittings.value = null
    return ask<FittedJob[]>(
      'lights',
      some => {
        fittings.value = some
      },
      (set, asking) =>
        service.forJob(set, { kit: toRaw(kit.kit), job: job.value, learned: learnedByLook(set) }, asking),
    )
  }

  /** An answer that comes as a whole: only its share is heard of before. */
  const askWhole = <T>(
    kind: Kind,
    show: (found: T) => void,
    run: (set: StudioSet, asking: Asking<number>) => Promise<T | undefined>,
  ) =>
    ask<T>(kind, show, (set, { signal }) =>
      run(set, {
        signal,
        report: done => {
          share.value = done
        },
      }),
    )
  const askWalks = (along: Way) => {
    walks.value = flatter.value = null
    way.value = along
    return askWhole<LookWalk[]>(
      'walks',
      some => {
        walks.value = some
      },
      (set, asking) => service.walks(set, learnedByLook(set), along, asking),
    )
  }
  const askFlatter = () =>
    way.value &&
    askWhole<FlatterWalk[]>(
      'flatter',
      some => {
        flatter.value = some
      },
      (set, asking) => service.flatterWalks(set, learnedByLook(set), way.value!, asking),
    )

  /** The placement that is looked at: chosen, or the one that misses least. */
  const shown = computed((): PlacedLooks | undefined => {
    const front = found.value?.front ?? []
    return front.find(({ id }) => id === chosenId.value) ?? front.toSorted((a, b) => a.missStops - b.missStops)[0]
  })
  /** Does what was answered, and says so until the set is changed again: by undo too. */
  const take = async (kind: Kind, edit: (set: StudioSet) => StudioSet) => {
    studio.editKept(edit)
    await nextTick()
    taken.value = kind
  }
  /** Makes a placement, one step to undo. */
  const accept = ({ change }: PlacedLooks) => take('placement', set => applyChange(set, change))
  /** Fits the lights of the job so, with powers for every look, one step to undo. */
  const acceptLights = ({ change }: FittedJob) => take('lights', set => applyChange(set, change))
  /** Makes a walk flatter, with powers for every look, one step to undo. */
  const acceptFlatter = (found: FlatterWalk) => take('flatter', set => withFlatterWalk(set, found))
  /** Sets each look to the powers that serve all of its sitters best, one step to undo; what was found still holds. */
  const acceptSitters = async (looks: readonly LookForSitters[]) => {
    await take('sitters', set =>
      looks.reduce((next, { lookId, settings }) => changeSettings(next, lookId, settings), set),
    )
    sitters.value = looks.map(look => ({ ...look, changes: [] }))
  }
  /** What is turned for a sitter in a look, as far as that is known. */
  const forSitter = (lookId: string, sitterId: string) =>
    sitters.value?.find(look => look.lookId === lookId)?.groups.find(group => group.sitterIds.includes(sitterId))

  /** All that answers depend on: what comes of a day, names and notes leave the light as it is. */
  const askedOf = (): readonly unknown[] => {
    const { day, name: _name, notes: _notes, frames: _frames, ...set } = toRaw(studio.stored)
    return [...Object.values(set), day.sitters, day.conditions, day.people]
  }
  let before = askedOf()
  watch(
    () => studio.stored,
    () => {
      const now = askedOf()
      if (now.every((part, index) => part === before[index])) return
      before = now
      if (busy.value)
        failure.value = {
          kind: busy.value,
          words: 'The set was changed meanwhile, so the search was stopped. Ask again.',
        }
      stop()
      taken.value = null
      found.value = null
      chosenId.value = null
      sitters.value = null
      fittings.value = null
      walks.value = flatter.value = null
    },
  )

  return {
    mostMoved,
    busy,
    share,
    failure,
    taken,
    found,
    shown,
    chosenId,
    sitters,
    job,
    fittings,
    walks,
    flatter,
    askWalks,
    askFlatter,
    acceptFlatter,
    askLights,
    acceptLights,
    askPlacement,
    askSitters,
    stop,
    accept,
    acceptSitters,
    forSitter,
  }
})
