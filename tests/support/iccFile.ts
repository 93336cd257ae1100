import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

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
  const head = Buffer.alloc(128)
  head.writeUInt32BE(0x02400000, 8)
  head.write('mntrRGB XYZ ', 12, 'latin1')
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
  const path = join(mkdtempSync(join(tmpdir(), 'icc-')), 'profile.icc')
  writeFileSync(path, whole)
  return Object.assign(new Uint8Array(whole), { path })
}
