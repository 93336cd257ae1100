import { useHead } from '#imports'
import { ref } from 'vue'

/** Papers that are printed on. */
export type Paper = 'A4' | 'letter' | 'A6'

/**
 * The paper that a page is printed on. Its name stands at the body: a part of the page with a paper of its own would
 * begin after an empty sheet.
 */
export const usePaper = () => {
  const paper = ref<Paper>('A4')
  useHead({ bodyAttrs: { class: () => `paper-${paper.value}` } })
  return { paper }
}
