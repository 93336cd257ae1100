import { readFileSync } from 'node:fs'
import { beforeAll, describe, expect, it } from 'vitest'
import { practiceFigures, practicePage, type PracticeFigure } from '#support/practice'
import { expectWithin } from '#support/tolerance'

/*
 * The page of practice figures is what the app works out, and no figure strays from it unnoticed. How far the app may
 * be from theory is
 * said on the page, in words; here the ones that have to agree do.
 */
describe('the figures of practice', () => {
  let figures: PracticeFigure[]
  const page = readFileSync(new URL('../docs/practice-figures.md', import.meta.url), 'utf8')
  const rows = page
    .split('\n')
    .filter(line => line.startsWith('| ') && !line.startsWith('| set-up'))
    .map(line => line.split('|').map(cell => cell.trim()))
  beforeAll(async () => {
    figures = await practiceFigures()
  })

  it('are twenty and more, each as it stands on the page', () => {
    expect(figures.length).toBeGreaterThanOrEqual(20)
    expect(rows.map(row => row[1])).toEqual(figures.map(({ what }) => what))
    figures.forEach(({ app, within }, index) =>
      expectWithin(app, Number(rows[index]![2]!.replace('\u2212', '-').split(' ')[0]), within + 0.006),
    )
    expect(practicePage(figures).split('\n')[0]).toBe(page.split('\n')[0])
  })

  it('say why wherever they differ from theory by more than a tenth, or three values', () => {
    for (const { what, app, theory, unit, why } of figures) {
      if (Math.abs(app - theory) > (unit === 'value' ? 3 : 0.1)) expect(why, what).not.toBe('')
    }
  })

  // Nothing here depends on a room or a body: theory has to come out.
  it.each([
    ['Two equal lights', 0.005],
    ['White paper wants for 255', 0.01],
    ['White paper wants for mid grey', 0.01],
    ['Room light six stops under', 0.005],
    ['A 50 mm lens', 0.006],
    ['A small lamp at twice', 0.05],
    ['f/16 at the subject', 0.06],
    ['An octa of 1.2 m', 0.06],
    ['Side lights', 0.03],
    ['The same, exposed for a card', 1],
  ])('agree with theory: %s', (name, within) => {
    const { app, theory } = figures.find(({ what }) => what.startsWith(name))!
    expectWithin(app, theory, within)
  })
})
