import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import ts from 'typescript'
import { expect, it } from 'vitest'

/** Where names stand that become data of a set and are the user's from then on, and words of open formats. */
const NAMES = [
  /^core\/(kit|starting|looks\/almanac|edits\/(demo|factories|panels))/,
  /^core\/physics\/sources\/(gels|modifiers)/,
  /^core\/(changes\/standing|model\/(meterSchema|placeIds)|evaluation\/probes\/|practice\/(kinds|studio))/,
  /^core\/formats\/(dayCalendar|gltf|writeIes|patchCsv|readingsCsv|measuredLight)/,
  /^core\/imaging\/colour\/knownSpaces/,
  // What chance is drawn for: other words would be other draws.
  /^core\/bench\/(slips|trueRig)/,
]

/** Two words of small letters beside each other, outside errors of whoever programs. */
const sentencesIn = (file: string): string[] => {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true)
  const found: string[] = []
  const walk = (node: ts.Node): void => {
    if (ts.isThrowStatement(node) || ts.isImportDeclaration(node)) return
    const text =
      ts.isStringLiteralLike(node) || ts.isTemplateHead(node) || ts.isTemplateMiddle(node) || ts.isTemplateTail(node)
        ? node.text
        : ''
    if (/[A-Za-z]{2,} [a-z]{2,}/.test(text)) found.push(`${file}: ${text}`)
    ts.forEachChild(node, walk)
  }
  walk(source)
  return found
}

it('core says nothing: what it finds is data, and wording has the sentences', () => {
  const files = execFileSync('git', ['ls-files', 'core'], { encoding: 'utf8' })
    .split('\n')
    .filter(file => /\.ts$/.test(file) && !/\.(test|bench)\.ts$/.test(file) && !NAMES.some(names => names.test(file)))
  expect(files.length).toBeGreaterThan(200)
  expect(files.flatMap(sentencesIn)).toEqual([])
})
