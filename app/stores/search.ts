import { computed, markRaw, reactive, ref, shallowRef, toRaw, watch } from 'vue'
import { defineStore } from 'pinia'
import { applyChanges } from '#core/changes/apply'
import { changeTargets } from '#core/edits/edits'
import type { StudioSet } from '#core/model/schema'
import type { AxisId } from '#core/solve/axes'
import { withBackdropValue } from '#core/solve/toneSweep'
import type { EveningAnswer } from '#core/solve/evenBackdrop'
import type { ToneMap } from '#core/solve/explore'
import type { Slip } from '#core/solve/sensitivity'
import { isCalledOff, newest } from '#services/rpc/latest'
import type { Found } from '#services/search/found'
import type { EvenPlaces, SweptTone, Proposal, Proposals, Search } from '#services/search/searchApi'
import { searchService } from '#services/search/searchService'
import { useLight } from './light'
import { useStudio } from './studio'
import { errorWords } from '#wording/impossible'

type Kind = 'proposals' | 'toneSweep' | 'sensitivity' | 'map' | 'even'

/**
 * What could be done: looked for in a worker of its own, one question at a time. Answers belong to the set they were
 * asked of.
 */
export const useSearch = defineStore('search', () => {
  const studio = useStudio()
  const light = useLight()
  const service = markRaw(searchService())
  const questions = newest()
  const options = reactive({ keepKey: false, fewest: false })
  const busy = ref<Kind | null>(null)
  const share = ref(0)
  const failure = ref<string | null>(null)
  const proposals = shallowRef<Proposals | null>(null)
  const sweep = shallowRef<SweptTone[] | null>(null)
  const slips = shallowRef<Slip[] | null>(null)
  const map = shallowRef<(ToneMap & { axes: readonly [AxisId, AxisId] }) | null>(null)
  const evening = shallowRef<EveningAnswer | null>(null)
  /** The proposal that is shown as a ghost. */
  const preview = shallowRef<Proposal | null>(null)

  const searchOf = (): Search | undefined =>
    light.camera && {
      lookId: studio.look.id,
      camera: { ...light.camera },
      learned: toRaw(light.learned),
      fixedIds: options.keepKey ? studio.document.lights.filter(({ job }) => job === 'key').map(({ id }) => id) : [],
      mayChangeCamera: !options.keepKey,
      fewest: options.fewest,
    }

  const stop = () => {
    questions.stop()
    busy.value = null
  }

  /** Asks one question; what was asked before makes room, and nothing of it comes in any more. */
  const ask = async (kind: Kind, run: (search: Search, signal: AbortSignal) => Promise<void>) => {
    const search = searchOf()
    if (!search) return
    const signal = questions.next()
    busy.value = kind
    share.value = 0
    failure.value = null
    try {
      await run(search, signal)
    } catch (error) {
      if (isCalledOff(error)) return
      failure.value = `The search broke off: ${errorWords(error)} Your set is as it was.`
    }
    busy.value = null
  }
  const hearShare = (done: number) => {
    share.value = done
  }
  /** Shows what was found so far. */
  const hear =
    <T>(show: (found: T) => void) =>
    ({ found, share: done }: Found<T>) => {
      show(found)
      share.value = done
    }

  /** A set that wants what is asked for. */
  const wanted = (set: StudioSet): StudioSet =>
    light.asked ? changeTargets(set, studio.look.id, toRaw(light.asked)) : set
  const wantedSet = () => wanted(toRaw(studio.document))
  const present = () => toRaw(studio.document)

  const propose = () =>
    ask('proposals', async (search, signal) => {
      const show = (found: Proposals) => {
        proposals.value = found
      }
      show({ proposals: [], isFinal: false })
      show((await service.propose(wantedSet(), search, { signal, report: hear(show) })) ?? proposals.value!)
    })

  const sweepTones = () =>
    ask('toneSweep', async (search, signal) => {
      const show = (found: SweptTone[]) => {
        sweep.value = found
      }
      show([])
      show((await service.toneSweep(present(), search, { signal, report: hear(show) })) ?? sweep.value!)
    })

  const weighPlacements = () =>
    ask('sensitivity', async (search, signal) => {
      slips.value = (await service.sensitivity(present(), search, { signal, report: hearShare })) ?? null
    })

  const even = (read: Record<string, number>, places: EvenPlaces = 'grid') =>
    ask('even', async (search, signal) => {
      evening.value = (await service.even(present(), search, { places, read }, { signal, report: hearShare })) ?? null
    })

  const draw = (axes: readonly [AxisId, AxisId]) =>
    ask('map', async (search, signal) => {
      const show = (found: ToneMap) => {
        map.value = { ...found, axes }
      }
      map.value = null
      const whole = await service.map(present(), search, axes, { signal, report: hear(show) })
      if (whole) show(whole)
    })

  const close = () => {
    stop()
    proposals.value = null
    preview.value = null
  }

  /** Does a proposal, one step to undo; what was asked is wanted from then on. */
  const accept = ({ changes }: Proposal, wanting: (set: StudioSet) => StudioSet = wanted) => {
    studio.edit(set => applyChanges(wanting(set), changes))
    light.asked = null
  }
  /** The tone of the sweep done: its value is wanted from then on. */
  const acceptTone = ({ value, proposals: [first] }: SweptTone) => {
    if (first) accept(first, set => withBackdropValue(set, studio.look.id, value))
  }
  /** The set as it would stand, were the proposal that is looked at accepted. */
  const previewed = computed(() => preview.value && applyChanges(studio.document, preview.value.changes))

  // Answers to another state of the set are of no use.
  watch(
    () => [studio.document, studio.look.id, light.asked],
    () => {
      close()
      sweep.value = null
      slips.value = null
      map.value = null
      evening.value = null
    },
  )

  return {
    options,
    busy,
    share,
    failure,
    proposals,
    sweep,
    slips,
    map,
    evening,
    preview,
    propose,
    sweepTones,
    weighPlacements,
    draw,
    even,
    stop,
    close,
    accept,
    acceptTone,
    previewed,
  }
})
