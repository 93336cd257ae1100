import { lightDistance } from '#core/edits/distances'
import { aimedAt } from '#core/model/aim'
import type { Annotation, StudioRecord } from '#core/records/recordSchema'
import { aimAngles, tapedPlace, tapeErrorStops } from '#core/records/tape'
import { formatPower } from './notation/power'
import type { InLength } from './notation/distance'
import { formatMoment } from './notation/moment'
import { formatStops } from './notation/stops'
import { agreementWords, aimWords, cameraWords, careWords, tapedWords } from './records'

/** A text in which nothing of Markdown (CommonMark) means anything. */
const plain = (text: string): string => text.replaceAll(/([\\`*_{}[\]()#+\-.!|<>~])/g, '\\$1').replaceAll(/\s+/g, ' ')

const table = (head: readonly string[], rows: readonly (readonly string[])[]): string =>
  [head, head.map(() => '---'), ...rows].map(cells => `| ${cells.join(' | ')} |`).join('\n')

/** A record as a page of Markdown. */
export const recordMarkdown = (record: StudioRecord, { notes, tags }: Annotation, inLength: InLength): string => {
  const { set, camera } = record
  const [look] = set.looks
  const lights = set.lights.map(light => {
    const setting = look!.lights[light.id]!
    return [
      plain(light.name),
      plain(`${light.lamp.name}, ${light.modifier.name}`),
      setting.on ? formatPower(setting.powerStops, light.lamp) : 'off',
      tapedWords(tapedPlace(set, light.place, 'lines'), inLength),
      aimWords(aimAngles(light.place, aimedAt(light.aim, set)), light.rollDeg),
      careWords(tapeErrorStops(lightDistance(light, set).lengthM)),
    ]
  })
  const places = record.places.map(place => [
    plain(place.name),
    formatStops(place.stops, 'tenths'),
    place.value === null ? '' : String(Math.round(place.value)),
    place.wantedStops === null ? '' : formatStops(place.wantedStops, 'tenths'),
    place.meteredStops === null ? '' : formatStops(place.meteredStops, 'tenths'),
    place.frameValue === null ? '' : String(Math.round(place.frameValue)),
  ])
  return [
    `# ${plain(`${set.name}, ${look!.name}`)}`,
    `${formatMoment(record.at, 'whole')}. ${plain(record.headline)}`,
    `Camera ${cameraWords(camera)}; backdrop ${plain(set.backdrop.name)}; room ${inLength(set.room.widthM)} × ${inLength(set.room.depthM)} × ${inLength(set.room.heightM)}.`,
    '## Lights',
    table(['Light', 'What', 'Power', 'Where', 'Aim', 'How carefully'], lights),
    '## Places, against the camera setting',
    table(['Place', 'Predicted', 'Value', 'Wanted', 'Metered', 'In the frame'], places),
    agreementWords(record.agreement),
    ...(record.cautions.length > 0 ? ['## Cautions', ...record.cautions.map(words => `- ${plain(words)}`)] : []),
    ...(notes || tags.length > 0 ? ['## Notes', plain(notes), plain(tags.join(', '))] : []),
    '',
  ].join('\n\n')
}
