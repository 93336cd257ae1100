import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { crc32, deflateSync } from 'node:zlib'

/**
 * Colorants under D50 as published by B. Lindbloom ("RGB working space information", Bradford-adapted), and the gamma
 * of each space; BT.2020 and P3 from the profiles that ship with a colour management library.
 */
const SPACES: Record<string, { columns: readonly number[][]; gamma: number }> = {
  sRGB: {
    columns: [
      [0.4360747, 0.2225045, 0.0139322],
      [0.3850649, 0.7168786, 0.0971045],
      [0.1430804, 0.0606169, 0.7141733],
    ],
    gamma: 2.2,
  },
  opRGB: {
    columns: [
      [0.6097559, 0.3111242, 0.0194811],
      [0.2052401, 0.625656, 0.0608902],
      [0.149224, 0.0632197, 0.7448387],
    ],
    gamma: 563 / 256,
  },
  'ROMM RGB': {
    columns: [
      [0.7976749, 0.2880402, 0],
      [0.1351917, 0.7118741, 0],
      [0.0313534, 0.0000857, 0.82521],
    ],
    gamma: 1.8,
  },
  'P3 (D65)': {
    columns: [
      [0.51512, 0.2412, -0.00105],
      [0.29198, 0.69225, 0.04189],
      [0.1571, 0.06657, 0.78407],
    ],
    gamma: 2.2,
  },
  'BT.2020': {
    columns: [
      [0.67346, 0.27903, -0.00194],
      [0.16566, 0.67534, 0.02998],
      [0.12505, 0.0456, 0.79684],
    ],
    gamma: 2.4,
  },
}

/** The colorants alone, red, green and blue, each XYZ. */
export const PUBLISHED_COLUMNS: Record<string, readonly (readonly number[])[]> = Object.fromEntries(
  Object.entries(SPACES).map(([name, { columns }]) => [name, columns]),
)

const tag = (type: string, body: Buffer): Buffer => {
  const data = Buffer.concat([Buffer.from(type, 'latin1'), Buffer.alloc(4), body])
  return Buffer.concat([data, Buffer.alloc((4 - (data.length % 4)) % 4)])
}

const fixed = (number: number): Buffer => {
  const bytes = Buffer.alloc(4)
  bytes.writeInt32BE(Math.round(number * 65536))
  return bytes
}

const words = (text: string): Buffer => {
  const head = Buffer.alloc(4)
  head.writeUInt32BE(text.length + 1)
  return Buffer.concat([head, Buffer.from(`${text}\0`, 'latin1'), Buffer.alloc(78)])
}

/** A profile of version 2 with its header: colour space and connection space, four letters each, and its tags. */
const profileFile = (spaces: string, parts: readonly (readonly [string, Buffer])[]): Buffer => {
  const head = Buffer.alloc(128)
  head.writeUInt32BE(0x02400000, 8)
  head.write(`mntr${spaces}`, 12, 'latin1')
  head.write('acsp', 36, 'latin1')
  ;[0.9642, 1, 0.8249].forEach((number, index) => fixed(number).copy(head, 68 + 4 * index))
  const table = Buffer.alloc(4 + 12 * parts.length)
  table.writeUInt32BE(parts.length)
  let at = 128 + table.length
  parts.forEach(([signature, { length }], index) => {
    table.write(signature, 4 + 12 * index, 'latin1')
    table.writeUInt32BE(at, 8 + 12 * index)
    table.writeUInt32BE(length, 12 + 12 * index)
    at += length
  })
  const whole = Buffer.concat([head, table, ...parts.map(([, data]) => data)])
  whole.writeUInt32BE(whole.length, 0)
  return whole
}

/** CIELAB of XYZ under D50 (CIE 15), in the sixteen bits of version 2 (ISO 15076-1, 6.3.4.2). */
const encodedLab = ([x, y, z]: readonly number[]): number[] => {
  const root = (share: number) => (share > 216 / 24389 ? Math.cbrt(share) : (24389 / 27) * (share / 116) + 16 / 116)
  const [fx, fy, fz] = [root(x! / 0.9642), root(y!), root(z! / 0.8249)]
  return [(116 * fy - 16) * 652.8, (500 * (fx - fy) + 128) * 256, (200 * (fy - fz) + 128) * 256]
}

