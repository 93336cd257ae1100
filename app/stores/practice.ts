import { defineStore } from 'pinia'
import { markRaw, ref, shallowRef, toRaw } from 'vue'
import type { Collection } from '#core/practice/collection'
import type { PracticeResult } from '#core/practice/results'
import type { Topic } from '#core/practice/skills'
import type { Overview } from '#services/practice/practiceApi'
import { practiceService } from '#services/practice/practiceService'
import { createWriter } from '~/document/writer'
import { useKept } from '~/shared/useKept'
import { useNotices } from './notices'
import { useVault } from './vault'
import { errorWords } from '#wording/impossible'

/** Practice: what was answered, what is due and what comes next, and collections. */
export const usePractice = defineStore('practice', () => {
  const { practice, unkept } = useKept()
  const service = markRaw(practiceService())
  const notices = useNotices()
  const vault = useVault()

  const results = shallowRef<readonly PracticeResult[]>([])
  const collections = shallowRef<readonly Collection[]>([])
  const damagedCollections = shallowRef<readonly { id: string; message: string }[]>([])
  const damaged = ref(0)
  const isLoaded = ref(false)
  const failure = ref('')
  const overview = shallowRef<Overview>()

  const load = async () => {
    try {
      const read = await practice.all()
      // What was answered and is not written yet stays.
      const known = new Set(read.results.map(({ id }) => id))
      results.value = [...read.results, ...unwritten.filter(({ id }) => !known.has(id))]
      damaged.value = read.damaged
      const { sound, damaged: broken } = await practice.allCollections()
      collections.value = sound
      damagedCollections.value = broken
      failure.value = ''
    } catch (error) {
      failure.value = `What was practised could not be read: ${errorWords(error)} It is kept as it is.`
    }
    isLoaded.value = true
    await survey()
  }

  /** What a topic alone is practised, chosen freely; undefined for the course. */
  const topic = ref<Topic>()
  const survey = async () => {
    try {
      overview.value = await service.overview(toRaw(results.value), new Date().toISOString(), topic.value)
    } catch (error) {
      failure.value = `What comes next could not be worked out: ${errorWords(error)} Results are kept.`
    }
  }

  let unwritten: PracticeResult[] = []
  const writer = createWriter({
    write: async () => {
      const some = [...unwritten]
      await practice.add(some)
      unwritten = unwritten.filter(result => !some.includes(result))
      void vault.copyPractice()
      return { kind: 'saved' }
    },
    onState: (state, reason) => {
      saving.value = state
      notices.follow(
        'practice',
        state === 'failed' ? { words: `A result could not be kept: ${reason}. It is tried again.` } : undefined,
      )
    },
    delayMs: 0,
  })
  /** Keeps a result; what comes next is worked out anew. */
  const add = async (result: PracticeResult) => {
    results.value = [...results.value, result]
    unwritten.push(result)
    writer.touch()
    await survey()
  }
  const saving = ref<'saved' | 'saving' | 'failed' | 'deleted' | 'missing' | 'lost'>('saved')

  /** Results of a collection, the newest of each of its exercises; of a test the first, which counts. */
  const resultsOf = (collection: Collection): (PracticeResult | undefined)[] =>
    collection.exercises.map((_, number) => {
      const own = results.value.filter(({ from: of }) => of?.collectionId === collection.id && of.number === number)
      return collection.isTest ? own[0] : own.at(-1)
    })

  const keepCollection = async (collection: Collection) => {
    await practice.putCollection(JSON.parse(JSON.stringify(collection)) as Collection)
    collections.value = [collection, ...collections.value.filter(({ id }) => id !== collection.id)]
    void vault.copyPractice()
  }
  const deleteCollection = async (collection: Collection) => {
    await practice.removeCollection(collection.id)
    collections.value = collections.value.filter(({ id }) => id !== collection.id)
    notices.tell({
      id: 'collection-gone',
      words: `The collection "${collection.title}" is deleted. Its results are kept.`,
      actions: [
        {
          name: 'Put it back',
          run: async () => {
            await keepCollection(collection)
            notices.drop('collection-gone')
          },
        },
      ],
    })
    void vault.copyPractice()
  }

  return {
    service,
    results,
    collections,
    damagedCollections,
    damaged,
    isLoaded,
    failure,
    overview,
    saving,
    unkept,
    topic,
    load,
    survey,
    add,
    resultsOf,
    keepCollection,
    deleteCollection,
  }
})
