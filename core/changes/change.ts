import type { Patch } from '../edits/patch'
import type { Aim, Backdrop, Camera, LightSetting, Look, Place, StudioSet } from '../model/schema'

/** Ways along which things are shifted: away from the backdrop, up, or out from the backdrop's middle. */
export type Along = 'depth' | 'height' | 'aside'

/** What can be stood in the room in one go. */
export type Standing = 'key-flag' | 'black-sides' | 'near-black-sides' | 'curtains' | 'fill-board'

/** Lights that can be added: two beside the backdrop, a strip from behind, a key. */
export type NewLights = 'backdrop-pair' | 'edge' | 'key'

/** Ways in which backdrop lights are turned and put, all of them together. */
export type Arrangement = 'crossed' | 'straight' | 'from-above' | 'lower' | 'crossed-wide'

/**
 * Something that somebody does to a set, as data: it can be sent, kept, carried out (`applyChange`), taken back
 * (`inverseOf`), timed (`minutesOf`) and said (wording/changes.ts). What search, evenness, maps, sensitivity, checks
 * and brief propose are all of these. Metres and degrees; stops for powers.
 */
export type Change =
  /** A thing put at a place; walls, ceiling and locks keep it from there. */
  | { kind: 'place'; id: string; place: Place }
  | { kind: 'shift'; ids: readonly string[]; along: Along; byM: number }
  /** A light along the line to what it is aimed at, to so many times its present distance. */
  | { kind: 'distance-by'; id: string; factor: number }
  | { kind: 'distance-to'; id: string; lengthM: number }
  /** Subjects, the lights that are for them, and the camera away from the backdrop; all of them or none. */
  | { kind: 'group-depth'; byM: number }
  | { kind: 'aim'; id: string; aim: Aim }
  /** Each backdrop light at the share of the way from the backdrop's middle to the edge that is far from it. */
  | { kind: 'aim-across'; ids: readonly string[]; share: number }
  | { kind: 'aim-height'; ids: readonly string[]; byM: number }
  /** Turned off its aim, to its right or up. */
  | { kind: 'swing'; id: string; byDeg: number }
  | { kind: 'tilt'; id: string; byDeg: number }
  | { kind: 'roll'; ids: readonly string[] }
  | { kind: 'grid'; id: string }
  /** A half-scrim over one half of each beam, as seen from behind; over mirrored halves where `isMirrored`. */
  | { kind: 'half-scrim'; ids: readonly string[]; turnDeg: number; isMirrored: boolean }
  | { kind: 'arrange'; ids: readonly string[]; how: Arrangement }
  /** A light more, the mirror image of one that stands. */
  | { kind: 'add-twin'; id: string }
  /** A light made the mirror image of another, power and all. */
  | { kind: 'mirror'; fromId: string; toId: string; lookId: string }
  /** Lights more, which are on in one look and off in the others. */
  | { kind: 'add-lights'; what: NewLights; lookId: string }
  /** A flag before a light, on its way to the subject or to the lens. */
  | { kind: 'flag'; id: string; off: 'subject' | 'lens' }
  | { kind: 'stand'; what: Standing }
  | { kind: 'power'; lookId: string; settings: Readonly<Record<string, LightSetting>> }
  | { kind: 'exposure'; lookId: string; exposure: Partial<Look['exposure']> }
  | { kind: 'camera'; camera: Partial<Camera> }
  | { kind: 'backdrop'; backdrop: Partial<Backdrop> }
  | { kind: 'brief'; brief: Partial<StudioSet['brief']> }
  | { kind: 'seat' }
  | { kind: 'several'; changes: readonly Change[] }
  /** What takes another change back. */
  | { kind: 'patch'; patch: Patch }

/** Changes by their kind. */
export type ChangeKind = Change['kind']

/** A change of one kind. */
export type ChangeOf<K extends ChangeKind> = Extract<Change, { kind: K }>
