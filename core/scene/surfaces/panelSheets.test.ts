import { describe, expect, it } from 'vitest'
import { testEmitter } from '#support/scenes'
import { expectShare, expectWithin } from '#support/tolerance'
import { rayScene } from '../../physics/geometry/kernel'
import { directAt, sampleEmitter } from '../../physics/transport/direct'
import { cross, length } from '../../physics/units/vector'
import { panelOfKind } from '../../edits/panels'
import type { Panel } from '../../model/schema'
import { panelSheets } from './panelSheets'

const blinds: Panel = { ...panelOfKind('blinds', 'blinds'), place: { xM: 0, yM: 1, zM: 1 } }
const lattice: Panel = { ...panelOfKind('lattice', 'lattice'), place: { xM: 0, yM: 1, zM: 1 } }
const solidShare = (panel: Panel) =>
  panelSheets(panel).reduce((sum, { edgeS, edgeT }) => sum + length(cross(edgeS, edgeT)), 0) /
  (panel.widthM * panel.heightM)

describe('a panel with holes', () => {
  it.each([0.2, 0.5, 0.8])('is open by the share of its area that it says, with %s of it', openShare => {
    expectShare(1 - solidShare({ ...blinds, holes: { kind: 'slats', count: 7, openShare } }), openShare, 1e-9)
    expectShare(
      1 - solidShare({ ...lattice, holes: { kind: 'lattice', columns: 3, rows: 4, openShare } }),
      openShare,
      1e-9,
    )
  })

  it('keeps to its outline, and no two of its parts overlap', () => {
    const sheets = panelSheets(lattice)
    const corners = sheets.flatMap(
      ({ corner, edgeS, edgeT }) =>
        [
          [corner[0], corner[2]],
          [corner[0] + edgeS[0], corner[2] + edgeT[2]],
        ] as const,
    )
    expectWithin(Math.min(...corners.map(([x]) => x)), -0.5, 1e-9)
    expectWithin(Math.max(...corners.map(([x]) => x)), 0.5, 1e-9)
    expectWithin(Math.max(...corners.map(([, z]) => z)), 1 + lattice.heightM, 1e-9)
    expect(new Set(sheets.map(({ id }) => id)).size).toBe(sheets.length)
  })

  // Similar triangles: a front of width w at a distance b before the slats blurs their edges over w a / b on a wall a
  // behind them.
  it('throws a shadow that is the sharper, the further the lamp stands', () => {
    const rays = rayScene({ surfaces: panelSheets(blinds) })
    const edge = (away: number) => {
      const lamp = sampleEmitter(testEmitter({ shape: 'disc', radiusM: 0.1 }, [0, 1 + away, 1.5], [0, -1, 0]), 24)
      const heights = Array.from({ length: 400 }, (_, index) => 1.2 + (0.6 * index) / 399)
      const light = heights.map(z => directAt(lamp, rays, 0, 0, z, 0, 1, 0, 'flat'))
      const open = heights.map(z => directAt(lamp, rayScene({ surfaces: [] }), 0, 0, z, 0, 1, 0, 'flat'))
      const shares = light.map((value, index) => value / open[index]!)
      return {
        contrast: Math.max(...shares) - Math.min(...shares),
        soft: shares.filter(share => share > 0.1 && share < 0.9).length / shares.length,
      }
    }
    const [near, far] = [edge(1.5), edge(12)]
    expect(far.contrast).toBeGreaterThan(0.95)
    expect(near.contrast).toBeLessThan(0.6)
    expect(far.soft).toBeLessThan(near.soft / 2)
  })
})
