import type { Crop, VideoSpace } from '#core/imaging/live/videoSpace'

/** What a live picture is taken for, and how often it is read. */
export const spaceWords = ({
  video,
  crop,
  space,
  isSpaceSaid,
  perSecond,
}: {
  video: { width: number; height: number }
  crop: Crop
  space: VideoSpace
  isSpaceSaid: boolean
  perSecond: number
}): string => {
  const matrix = space.matrix === 'bt709' ? 'BT.709' : 'BT.601'
  const range = space.isFullRange ? 'full' : 'limited'
  const isCropped = crop.width < video.width || crop.height < video.height
  return [
    `${video.width} × ${video.height}${isCropped ? `, its middle ${crop.width} × ${crop.height} read, which has the shape of the plan’s frame` : ''}.`,
    `${matrix}, ${range} range${isSpaceSaid ? ', as the video says' : ': the video does not say, or it was chosen here'}.`,
    `${perSecond.toFixed(0)} pictures a second.`,
  ].join(' ')
}
