import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { bundled } from '#support/bundle'

const root = fileURLToPath(new URL('..', import.meta.url))
const { scripts } = JSON.parse(readFileSync(`${root}package.json`, 'utf8')) as { scripts: Record<string, string> }

/** Files of the project that a command of package.json names. */
const filesOf = (command: string) => command.match(/\b(?:scripts|cli)\/[\w/]+\.(?:ts|mjs)\b|vitest\.[\w.]+\.ts/g) ?? []
const named = [...new Set(Object.values(scripts).flatMap(filesOf))]

describe('scripts of package.json', () => {
  it.each(Object.entries(scripts))('%s: the files that it names are there', (_name, command) => {
    expect(filesOf(command).filter(file => !existsSync(root + file))).toEqual([])
  })

  it('start: every import of every script leads somewhere', async () => {
    const sources = named.filter(file => !file.startsWith('vitest.')).map(file => root + file)
    expect((await bundled([...sources, `${root}tests/bench/main.ts`])).errors).toEqual([])
  })

  it('name every file of scripts', () => {
    const files = readdirSync(`${root}scripts`).filter(file => /\.(ts|mjs)$/.test(file))
    expect(files.filter(file => !named.includes(`scripts/${file}`))).toEqual([])
  })

  it('are each explained in CONTRIBUTING.md', () => {
    const text = readFileSync(`${root}CONTRIBUTING.md`, 'utf8')
    expect(Object.keys(scripts).filter(name => !new RegExp(`npm (run )?(-s )?${name}\\b`).test(text))).toEqual([])
  })
})
