import { ref } from 'vue'
import { moveSitter, otherArrivals } from '#core/looks/dayEdits'
import { otherArrivalsWords } from '#wording/day'
import { useNotices } from '~/stores/notices'
import { useStudio } from '~/stores/studio'

/** The sitter that is being dragged: over the list and over the timeline alike. */
const dragged = ref<string | null>(null)

/** Putting sitters into another order, and saying who has to be told another time for it. */
export const useSitterOrder = () => {
  const studio = useStudio()
  const notices = useNotices()

  const move = (id: string, by: number) => {
    const before = studio.stored.day
    studio.edit(set => moveSitter(set, id, by))
    const others = otherArrivals(before, studio.stored.day)
    if (others.length > 0) notices.tell({ id: 'other-arrivals', words: otherArrivalsWords(others) })
  }
  /** The dragged sitter takes the place of another one. */
  const dropOn = (id: string) => {
    const { sitters } = studio.stored.day
    const [from, to] = [dragged.value, id].map(one => sitters.findIndex(sitter => sitter.id === one))
    if (from! >= 0 && to! >= 0 && from !== to) move(dragged.value!, to! - from!)
    dragged.value = null
  }
  return { dragged, move, dropOn }
}
