import { onScopeDispose, shallowRef, watch } from 'vue'
import { useKept } from '~/shared/useKept'
import { laterRevoke } from '~/support/laterRevoke'
import { useLibrary } from '~/stores/library'

/** Small pictures of the sets that are listed, as the stage showed them last; what is of no set any more is let go. */
export const useSetThumbs = () => {
  const { thumbs } = useKept()
  const library = useLibrary()
  const urls = shallowRef<ReadonlyMap<string, string>>(new Map())
  const forget = () => laterRevoke(urls.value.values())
  watch(
    () => [library.sets, library.bin] as const,
    async ([sets, bin]) => {
      const rows = await thumbs.get(sets.map(({ id }) => `set/${id}`))
      forget()
      urls.value = new Map(
        rows.map(row => [row.id.slice('set/'.length), URL.createObjectURL(new Blob([row.bytes], { type: row.type }))]),
      )
      if (sets.length > 0) await thumbs.keepOnly('set/', new Set([...sets, ...bin].map(({ id }) => `set/${id}`)))
    },
    { immediate: true },
  )
  onScopeDispose(forget)
  return { urls }
}
