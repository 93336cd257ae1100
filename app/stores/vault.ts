import { useDebounceFn } from '@vueuse/core'
import { useKept } from '~/shared/useKept'
import { markRaw, ref, toRaw } from 'vue'
import { defineStore } from 'pinia'
import { writeSetFile } from '#core/formats/setFile'
import type { StudioSet } from '#core/model/schema'
import type { OpenedSet } from '~/storage/library'
import type { Reconciled } from '~/storage/keeper'
import { storageService } from '~/storage/storageService'
import { downloadText } from '~/support/download'
import { fileName } from '~/support/fileName'
import { formatMoment } from '#wording/notation/moment'
import { useNotices } from './notices'
import { errorWords } from '#wording/impossible'

/** After a save the second copy may wait so long, so that a row of edits makes one copy. */
const COPY_AFTER_MS = 1500

const when = (at: string) => formatMoment(at, 'whole')
const inQuotes = (names: readonly string[]) => names.map(name => `"${name}"`).join(', ')

/** Whether the browser promised to keep what is here: `unknown` until it was asked. */
export type Persistence = 'unknown' | 'granted' | 'refused' | 'none'

/** Second copies, what comes back from them, and what is told of damage and loss. */
export const useVault = defineStore('vault', () => {
  const { library, copies, keeper, unkept } = useKept()
  const notices = useNotices()
  const service = storageService()
  /** The worker opens the same database; where nothing is kept it has none to open. */
  const files = () => (unkept ? undefined : service)
  /** Reads files away from the page; also where nothing is kept. */
  const reader = {
    readLamp: service.readLamp,
    writeLamp: service.writeLamp,
    writeScene: service.writeScene,
    readReadings: service.readReadings,
    readKit: service.readKit,
  }
  const persistence = ref<Persistence>('unknown')
  /** When the newest second copy was taken. */
  const copiedAt = ref<Date | null>(null)

  const tellBroughtBack = ({ broughtBack }: Reconciled, why: string) => {
    if (broughtBack.length === 0) return
    const newest = broughtBack
      .map(({ at }) => at)
      .sort()
      .at(-1)!
    notices.tell({
      id: 'brought-back',
      words: `${why} ${broughtBack.length === 1 ? 'One set was' : `${broughtBack.length} sets were`} brought back from ${broughtBack.length === 1 ? 'its' : 'their'} second copy of ${when(newest)}: ${inQuotes(broughtBack.map(({ name }) => name))}. Pictures and undo steps are not in copies.`,
    })
  }

  /** Meets the database. One that is new, beside copies that are not, was dropped by the browser. */
  const meet = async () => {
    const { isNew } = await library.identity.meet()
    await library.mendHeads()
    if (!isNew || !keeper || (await copies!.ids()).length === 0) return
    tellBroughtBack(await keeper.reconcile(), 'The browser had lost what it kept.')
  }

  /** What can wait until the app stands: persistent storage, copies, and what has lain in the bin long enough. */
  const settle = async () => {
    try {
      const storage = globalThis.navigator?.storage
      if (!storage?.persist) persistence.value = 'none'
      else persistence.value = (await storage.persisted()) || (await storage.persist()) ? 'granted' : 'refused'
      const found = await files()?.reconcile()
      if (found) tellBroughtBack(found, 'The database lacked sets that were kept before.')
      const records = await files()?.reconcileRecords()
      if (records)
        notices.tell({
          id: 'records-back',
          words: `The logbook lacked records that were kept before: ${records} came back from second copies. Pictures are not in copies.`,
        })
      const practised = await files()?.reconcilePractice()
      if (practised)
        notices.tell({
          id: 'practice-back',
          words: `The results of practice lacked some that were kept before: ${practised} came back from the second copy.`,
        })
      // Only where there are copies at all.
      if (copies) copiedAt.value = new Date()
    } catch (error) {
      notices.tell({
        id: 'copies',
        words: `Second copies could not be written: ${errorWords(error)} Sets are saved as before.`,
      })
    }
  }

  const waiting = new Set<string>()
  const copyWaiting = useDebounceFn(async () => {
    for (const id of [...waiting]) {
      waiting.delete(id)
      try {
        await files()?.copy(id)
        copiedAt.value = new Date()
        notices.drop('copies')
      } catch (error) {
        notices.tell({
          id: 'copies',
          words: `The second copy could not be written: ${errorWords(error)} The set itself is saved.`,
        })
      }
    }
  }, COPY_AFTER_MS)
  const copySoon = (id: string) => {
    if (!copies) return
    waiting.add(id)
    void copyWaiting()
  }

  /** Takes a second copy of a record; a failure is told as for sets. */
  const copyRecord = async (id: string) => {
    try {
      await files()?.copyRecord(id)
    } catch (error) {
      notices.tell({
        id: 'copies',
        words: `The second copy of a record could not be written: ${errorWords(error)} The record itself is kept.`,
      })
    }
  }

  /** Takes a second copy of what was practised; a failure is told as for sets. */
  const copyPractice = useDebounceFn(async () => {
    try {
      await files()?.copyPractice()
    } catch (error) {
      notices.tell({
        id: 'copies',
        words: `The second copy of practice could not be written: ${errorWords(error)} The results themselves are kept.`,
      })
    }
  }, COPY_AFTER_MS)

  /** Deletes second copies of sets that go for good. */
  const forget = (ids: readonly string[]) => keeper?.forget(ids)

  /** A file of the open set as it is on the screen, with its pictures where they can be had. */
  const exportOpen = async (set: StudioSet): Promise<{ leftOut: number }> => {
    const name = fileName(set.name)
    try {
      const file = files() ? await files()!.exportSet(set.id, toRaw(set)) : await library.exportFile(set.id, toRaw(set))
      if (!file.ok) throw new Error(file.message)
      downloadText(file.value.text, name)
      return { leftOut: file.value.leftOut }
    } catch {
      // The database is out of reach: the set itself is here.
      downloadText(writeSetFile(toRaw(set), {}), name)
      notices.tell({
        id: 'export',
        words: 'Exported without pictures, since what the browser keeps could not be read.',
      })
      return { leftOut: 0 }
    }
  }

  /** What of a damaged set was left out; the copy, where it is whole, and what was stored can be had. */
  const tellDamage = async ({ set, leftOut }: OpenedSet) => {
    const copy = await keeper?.soundCopy(set.id).catch(() => undefined)
    notices.tell({
      id: 'damaged',
      words: `"${set.name}" was damaged. It was opened without: ${leftOut.join('; ')}. What was stored is kept beside it, byte for byte.`,
      actions: [
        ...(copy
          ? [
              {
                name: `Bring back the copy of ${when(copy.at)}`,
                run: async () => {
                  await library.replace({ ...copy.set, id: set.id })
                  notices.drop('damaged')
                },
              },
            ]
          : []),
        {
          name: 'Download what was stored',
          run: async () => {
            const text = await library.originalText(set.id)
            if (text.ok) downloadText(text.value, fileName(`${set.name} as stored`))
          },
        },
      ],
    })
  }

  /**
   * The row of the open set, or the whole database, went missing: said as what it is, with the way to write again
   * what is still held.
   */
  const tellLoss = (state: 'missing' | 'lost', set: StudioSet, saveAgain: () => Promise<boolean>) =>
    notices.tell({
      id: 'loss',
      isKept: true,
      words:
        state === 'lost'
          ? 'The browser has lost everything that this app kept in it. This set is still held by this tab, and other sets by their second copies where there are any. Nothing is saved until you write it again.'
          : `"${set.name}" is no longer in this browser: it was deleted for good in another tab, or the browser lost it. It is still held by this tab, but changes are not saved.`,
      actions: [
        {
          name: state === 'lost' ? 'Write everything again' : 'Save it again',
          run: async () => {
            // Copies first: what comes back keeps its id, and the open set is written over its own older copy.
            const found = await keeper?.reconcile()
            if (!(await saveAgain())) return
            notices.drop('loss')
            if (found)
              tellBroughtBack(
                { broughtBack: found.broughtBack.filter(({ id }) => id !== set.id) },
                'This set is saved again.',
              )
          },
        },
        { name: 'Export it', run: () => exportOpen(set) },
      ],
    })

  return {
    files,
    reader: markRaw(reader),
    persistence,
    copiedAt,
    meet,
    settle,
    copyRecord,
    copyPractice,
    copySoon,
    forget,
    exportOpen,
    tellDamage,
    tellLoss,
    when,
  }
})
