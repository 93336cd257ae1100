import { fileURLToPath } from 'node:url'
import { globSync } from 'tinyglobby'
import { expect, it } from 'vitest'
import browser from '../vitest.browser.config'
import unit from '../vitest.config'
import dom from '../vitest.dom.config'
import slow from '../vitest.slow.config'

const root = fileURLToPath(new URL('..', import.meta.url))
const filesIn = (patterns: string[], ignore: string[] = []) =>
  globSync(patterns, { cwd: root, ignore: ['**/node_modules/**', '.*/**', ...ignore] })

it('every test file belongs to exactly one stage', () => {
  const runs = [unit, slow, dom, browser].flatMap(({ test }) => filesIn(test!.include!, test!.exclude))
  expect(runs.toSorted()).toEqual(filesIn(['**/*.test.ts']).toSorted())
})
