import type { Bundle, SetSummary } from '~/storage/shelf'
import { liveQuery } from 'dexie'
import { downloadText } from '~/support/download'

/** A set with hundreds of frames stays well under this; anything larger is not one. */
const LARGEST_FILE_MB = 200

/** The list of sets and what can be done with them. */
export const useShelf = createSharedComposable(() => {
  const studio = useStudio()
  const { shelf } = usePreferences()
  const sets = ref<SetSummary[]>([])
  const problem = ref('')
  const done = ref('')
  const removed = shallowRef<Bundle | null>(null)

  const watching = liveQuery(() => shelf.list()).subscribe((found) => {
    sets.value = found
  })
  onScopeDispose(() => watching.unsubscribe())

  const say = (words: string) => {
    done.value = words
    problem.value = ''
    removed.value = null
  }

  const open = async (id: string) => {
    if (await studio.open(id)) await navigateTo('/')
  }

  const openDemo = async () => {
    await studio.openDemo()
    await navigateTo('/')
  }

  const openEmpty = async () => {
    await studio.openEmpty()
    await navigateTo('/brief')
  }

  const duplicate = async (id: string) => {
    const copy = await shelf.duplicate(id)
    if (copy.ok) say(`Copied as "${copy.value.set.name}".`)
    else problem.value = copy.message
  }

  const rename = async (id: string, name: string) => {
    const kept = name.trim().slice(0, 80)
    if (kept) await shelf.rename(id, kept)
  }

  const exportSet = async (id: string, name: string) => {
    await studio.saveNow()
    const file = await shelf.exportFile(id)
    if (file.ok) downloadText(file.value.text, `${name.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-') || 'set'}.keen-tonal.json`)
    else problem.value = file.message
    if (file.ok && file.value.leftOut > 0) say(`Exported without the ${file.value.leftOut} oldest pictures, which would not fit in one file. They stay in this browser.`)
  }

  /** Opens the first file that can be read; every one that cannot is named with its reason. */
  const importFiles = async (files: readonly File[]) => {
    const problems: string[] = []
    const names: string[] = []
    for (const file of files) {
      if (file.size > LARGEST_FILE_MB * 1024 * 1024) {
        problems.push(`${file.name}: This file has ${Math.round(file.size / 1024 / 1024)} MB; set files are read up to ${LARGEST_FILE_MB} MB. Nothing was changed in what is already saved.`)
        continue
      }
      const added = await shelf.importFile(await file.text())
      if (added.ok) names.push(added.value.set.name)
      else problems.push(`${file.name}: ${added.message}`)
    }
    say(names.length > 0 ? `Imported ${names.map(name => `"${name}"`).join(', ')}.` : '')
    problem.value = problems.join(' ')
  }

  const remove = async (id: string) => {
    await studio.saveNow()
    const bundle = await shelf.remove(id)
    if (!bundle) return
    if (studio.document.id === id) await studio.openAnother()
    say(`Deleted "${bundle.row.name}".`)
    removed.value = bundle
  }

  const undoRemove = async () => {
    if (!removed.value) return
    await shelf.restore(removed.value)
    say(`"${removed.value.row.name}" is back.`)
  }

  return { sets, problem, done, removed, open, openDemo, openEmpty, duplicate, rename, exportSet, importFiles, remove, undoRemove }
})
