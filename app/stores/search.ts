import { defineStore } from 'pinia'
import { changeTargets } from '#core/edits/edits'
import type { StudioSet } from '#core/model/schema'
import type { EveningAnswer } from '#core/solve/evenBackdrop'
import type { ToneMap } from '#core/solve/explore'
import type { WalkPoint } from '#core/solve/walkLine'
import type { Vector } from '#core/physics/units/vector'
import type { Slip } from '#core/solve/sensitivity'
import type { EvenPlaces, LadderRung, Proposal, Proposals, Search } from '~/workers/search.worker'
import { startSearchWorker } from '~/workers/searchWorker'
import { useLight } from './light'
import { useStudio } from './studio'

type Kind = 'proposals' | 'ladder' | 'care' | 'map' | 'even' | 'walk'

/** What could be done: looked for in a worker of its own, one question at a time. Answers belong to the set they were asked of. */
export const useSearch = defineStore('search', () => {
  const studio = useStudio()
  const light = useLight()
  const { unit } = useUnits()
  let worker: ReturnType<typeof startSearchWorker> | undefined
  let question = 0
  const options = reactive({ keepKey: false, fewest: false })
  const busy = ref<Kind | null>(null)
  const share = ref(0)
  const failure = ref<string | null>(null)
  const proposals = shallowRef<Proposals | null>(null)
  const rungs = shallowRef<LadderRung[] | null>(null)
  const slips = shallowRef<Slip[] | null>(null)
  const map = shallowRef<(ToneMap & { axes: readonly [string, string] }) | null>(null)
  const evening = shallowRef<EveningAnswer | null>(null)
  const steps = shallowRef<WalkPoint[] | null>(null)
  /** The proposal that is shown as a ghost. */
  const preview = shallowRef<Proposal | null>(null)

  const searchOf = (): Search | undefined => light.camera && {
    lookId: studio.look.id,
    camera: { ...light.camera },
    learned: toRaw(light.learned),
    fixedIds: options.keepKey ? studio.document.lights.filter(({ job }) => job === 'key').map(({ id }) => id) : [],
    mayChangeCamera: !options.keepKey,
    fewest: options.fewest,
    unit: unit.value,
  }

  const stop = () => {
    question += 1
    busy.value = null
    void worker?.supersede(question)
  }

  /** Asks one question; what was asked before makes room. `take` hears answers for as long as this is the newest. */
  const ask = async (kind: Kind, run: (number: number, search: Search, isWanted: () => boolean) => Promise<void>) => {
    const search = searchOf()
    if (!search) return
    worker ??= markRaw(startSearchWorker())
    stop()
    const mine = question
    busy.value = kind
    share.value = 0
    failure.value = null
    try {
      await run(mine, search, () => mine === question)
    }
    catch (error) {
      if (mine === question) failure.value = `The search broke off: ${(error as Error).message} Your set is as it was.`
    }
    if (mine === question) busy.value = null
  }

  const wantedSet = (): StudioSet => light.asked ? changeTargets(toRaw(studio.document), studio.look.id, toRaw(light.asked)) : toRaw(studio.document)

  const propose = () => ask('proposals', async (number, search, isWanted) => {
    proposals.value = { proposals: [], isFinal: false }
    const answer = await worker!.propose(number, wantedSet(), search, (some, done) => {
      if (!isWanted()) return
      proposals.value = some
      share.value = done
    })
    if (answer && isWanted()) proposals.value = answer
  })

  const climb = () => ask('ladder', async (number, search, isWanted) => {
    rungs.value = []
    const answer = await worker!.ladder(number, toRaw(studio.document), search, (some, done) => {
      if (!isWanted()) return
      rungs.value = some
      share.value = done
    })
    if (answer && isWanted()) rungs.value = answer
  })

  const weigh = () => ask('care', async (number, search, isWanted) => {
    const answer = await worker!.care(number, toRaw(studio.document), search, (done) => {
      if (isWanted()) share.value = done
    })
    if (answer && isWanted()) slips.value = answer
  })

  const even = (read: Record<string, number>, over: EvenPlaces = 'grid') => ask('even', async (number, search, isWanted) => {
    const answer = await worker!.even(number, toRaw(studio.document), search, over, read, (done) => {
      if (isWanted()) share.value = done
    })
    if (answer && isWanted()) evening.value = answer
  })

  const walk = (from: Vector, to: Vector) => ask('walk', async (number, search, isWanted) => {
    const answer = await worker!.walk(number, toRaw(studio.document), search, from, to)
    if (answer && isWanted()) steps.value = answer
  })

  const draw = (axes: readonly [string, string]) => ask('map', async (number, search, isWanted) => {
    map.value = null
    const answer = await worker!.map(number, toRaw(studio.document), search, axes, (some, done) => {
      if (!isWanted()) return
      map.value = { ...some, axes }
      share.value = done
    })
    if (answer && isWanted()) map.value = { ...answer, axes }
  })

  const close = () => {
    stop()
    proposals.value = null
    preview.value = null
  }

  /** Does a proposal: the whole set becomes what it says, one step to undo. */
  const accept = (proposal: Proposal) => {
    studio.edit(() => proposal.set)
    light.asked = null
  }

  // Answers to another state of the set are of no use.
  watch(() => [studio.document, studio.look.id, light.asked], () => {
    close()
    rungs.value = null
    slips.value = null
    map.value = null
    evening.value = null
    steps.value = null
  })

  return { options, busy, share, failure, proposals, rungs, slips, map, evening, steps, preview, propose, climb, weigh, draw, even, walk, stop, close, accept }
})
