import { parseFNumber } from '../units/aperture'
import { plainFigures } from '../units/fractions'
import { refused, understood, type Outcome } from '../units/outcome'
import { meteredFNumber, type Receptor } from './meter'

/** How the meter was set when it was read. */
export type MeterSetting = { iso: number, shutterS: number, receptor: Receptor }

/** Lux in a foot-candle: one lumen on a square foot, 1 / 0.3048^2. */
export const LUX_PER_FOOT_CANDLE = 1 / 0.3048 ** 2

const HELP = 'Write an f-number such as f/8 +0.3, 8.7 or 5.6 1/3, or EV 10.3, 430 lx, 40 fc, 25 lxs.'

/** F-number behind a figure in another unit; light that lasts is counted for the shutter time. */
const FROM_UNIT: Record<string, (figure: number, meter: MeterSetting) => number> = {
  ev: (figure, { shutterS }) => Math.sqrt(2 ** figure * shutterS),
  lx: (figure, { iso, shutterS, receptor }) => meteredFNumber(figure * shutterS, iso, receptor),
  fc: (figure, { iso, shutterS, receptor }) => meteredFNumber(figure * LUX_PER_FOOT_CANDLE * shutterS, iso, receptor),
  lxs: (figure, { iso, receptor }) => meteredFNumber(figure, iso, receptor),
}

const UNIT_NAMES: Record<string, string> = { 'ev': 'ev', 'lx': 'lx', 'lux': 'lx', 'fc': 'fc', 'lxs': 'lxs', 'lx s': 'lxs', 'lx·s': 'lxs' }

/**
 * Reads whatever a meter shows and answers the f-number at its setting: f-numbers in any notation, exposure value at the
 * meter's own sensitivity (N^2 / t = 2^EV), lux, foot-candles, and lux-seconds of flash.
 */
export const parseReading = (text: string, meter: MeterSetting): Outcome<number> => {
  const plain = plainFigures(text)
  const match = /^(ev)\s*(-?\d+(?:\.\d*)?)$/i.exec(plain) ?? /^(\d+(?:\.\d*)?|\.\d+)\s*(ev|lxs|lx[ ·]s|lx|lux|fc)$/i.exec(plain)
  if (!match) {
    const fNumber = parseFNumber(text)
    return fNumber.ok || /^[ft\d.]/i.test(plain) ? fNumber : refused(`"${text.trim()}" is not a reading. ${HELP}`)
  }
  const [unit, figure] = match[1]!.toLowerCase() === 'ev' ? ['ev', match[2]!] : [match[2]!.toLowerCase(), match[1]!]
  const fNumber = FROM_UNIT[UNIT_NAMES[unit]!]!(Number(figure), meter)
  return fNumber > 0.1 && fNumber < 2000
    ? understood(fNumber)
    : refused(`"${text.trim()}" would be f/${Number(fNumber.toPrecision(2))} at ISO ${meter.iso}, which no meter shows. ${HELP}`)
}
