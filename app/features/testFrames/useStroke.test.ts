import { describe, expect, it } from 'vitest'
import { useStroke } from './useStroke'

describe('what is drawn on a frame', () => {
  it('is a box by its first and last corner, whatever lay between', () => {
    const stroke = useStroke()
    stroke.begin('box', [0.1, 0.2])
    stroke.follow([0.9, 0.9])
    stroke.follow([0.4, 0.6])
    expect(stroke.finish()).toMatchObject({
      shape: 'box',
      points: [
        [0.1, 0.2],
        [0.4, 0.6],
      ],
    })
    expect(stroke.shape.value).toBeNull()
  })

  it('is thinned to what a region needs, first and last place kept', () => {
    const stroke = useStroke()
    stroke.begin('lasso', [0, 0])
    for (let at = 1; at <= 5000; at++) stroke.follow([at / 5000, 0.5])
    const { points } = stroke.finish()!
    expect(points.length).toBeLessThanOrEqual(302)
    expect(points[0]).toEqual([0, 0])
    expect(points.at(-1)).toEqual([1, 0.5])
  })

  it('comes to nothing where it is a mere press, but for the brush, and where it was left', () => {
    const stroke = useStroke()
    stroke.begin('lasso', [0.5, 0.5])
    expect(stroke.finish()).toBeUndefined()
    stroke.begin('brush', [0.5, 0.5])
    expect(stroke.finish()?.points).toEqual([[0.5, 0.5]])
    stroke.begin('box', [0.1, 0.1])
    stroke.follow([0.4, 0.4])
    stroke.drop()
    expect(stroke.finish()).toBeUndefined()
    stroke.follow([0.2, 0.2])
    expect(stroke.places.value).toEqual([])
  })
})
