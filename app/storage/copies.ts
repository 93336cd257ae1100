/** A second copy of what one row holds, outside the database. */
export type Copy = { id: string; name: string; updatedAt: string; revision: number; document: unknown }

/** Where second copies lie: one entry a set. Writes replace an entry as a whole or not at all. */
export type Copies = {
  write: (copy: Copy) => Promise<void>
  read: (id: string) => Promise<Copy | undefined>
  ids: () => Promise<string[]>
  remove: (id: string) => Promise<void>
}

const ENDING = '.json'
const fileOf = (id: string) => `${encodeURIComponent(id)}${ENDING}`

const isCopy = (value: unknown): value is Copy => {
  const copy = value as Partial<Copy> | null
  return (
    typeof copy === 'object' &&
    copy !== null &&
    typeof copy.id === 'string' &&
    typeof copy.revision === 'number' &&
    'document' in copy
  )
}

/**
 * Second copies in the origin's private file system (File System Living Standard); undefined where the browser gives
 * none, as over
 * plain http. A writable stream writes beside the file and takes its place when it is closed, so that a kill leaves
 * the old copy.
 */
export const openCopies = async (
  of: 'copies' | 'record-copies' | 'practice-copies' = 'copies',
): Promise<Copies | undefined> => {
  const root = await globalThis.navigator?.storage?.getDirectory?.().catch(() => undefined)
  const folder = await root?.getDirectoryHandle(of, { create: true }).catch(() => undefined)
  if (!folder || !('createWritable' in FileSystemFileHandle.prototype)) return undefined
  return {
    write: async copy => {
      const handle = await folder.getFileHandle(fileOf(copy.id), { create: true })
      const stream = await handle.createWritable()
      await stream.write(JSON.stringify(copy))
      await stream.close()
    },
    read: async id => {
      try {
        const file = await (await folder.getFileHandle(fileOf(id))).getFile()
        const value: unknown = JSON.parse(await file.text())
        return isCopy(value) ? value : undefined
      } catch {
        return undefined
      }
    },
    ids: async () => {
      const names: string[] = []
      for await (const name of (folder as unknown as { keys: () => AsyncIterable<string> }).keys())
        if (name.endsWith(ENDING)) names.push(decodeURIComponent(name.slice(0, -ENDING.length)))
      return names
    },
    remove: async id => {
      await folder.removeEntry(fileOf(id)).catch(() => undefined)
    },
  }
}
