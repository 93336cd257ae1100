import { ambientLimit, ambientMend, ambientStops, isPastSync, roomAdds } from '../metering/ambient'
import { roomLuxAt } from '../calibration/roomLight'
import { changeExposure } from '../edits/edits'
import { litOf, stopWords, type Check, type Finding } from './finding'

/** The room's own light counts where it adds this much to what is wanted. */
const COUNTS_STOPS = 0.1

const shutterWords = (shutterS: number): string => (shutterS < 1 ? `1/${Math.round(1 / shutterS)} s` : `${shutterS} s`)

/** Room light that lifts what is wanted dark: by how much, where, and what takes it away. */
export const roomLight: Check = context => {
  const { set, look, camera, lighting, readouts } = context
  const worst = readouts
    .filter(({ targetStops, missStops }) => targetStops !== undefined && missStops !== undefined)
    .map(readout => ({ readout, adds: roomAdds(readout) }))
    .reduce<{ readout: (typeof readouts)[number]; adds: number } | undefined>(
      (most, one) => (one.adds > (most?.adds ?? COUNTS_STOPS) ? one : most),
      undefined,
    )
  if (!worst) return []
  const lux = roomLuxAt(set, lighting.learned.room, worst.readout.point.position)
  const mend = ambientMend(lux, camera, litOf(context), set.camera.syncShutterS, ambientLimit(readouts))
  // For flash a shorter shutter helps even where it is not enough.
  const isFlash = litOf(context).every(({ lamp }) => lamp.kind === 'flash')
  const shutterS = mend.kind === 'setting' ? mend.camera.shutterS : isFlash ? set.camera.syncShutterS : camera.shutterS
  const amount = Number.isFinite(worst.adds) ? `adds ${stopWords(worst.adds)} to` : 'is all that there is on'
  const under = ambientStops(lux, camera)
  const finding: Finding = {
    id: 'room-light',
    kind: 'problem',
    words: `The room's own light ${amount} ${worst.readout.point.name.charAt(0).toLowerCase()}${worst.readout.point.name.slice(1)}: it lies ${stopWords(under)} ${under < 0 ? 'under' : 'over'} the camera setting.${mend.kind === 'darken' ? ` Darken the room to ${mend.mostLux < 10 ? mend.mostLux.toFixed(1) : Math.round(mend.mostLux)} lx${litOf(context).some(({ lamp }) => lamp.kind === 'continuous') ? ': lamps that burn fall with it at any shutter' : ''}.` : ''}`,
    mends:
      shutterS < camera.shutterS * 0.99
        ? [{ words: `Set ${shutterWords(shutterS)}`, apply: before => changeExposure(before, look.id, { shutterS }) }]
        : [],
  }
  return [finding]
}

/** A shutter shorter than a focal-plane shutter shows whole to a flash. */
export const pastSync: Check = context => {
  const { set, look, camera } = context
  if (
    !isPastSync(camera.shutterS, set.camera.syncShutterS) ||
    !litOf(context).some(({ lamp }) => lamp.kind === 'flash')
  )
    return []
  return [
    {
      id: 'past-sync',
      kind: 'problem',
      words: `${shutterWords(camera.shutterS)} is shorter than the camera's sync speed of ${shutterWords(set.camera.syncShutterS)}: the shutter cuts the flash, and a part of the frame goes dark. The plan does not show that.`,
      mends: [
        {
          words: `Set ${shutterWords(set.camera.syncShutterS)}`,
          apply: before => changeExposure(before, look.id, { shutterS: set.camera.syncShutterS }),
        },
      ],
    },
  ]
}
