import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { NAMED_PAGES, pageTitle } from './pageNames'

const served = [
  ...readFileSync(new URL('../../server/shell/pages.ts', import.meta.url), 'utf8').matchAll(/^ {2}'(\/[^']*)',$/gm),
].map(([, path]) => path!)

describe('the titles of pages', () => {
  it('name every page that is served, each otherwise', () => {
    expect(served.length).toBeGreaterThan(20)
    expect(NAMED_PAGES.toSorted()).toEqual(served.toSorted())
    const titles = NAMED_PAGES.map(path => pageTitle(path, 'Set'))
    expect(new Set(titles).size).toBe(titles.length)
  })

  it('say page, set and app, a slash at the end or not', () => {
    expect(pageTitle('/looks/day/', 'Fernhollow white')).toBe('Day · Fernhollow white · Keen Tonal')
    expect(pageTitle('/', 'Fernhollow white')).toBe('Stage · Fernhollow white · Keen Tonal')
    expect(pageTitle('/nowhere', 'Fernhollow white')).toBe('Fernhollow white · Keen Tonal')
  })
})