/** A table over so many channels (lut16Type): straight curves before and after it. */
const lut16 = (channels: number, size: number, labAt: (shares: readonly number[]) => readonly number[]): Buffer => {
  const places = Array.from({ length: size ** channels }, (_, at) =>
    Array.from({ length: channels }, (__, one) => (Math.floor(at / size ** (channels - 1 - one)) % size) / (size - 1)),
  )
  const straight = [0, 65535]
  const numbers = [
    2,
    2,
    ...Array.from({ length: channels }, () => straight).flat(),
    ...places.flatMap(labAt),
    ...[straight, straight, straight].flat(),
  ]
  const head = Buffer.alloc(4 + 36)
  head.set([channels, 3, size, 0])
  ;[1, 0, 0, 0, 1, 0, 0, 0, 1].forEach((number, index) => fixed(number).copy(head, 4 + 4 * index))
  const body = Buffer.alloc(2 * numbers.length)
  numbers.forEach((number, index) => body.writeUInt16BE(Math.min(65535, Math.max(0, Math.round(number))), 2 * index))
  return tag('mft2', Buffer.concat([head, body]))
}

/** A known space as a profile that is made of a table alone, 33 places a side over CIELAB. */
export const tableIccOf = (name: string): Uint8Array => {
  const { columns, gamma } = SPACES[name]!
  const labAt = (shares: readonly number[]) =>
    encodedLab([0, 1, 2].map(row => shares.reduce((sum, share, one) => sum + share ** gamma * columns[one]![row]!, 0)))
  return new Uint8Array(profileFile('RGB Lab ', [['A2B0', lut16(3, 33, labAt)]]))
}

/** Greys whose values are lightness, as a table. */
export const greyTableIcc = (): Uint8Array =>
  new Uint8Array(profileFile('GRAYLab ', [['A2B0', lut16(1, 5, ([share]) => [share! * 65280, 32768, 32768])]]))

/** A PNG with a profile put into it. */
export const withProfile = (png: Uint8Array, icc: Uint8Array): Uint8Array => {
  const body = Buffer.concat([Buffer.from('iCCPmade for a test\0\0', 'latin1'), deflateSync(icc)])
  const chunk = Buffer.alloc(body.length + 8)
  chunk.writeUInt32BE(body.length - 4)
  body.copy(chunk, 4)
  chunk.writeUInt32BE(crc32(body), body.length + 4)
  // After the signature and the header: 8 and 25 bytes.
  return new Uint8Array(Buffer.concat([png.subarray(0, 33), chunk, png.subarray(33)]))
}

/**
 * A display profile of version 2 with matrix and gamma (ISO 15076-1), written for tests; its bytes, and a file that
 * holds them.
 */
export const iccOf = (name: string): Uint8Array & { path: string } => {
  const { columns, gamma } = SPACES[name]!
  const curve = Buffer.alloc(6)
  curve.writeUInt32BE(1)
  curve.writeUInt16BE(Math.round(gamma * 256), 4)
  const parts: [string, Buffer][] = [
    ['desc', tag('desc', words('made for a test'))],
    ['cprt', tag('text', Buffer.from('none\0', 'latin1'))],
    ['wtpt', tag('XYZ ', Buffer.concat([0.9642, 1, 0.8249].map(fixed)))],
    ...columns.map((xyz, index): [string, Buffer] => [
      `${'rgb'[index]}XYZ`,
      tag('XYZ ', Buffer.concat(xyz.map(fixed))),
    ]),
    ...['r', 'g', 'b'].map((channel): [string, Buffer] => [`${channel}TRC`, tag('curv', curve)]),
  ]
  const whole = profileFile('RGB XYZ ', parts)
  const path = join(mkdtempSync(join(tmpdir(), 'icc-')), 'profile.icc')
  writeFileSync(path, whole)
  return Object.assign(new Uint8Array(whole), { path })
}
