import type { Copies, Copy } from '~/storage/copies'

/** Second copies in memory, written down as the real ones are. */
export const memoryCopies = (): Copies & { texts: Map<string, string> } => {
  const texts = new Map<string, string>()
  return {
    texts,
    write: async copy => {
      texts.set(copy.id, JSON.stringify(copy))
    },
    read: async id => {
      try {
        return JSON.parse(texts.get(id)!) as Copy
      } catch {
        return undefined
      }
    },
    ids: async () => [...texts.keys()],
    remove: async id => {
      texts.delete(id)
    },
  }
}
