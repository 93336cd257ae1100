import { watchDebounced } from '@vueuse/core'
import { useKept } from '~/shared/useKept'
import { useFramePicture } from '~/features/stage/frame/useFramePicture'
import { useStudio } from '~/stores/studio'
import { jpegOf } from '#services/jpeg'

/** Pixels wide; lists show it at half of that. */
const WIDTH = 96
/** The hand rests for so long before a picture is kept. */
const REST_MS = 2500

/** Keeps a small picture of the open set for the list of sets, as the stage shows it. */
export const useSetThumb = () => {
  const { thumbs } = useKept()
  const studio = useStudio()
  const { picture, isFresh } = useFramePicture()
  watchDebounced(
    [picture, isFresh],
    async () => {
      if (!picture.value || !isFresh.value || studio.isDragging) return
      const { id } = studio.document
      const bytes = await jpegOf(picture.value, WIDTH)
      await thumbs.put({ id: `set/${id}`, of: studio.document.name, bytes, type: 'image/jpeg' })
    },
    { debounce: REST_MS },
  )
}
