import { rayScene } from '../physics/geometry/kernel'
import type { Scene, Surface } from '../physics/geometry/surface'
import type { Shown } from '../physics/figure/shown/shown'
import { isShownMade, shownMesh } from '../physics/figure/shown/shownMesh'
import type { Stage } from '../physics/transport/stage'

/** Which figures pictures show: all, made where they are not, or those that are made already. */
export type Showing = 'all' | 'made'

const kindsIn = ({ surfaces }: Scene): Shown[] =>
  surfaces.flatMap(surface => (surface.shape === 'body' && surface.shown ? [surface.shown.as] : []))

/** Figures of a scene that are not made yet. */
export const missingFigures = (scene: Scene): Shown[] => kindsIn(scene).filter(kind => !isShownMade(kind))

const shownSurface = (surface: Surface, showing: Showing): Surface =>
  surface.shape === 'body' && surface.shown && (showing === 'all' || isShownMade(surface.shown.as))
    ? { ...surface, mesh: shownMesh(surface.shown.as), materials: surface.shown.materials }
    : surface

const shown = new WeakMap<Stage, { missing: number; stage: Stage }>()

/**
 * A stage as pictures show it: sitters with faces, hands and folds in the place of the plain form that light is
 * reckoned with. Surfaces and patches keep their numbers.
 */
export const shownStage = (stage: Stage, showing: Showing = 'all'): Stage => {
  const missing = showing === 'all' ? 0 : missingFigures(stage.scene).length
  const known = shown.get(stage)
  if (known?.missing === missing) return known.stage
  const scene = { surfaces: stage.scene.surfaces.map(surface => shownSurface(surface, showing)) }
  const made = { ...stage, scene, rays: rayScene(scene) }
  shown.set(stage, { missing, stage: made })
  return made
}
