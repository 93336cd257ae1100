import { plural } from '#wording/language'
import { useKept } from '~/shared/useKept'
import { ref, shallowRef } from 'vue'
import { liveQuery } from 'dexie'
import { defineStore } from 'pinia'
import { isCalledOff, newest } from '#services/rpc/latest'
import { renameSet } from '#core/edits/edits'
import type { Restored } from '~/storage/backup'
import { isZip } from '~/storage/isZip'
import type { SetSummary } from '~/storage/library'
import { downloadBlob, downloadText } from '~/support/download'
import { fileName } from '~/support/fileName'
import { goAfter } from '~/support/goAfter'
import { formatBytes } from '~/support/bytes'
import type { Outcome } from '#core/shared/outcome'
import { useNotices } from './notices'
import { usePreferences } from './preferences'
import { useStudio } from './studio'
import { useVault } from './vault'
import { errorWords } from '#wording/impossible'

/** A set with hundreds of frames stays well under this; anything larger is not one. */
const LARGEST_SET_BYTES = 200_000_000
const LARGEST_BACKUP_BYTES = 20_000_000_000
const WEEK_MS = 7 * 24 * 60 * 60 * 1000
/** There is nothing worth a reminder before this many sets. */
const WORTH_A_BACKUP = 2

/** What reads and writes zip files, for a browser that starts no workers: it comes with the first of them. */
const backupHere = () => import('~/storage/backup')

const counted = (count: number, one: string) => (count === 1 ? `one ${one}` : `${count} ${one}s`)

