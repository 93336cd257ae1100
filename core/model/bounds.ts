import type { Vector } from '../physics/units/vector'
import type { Place, Room } from './schema'

/** The room as a box: x from the middle of the room, y from the backdrop, z from the floor, metres. */
export type RoomBounds = { left: number; right: number; back: number; front: number; floor: number; ceiling: number }

/** The planes of a room. */
export const roomBounds = (room: Room): RoomBounds => ({
  left: -room.widthM / 2,
  right: room.widthM / 2,
  back: -room.behindBackdropM,
  front: room.depthM - room.behindBackdropM,
  floor: 0,
  ceiling: room.heightM,
})

/** A place as a vector, metres. */
export const vectorOf = (place: Place): Vector => [place.xM, place.yM, place.zM]

const clamp = (value: number, least: number, most: number) => Math.max(least, Math.min(most, value))

/** The nearest place that leaves `marginM` to every wall, floor and ceiling. */
export const insideRoom = (place: Place, room: Room, marginM: number): Place => {
  const bounds = roomBounds(room)
  return {
    xM: clamp(place.xM, bounds.left + marginM, bounds.right - marginM),
    yM: clamp(place.yM, bounds.back + marginM, bounds.front - marginM),
    zM: clamp(place.zM, bounds.floor + marginM, bounds.ceiling - marginM),
  }
}
