import { useStudio } from '~/stores/studio'
import { changeSettings, editLight, fitGel } from '#core/edits/edits'
import { mixOf } from '#core/control/channels'
import type { Light, LightSetting } from '#core/model/schema'
import type { Rgb } from '#core/physics/units/rgb'

/** The screen's own curve (IEC 61966-2-1), near enough to pick a colour by. */
const GAMMA = 2.2
const byteOf = (share: number): string =>
  Math.round(255 * share ** (1 / GAMMA))
    .toString(16)
    .padStart(2, '0')
const shareOf = (hex: string): number => (Number.parseInt(hex, 16) / 255) ** GAMMA

/** Intensity and colour of the lamps of the look on the screen; lamps of one row are dimmed as one. */
export const useRigEdits = () => {
  const studio = useStudio()

  /** Lamps that turn with one: those of its row, or itself alone. */
  const withIts = (lightId: string): readonly string[] =>
    studio.document.rig.rows.find(({ lightIds }) => lightIds.includes(lightId))?.lightIds ?? [lightId]

  /** Turns a lamp and its row; others of the row keep their distance in stops. */
  const turn = (lightId: string, change: Partial<LightSetting>) => {
    const { lights } = studio.look
    const by = (change.powerStops ?? lights[lightId]!.powerStops) - lights[lightId]!.powerStops
    const settings = Object.fromEntries(
      withIts(lightId).map(id => {
        const { lamp } = studio.document.lights.find(light => light.id === id)!
        const powerStops = Math.round(20 * Math.min(0, Math.max(-lamp.rangeStops, lights[id]!.powerStops + by))) / 20
        return [id, { on: change.on ?? lights[id]!.on, powerStops }]
      }),
    )
    studio.edit(set => changeSettings(set, studio.look.id, settings))
  }

  const tint = (lightId: string, cctK: number) =>
    studio.edit(set => editLight(set, lightId, light => ({ ...light, lamp: { ...light.lamp, cctK } })))

  /** The colour of a lamp that mixes it, as a gel before its white: what the plan computes with. */
  const mix = (lightId: string, hex: string) => {
    const transmittance: Rgb = [shareOf(hex.slice(1, 3)), shareOf(hex.slice(3, 5)), shareOf(hex.slice(5, 7))]
    const isWhite = transmittance.every(share => share > 0.99)
    studio.edit(set => fitGel(set, lightId, isWhite ? null : { name: `Mixed ${hex}`, transmittance }))
  }

  return {
    turn,
    tint,
    mix,
    hexOf: (light: Light) => `#${mixOf(light).map(byteOf).join('')}`,
    beginDrag: studio.beginDrag,
    endDrag: studio.endDrag,
  }
}
