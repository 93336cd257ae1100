import { lightDistance } from '../edits/distances'
import { writeCsv } from '../formats/csvCells'
import { aimedAt } from '../model/aim'
import type { StudioRecord } from './recordSchema'
import { aimAngles, tapedPlace, tapeErrorStops } from './tape'

/** Columns of a record's light list. Metres, degrees, stops under full. */
const LIGHT_COLUMNS = [
  'light',
  'job',
  'lamp',
  'modifier',
  'on',
  'power_stops',
  'from_backdrop_m',
  'aside_m',
  'height_m',
  'left_corner_m',
  'right_corner_m',
  'pan_deg',
  'tilt_deg',
  'roll_deg',
  'to_what_it_lights_m',
  'stops_for_5_cm',
  'learned_stops',
] as const

const figure = (number: number, digits = 3): string =>
  Number.isFinite(number) ? String(Number(number.toFixed(digits))) : ''

/** The lights of a record as a table that other programs read. */
export const writeRecordLightsCsv = ({ set, lampStops }: StudioRecord): string => {
  const [look] = set.looks
  return writeCsv(
    LIGHT_COLUMNS,
    set.lights.map(light => {
      const lines = tapedPlace(set, light.place, 'lines')
      const corners = tapedPlace(set, light.place, 'corners')
      const aim = aimAngles(light.place, aimedAt(light.aim, set))
      const { lengthM } = lightDistance(light, set)
      const setting = look!.lights[light.id]!
      return [
        light.name,
        light.job,
        light.lamp.name,
        light.modifier.name,
        setting.on ? 'yes' : 'no',
        figure(setting.powerStops),
        ...(lines.marks === 'lines' ? [figure(lines.fromBackdropM), figure(lines.asideM)] : []),
        figure(light.place.zM),
        ...(corners.marks === 'corners' ? [figure(corners.leftM), figure(corners.rightM)] : []),
        figure(aim.panDeg, 1),
        figure(aim.tiltDeg, 1),
        figure(light.rollDeg, 1),
        figure(lengthM),
        figure(tapeErrorStops(lengthM)),
        figure(lampStops[light.id] ?? 0),
      ]
    }),
  )
}
