import { formatFNumber, parseFNumber, type FigureHabit } from './aperture'
import { plainFigures } from './stops'
import { err, ok, type Outcome } from '#core/shared/outcome'
import { exposureFromReading, meteredFNumber } from '#core/physics/photometry/meter'

/** How the meter was set when it was read, and its constant C in lux as it was held. */
export type MeterSetting = {
  iso: number
  shutterS: number
  constant: number
  cameraFNumber?: number
  habit?: FigureHabit
}

/** Lux in a foot-candle: one lumen on a square foot, 1 / 0.3048^2. */
const LUX_PER_FOOT_CANDLE = 1 / 0.3048 ** 2

const HELP = 'Write an f-number such as f/8 +0.3, 8.7 or 5.6 1/3, or EV 10.3, 430 lx, 40 fc, 25 lxs, 50 %.'

/** F-number behind a figure in another unit; light that lasts is counted for the shutter time. */
const FROM_UNIT: Record<string, (figure: number, meter: MeterSetting) => number> = {
  ev: (figure, { shutterS }) => Math.sqrt(2 ** figure * shutterS),
  lx: (figure, { iso, shutterS, constant }) => meteredFNumber(figure * shutterS, iso, constant),
  fc: (figure, { iso, shutterS, constant }) => meteredFNumber(figure * LUX_PER_FOOT_CANDLE * shutterS, iso, constant),
  lxs: (figure, { iso, constant }) => meteredFNumber(figure, iso, constant),
  // Percent of the light that the camera setting wants: 50 % is one stop under it.
  percent: (figure, { cameraFNumber = Number.NaN }) => cameraFNumber * Math.sqrt(figure / 100),
}

const UNIT_NAMES: Record<string, string> = {
  ev: 'ev',
  lx: 'lx',
  lux: 'lx',
  fc: 'fc',
  lxs: 'lxs',
  'lx s': 'lxs',
  'lx·s': 'lxs',
  '%': 'percent',
}

/**
 * Reads whatever a meter shows and answers the f-number at its setting: f-numbers in any notation, exposure value at
 * the
 * meter's own sensitivity (N^2 / t = 2^EV), lux, foot-candles, lux-seconds of flash, and percent of what the camera
 * setting wants.
 */
export const parseReading = (text: string, meter: MeterSetting): Outcome<number> => {
  const plain = plainFigures(text)
  const match =
    /^(ev)\s*(-?\d+(?:\.\d*)?)$/i.exec(plain) ?? /^(\d+(?:\.\d*)?|\.\d+)\s*(ev|lxs|lx[ ·]s|lx|lux|fc|%)$/i.exec(plain)
  if (!match) {
    const fNumber = parseFNumber(text, meter.habit)
    return fNumber.ok || /^[ft\d.]/i.test(plain) ? fNumber : err(`"${text.trim()}" is not a reading. ${HELP}`)
  }
  const [unit, figure] = match[1]!.toLowerCase() === 'ev' ? ['ev', match[2]!] : [match[2]!.toLowerCase(), match[1]!]
  const fNumber = FROM_UNIT[UNIT_NAMES[unit]!]!(Number(figure), meter)
  return fNumber > 0.1 && fNumber < 2000
    ? ok(fNumber)
    : err(
        `"${text.trim()}" would be f/${Number(fNumber.toPrecision(2))} at ISO ${meter.iso}, which no meter shows. ${HELP}`,
      )
}

/** How readings are written: as f-numbers, or for light that lasts in another unit. */
export type ReadingUnit = 'f-number' | 'ev' | 'lux' | 'foot-candles' | 'percent'

const figures = (value: number): string => {
  if (value >= 100) return String(Math.round(value))
  return value >= 10 ? value.toFixed(1).replace(/\.0$/, '') : Number(value.toPrecision(2)).toString()
}

/** Writes a reading in a unit; percent is of the light that the camera setting wants. */
export const formatReading = (
  fNumber: number,
  unit: ReadingUnit,
  meter: MeterSetting & { cameraFNumber: number },
): string => {
  const lux = exposureFromReading(fNumber, meter.iso, meter.constant) / meter.shutterS
  switch (unit) {
    case 'f-number':
      return formatFNumber(fNumber)
    case 'ev':
      return `EV ${Math.log2((fNumber * fNumber) / meter.shutterS).toFixed(1)}`
    case 'lux':
      return `${figures(lux)} lx`
    case 'foot-candles':
      return `${figures(lux / LUX_PER_FOOT_CANDLE)} fc`
    case 'percent':
      return `${figures(100 * (fNumber / meter.cameraFNumber) ** 2)} %`
  }
}
