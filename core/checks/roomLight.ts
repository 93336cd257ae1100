import { ambientLimit, ambientMend, ambientStops, cutsFlash, roomAdds } from '../metering/ambient'
import { roomLuxAt } from '../calibration/roomLight'
import type { Fix } from '../changes/fix'
import { about, litOf, problem, type Check } from './finding'
import { COUNTS_STOPS } from './thresholds'

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
  const shortest = isFlash ? set.camera.syncShutterS : camera.shutterS
  const shutterS = mend.kind === 'setting' ? mend.camera.shutterS : shortest
  const fact = {
    is: 'room-light',
    pointName: worst.readout.point.name,
    addsStops: worst.adds,
    underStops: ambientStops(lux, camera),
    darkenToLux: mend.kind === 'darken' ? mend.mostLux : null,
  } as const
  const fix = shutterS < camera.shutterS * 0.99 ? shutter(look.id, shutterS) : undefined
  return [about([worst.readout.point.id], problem(set, 'room-light', fact, fix))]
}

const shutter = (lookId: string, shutterS: number): Fix => ({
  change: { kind: 'exposure', lookId, exposure: { shutterS } },
})

/** A shutter shorter than a focal-plane shutter shows whole to a flash. */
export const pastSync: Check = context => {
  const { set, look, camera } = context
  if (!cutsFlash(litOf(context), camera.shutterS, set.camera.syncShutterS)) return []
  const { syncShutterS } = set.camera
  const fact = { is: 'past-sync', shutterS: camera.shutterS, syncShutterS } as const
  return [problem(set, 'past-sync', fact, shutter(look.id, syncShutterS))]
}
