import { computed, onScopeDispose, shallowRef } from 'vue'

/**
 * What was refused last, and at which field; null where it belongs to none. One at a time: the next one, or an edit
 * that holds, takes its place.
 */
const current = shallowRef<{ owner: symbol | null; words: string } | null>(null)
let asking: symbol | null = null

/** What was refused outside any field; empty where nothing was. */
export const refusedElsewhere = computed(() => (current.value?.owner === null ? current.value.words : ''))

/** Tells that something was refused; it is shown at the field that asked for it, where one did. */
export const reportRefusal = (words: string): void => {
  current.value = { owner: asking, words }
}

/** Tells that all is well: what was refused before is no news any more. */
export const clearRefusal = (): void => {
  current.value = null
}

/** The refusals of one field. */
export const useRefusal = () => {
  const owner = Symbol('field')
  const words = computed(() => (current.value?.owner === owner ? current.value.words : ''))
  /** Asks for something; a refusal that it meets on the way is this field's. */
  const attempt = (ask: () => void) => {
    const before = asking
    asking = owner
    try {
      if (current.value?.owner === owner) clearRefusal()
      ask()
    } finally {
      asking = before
    }
  }
  const refuse = (why: string) => {
    current.value = { owner, words: why }
  }
  onScopeDispose(() => {
    if (current.value?.owner === owner) clearRefusal()
  })
  return { words, attempt, refuse }
}
