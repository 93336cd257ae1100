import { expect, it } from 'vitest'
import { STARTING_POINTS } from '#core/starting/startFrom'
import { givesWords } from './startingPoints'

it.each(STARTING_POINTS.map(point => [point.name, point] as const))('%s says what it gives', (_, point) =>
  expect(givesWords(point)).toMatch(/^[A-Z].{20,}[^.]$/),
)
