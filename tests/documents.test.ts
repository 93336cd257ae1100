import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { SET_VERSION } from '#core/model/schema'

const root = fileURLToPath(new URL('..', import.meta.url))
const documents = ['README.md', 'CONTRIBUTING.md', ...readdirSync(`${root}docs`).map(name => `docs/${name}`)].filter(
  name => name.endsWith('.md'),
)
const textOf = (name: string) => readFileSync(root + name, 'utf8')
const { scripts } = JSON.parse(textOf('package.json')) as { scripts: Record<string, string> }

describe.each(documents)('%s', name => {
  it('names no file or folder that is not there', () => {
    const named = [
      ...textOf(name).matchAll(
        /`((?:app|bin|cli|core|docs|public|scripts|server|services|tests|wording)\/[\w./-]+?)(?::\d+)?`/g,
      ),
    ].map(([, path]) => path!)
    const missing = named.filter(path => !existsSync(root + path) && !existsSync(`${root}${path}.ts`))
    expect(missing).toEqual([])
  })

  it('names no command that package.json has not', () => {
    const named = [...textOf(name).matchAll(/\bnpm run (?:-s )?([\w-]+)/g)].map(([, command]) => command!)
    expect(named.filter(command => !(command in scripts))).toEqual([])
  })

  it('links to no file that is not there', () => {
    const folder = name.includes('/') ? `${root}docs/` : root
    const links = [...textOf(name).matchAll(/\]\(([^)#:]+?)(?:#[^)]*)?\)/g)].map(([, to]) => to!)
    expect(links.filter(to => !existsSync(folder + to))).toEqual([])
  })
})

it('docs/formats.md says which version a set file has', () => {
  expect(textOf('docs/formats.md')).toMatch(new RegExp(`\\| \`version\` \\| ${SET_VERSION}\\.`))
})
