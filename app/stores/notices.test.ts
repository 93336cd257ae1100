import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { useNotices } from './notices'

beforeEach(() => setActivePinia(createPinia()))

describe('notices', () => {
  it('stand newest first, one of a kind', () => {
    const notices = useNotices()
    notices.tell({ id: 'a', words: 'first' })
    notices.tell({ id: 'b', words: 'second' })
    notices.tell({ id: 'a', words: 'first again' })
    expect(notices.notices.map(({ words }) => words)).toEqual(['first again', 'second'])
    notices.drop('none')
    notices.drop('b')
    expect(notices.notices.map(({ id }) => id)).toEqual(['a'])
  })

  it('come and go with a state', () => {
    const notices = useNotices()
    notices.follow('save', { words: 'not saved', isKept: true })
    expect(notices.notices).toEqual([{ id: 'save', words: 'not saved', isKept: true }])
    notices.follow('save', undefined)
    expect(notices.notices).toEqual([])
  })
})