/** The list of sets, the bin, files in and out, and the backup of everything. */
export const useLibrary = defineStore('library', () => {
  const studio = useStudio()
  const vault = useVault()
  const notices = useNotices()
  const preferences = usePreferences()
  const { library, database } = useKept()
  const sets = shallowRef<SetSummary[]>([])
  const bin = shallowRef<SetSummary[]>([])
  const problem = ref('')
  const done = ref('')
  /** The set that was deleted last, to be put back with one press. */
  const removedId = ref<string | null>(null)
  /** What is under way, and the share that is done. */
  const busy = ref<{ what: string; share: number; canStop: boolean } | null>(null)

  liveQuery(async () => [await library.list(), await library.binned()] as const).subscribe({
    next: ([listed, binned]) => {
      sets.value = listed
      bin.value = binned
    },
    error: (error: Error) => {
      problem.value = `The list of sets cannot be read: ${error.message}. Reload the page; what is kept is not touched.`
    },
  })

  const say = (words: string) => {
    done.value = words
    problem.value = ''
    removedId.value = null
  }

  /** One error path for all that is done here: whatever goes wrong is said, with what was kept. */
  const doing = async (what: string, run: () => Promise<void>) => {
    try {
      await run()
    } catch (error) {
      problem.value = `${what} did not work: ${errorWords(error)} What is kept in this browser is as it was.`
    } finally {
      busy.value = null
    }
  }

  const open = (id: string) => doing('Opening', () => goAfter(studio.open(id), '/'))
  const openDemo = () => doing('Making a set', () => goAfter(studio.openDemo(), '/'))
  const openAlmanac = () => doing('Making a set', () => goAfter(studio.openAlmanac(), '/looks/day'))
  const openEmpty = () => doing('Making a set', () => goAfter(studio.openEmpty(), '/brief'))

  const duplicate = (id: string) =>
    doing('Copying', async () => {
      if (id === studio.document.id) await studio.saveNow()
      const copy = await library.duplicate(id)
      if (copy.ok) say(`Copied as "${copy.value.set.name}".`)
      else problem.value = copy.message
    })

  const rename = (id: string, name: string) =>
    doing('Renaming', async () => {
      const kept = name.trim().slice(0, 80)
      if (!kept) return
      // The open set is renamed as every change of it is made.
      if (id === studio.document.id) studio.edit(set => renameSet(set, kept))
      else await library.rename(id, kept)
    })

  const exportSet = (id: string, name: string) =>
    doing('Exporting', async () => {
      busy.value = { what: `Exporting "${name}"`, share: 0, canStop: false }
      if (id === studio.document.id) {
        const { leftOut } = await vault.exportOpen(studio.stored)
        if (leftOut > 0) sayLeftOut(leftOut)
        return
      }
      const file = await (vault.files()?.exportSet(id, undefined) ?? library.exportFile(id))
      if (!file.ok) {
        problem.value = file.message
        return
      }
      downloadText(file.value.text, fileName(name))
      if (file.value.leftOut > 0) sayLeftOut(file.value.leftOut)
    })
  const sayLeftOut = (count: number) =>
    say(
      `Exported without the ${counted(count, 'oldest picture')}, which would not fit in one file. A backup of everything has them; they stay in this browser.`,
    )

  const downloadOriginal = (id: string, name: string) =>
    doing('Downloading', async () => {
      const text = await library.originalText(id)
      if (text.ok) downloadText(text.value, fileName(`${name} as stored`))
      else problem.value = text.message
    })
  const dropOriginal = (id: string) => doing('Deleting', () => library.dropOriginal(id))

  const localImport = async (file: Blob): Promise<Outcome<string>> => {
    const outcome = await library.importFile(await file.text())
    return outcome.ok ? { ok: true, value: outcome.value.set.name } : outcome
  }

  const restoredWords = ({ names, alreadyHere, pictures, records, results, hasKit }: Restored): string =>
    [
      names.length > 0 ? `Brought back ${names.map(name => `"${name}"`).join(', ')}` : 'No set had to come back',
      pictures > 0 ? `with ${counted(pictures, 'picture')}` : '',
      alreadyHere > 0
        ? `${names.length > 0 ? 'and ' : ': '}${alreadyHere} ${plural(alreadyHere, 'set or record was', 'sets or records were')} here already in the same state`
        : '',
      records > 0 ? `and ${counted(records, 'record')} of the logbook` : '',
      results > 0 ? `and ${counted(results, 'result')} of practice` : '',
      hasKit ? 'and the kit' : '',
    ]
      .filter(Boolean)
      .join(' ')
      .replace(' :', ':')
      .concat('.')

  const restoreBackup = async (file: File): Promise<{ words: string; problems: string[] }> => {
    busy.value = { what: `Reading ${file.name}`, share: 0, canStop: false }
    const report = (share: number) => {
      busy.value = { what: `Reading ${file.name}`, share, canStop: false }
    }
    const outcome = await (vault.files()?.restore(file, true, { report }) ??
      (await backupHere()).readBackup(database, library, file, true, report))
    if (!outcome.ok) return { words: '', problems: [`${file.name}: ${outcome.message}`] }
    await preferences.load()
    return {
      words: restoredWords(outcome.value),
      problems: outcome.value.problems.map(words => `${file.name}: ${words}`),
    }
  }

  /**
   * Takes in set files and backups; every one that cannot be read is named with its reason, and the others come in
   * all the same.
   */
  const importFiles = async (files: readonly File[]) => {
    const problems: string[] = []
    const names: string[] = []
    const said: string[] = []
    for (const file of files) {
      try {
        const isBackup = await isZip(file)
        const most = isBackup ? LARGEST_BACKUP_BYTES : LARGEST_SET_BYTES
        if (file.size > most) {
          problems.push(
            `${file.name}: This file has ${formatBytes(file.size)}; ${isBackup ? 'backups' : 'set files'} are read up to ${formatBytes(most)}. Nothing was changed in what is already saved.`,
          )
          continue
        }
        if (isBackup) {
          const { words, problems: wrong } = await restoreBackup(file)
          if (words) said.push(words)
          problems.push(...wrong)
          continue
        }
        busy.value = { what: `Reading ${file.name}`, share: 0, canStop: false }
        const added = await (vault.files()?.importSet(file) ?? localImport(file))
        if (added.ok) names.push(added.value)
        else problems.push(`${file.name}: ${added.message}`)
      } catch (error) {
        problems.push(
          `${file.name}: It could not be taken in: ${errorWords(error)} Nothing was changed in what is already saved.`,
        )
      }
    }
    busy.value = null
    say(
      [names.length > 0 ? `Imported ${names.map(name => `"${name}"`).join(', ')}.` : '', ...said]
        .filter(Boolean)
        .join(' '),
    )
    problem.value = problems.join(' ')
  }

  const remove = (id: string) =>
    doing('Deleting', async () => {
      if (id === studio.document.id) await studio.saveNow()
      const name = await library.remove(id)
      if (name === undefined) return
      if (studio.document.id === id) await studio.openAnother()
      say(`Deleted "${name}". It lies in the bin for 30 days.`)
      removedId.value = id
    })

  const putBack = (id: string) =>
    doing('Putting back', async () => {
      const name = bin.value.find(set => set.id === id)?.name ?? ''
      if (await library.restore(id)) say(`"${name}" is back.`)
      else problem.value = 'This set is not in the bin any more: it was put back or deleted for good in another tab.'
    })

  const emptyBin = () =>
    doing('Emptying the bin', async () => {
      const ids = bin.value.map(({ id }) => id)
      // Copies go first: a set without a copy is no harm, a copy without a set comes back.
      await vault.forget(ids)
      const gone = await library.emptyBin(Number.POSITIVE_INFINITY)
      say(`${gone.length === 1 ? 'One set is' : `${gone.length} sets are`} gone for good.`)
    })

  const backups = newest()
  const backUp = () =>
    doing('The backup', async () => {
      await studio.saveNow()
      const at = new Date().toISOString()
      const report = (share: number) => {
        if (busy.value) busy.value = { ...busy.value, share }
      }
      busy.value = { what: 'Backing up everything', share: 0, canStop: vault.files() !== undefined }
      let zip: Blob
      try {
        zip = await (vault.files()?.backup(at, { report, signal: backups.next() }) ??
          (await backupHere()).writeBackup(database, at, report))
      } catch (error) {
        if (!isCalledOff(error)) throw error
        say('The backup was stopped. Nothing was written.')
        return
      }
      downloadBlob(zip, `keen-tonal-backup-${at.slice(0, 10)}.zip`)
      await preferences.change({ backedUpAt: at })
      notices.drop('remind')
      say(
        `Everything is in one file, ${formatBytes(zip.size)}: ${counted(sets.value.length, 'set')}${bin.value.length > 0 ? `, ${bin.value.length} in the bin` : ''}, pictures, kit and settings. Keep it somewhere else.`,
      )
    })
  const stopBackup = () => backups.stop()

  /** Reminds of a backup once a week, where there is something to lose and nobody said no. */
  const remind = async () => {
    const { remindsOfBackup, backedUpAt } = preferences.values
    const listed = await library.list()
    const oldest = Math.min(...listed.map(({ updatedAt }) => Date.parse(updatedAt)).filter(Number.isFinite))
    const since = backedUpAt ? Date.parse(backedUpAt) : oldest
    if (!remindsOfBackup || listed.length < WORTH_A_BACKUP || Date.now() - since < WEEK_MS) return
    notices.tell({
      id: 'remind',
      words: backedUpAt
        ? `The last backup of everything is of ${vault.when(backedUpAt)}.`
        : 'There is no backup of your sets yet. What lies in a browser can be lost with it.',
      actions: [
        { name: 'Back up now', run: backUp },
        {
          name: 'Not every week',
          run: async () => {
            await preferences.change({ remindsOfBackup: false })
            notices.drop('remind')
          },
        },
      ],
    })
  }

  /** A set of the list as it is kept, without opening it. */
  const read = (id: string) => library.open(id)

  return {
    sets,
    bin,
    problem,
    done,
    removedId,
    busy,
    open,
    read,
    openDemo,
    openAlmanac,
    openEmpty,
    duplicate,
    rename,
    exportSet,
    downloadOriginal,
    dropOriginal,
    importFiles,
    remove,
    putBack,
    emptyBin,
    backUp,
    stopBackup,
    remind,
  }
})
