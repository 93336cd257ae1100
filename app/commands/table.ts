/** Where the focus is, as far as keys are concerned. */
export type Zone =
  /** Nothing has it. */
  | 'rest'
  /** A thing on the plan or in the side view. */
  | 'plan'
  /** A marker on the rail. */
  | 'rail'
  /** A button, a list, the frame's probe, anything else that answers keys of its own. */
  | 'control'
  /** A text field with nothing typed that is not taken yet. */
  | 'field'
  /** A text field in the middle of an edit. */
  | 'editing'
  /** A dialog is open, and answers keys of its own. */
  | 'dialog'

/** What can be done by a key: the key, and what it does in words. */
export type Command = {
  id: CommandId
  /** `mod` is Ctrl, or Command where keyboards have it. */
  keys: readonly string[]
  zones: readonly Zone[]
  /** For the list of keys: how the keys are written, and what they do. */
  shown: string
  words: string
}

/** Commands by name. */
export type CommandId =
  | 'next-look'
  | 'previous-look'
  | 'undo'
  | 'redo'
  | 'cancel'
  | 'cancel-field'
  | 'accept'
  | 'delete'
  | 'copy'
  | 'turn-left'
  | 'turn-right'
  | 'picture'
  | 'legend'
  | 'help'

const OUTSIDE_TEXT = ['rest', 'plan', 'rail', 'control'] as const

/**
 * What a key does where: the one table that keys are looked up in, and the list of keys is made from. Nothing here
 * deletes or changes
 * anything outside what has the focus, but undo, which can be done again.
 */
export const COMMANDS: readonly Command[] = [
  {
    id: 'undo',
    keys: ['mod+z'],
    zones: [...OUTSIDE_TEXT, 'field'],
    shown: 'Ctrl Z',
    words: 'undo, from anywhere but the middle of typing; the last 200 steps stay with the set',
  },
  {
    id: 'redo',
    keys: ['mod+shift+z', 'mod+y'],
    zones: [...OUTSIDE_TEXT, 'field'],
    shown: 'Ctrl Shift Z',
    words: 'redo',
  },
  {
    id: 'accept',
    keys: ['Enter'],
    zones: ['rest', 'rail'],
    shown: 'Enter',
    words: 'do what the verdict proposes, with nothing or a rail marker in focus',
  },
  {
    id: 'cancel',
    keys: ['Escape'],
    zones: OUTSIDE_TEXT,
    shown: 'Escape',
    words: 'leave what was asked; let go of what is chosen',
  },
  {
    id: 'cancel-field',
    keys: ['Escape'],
    zones: ['field', 'editing'],
    shown: 'Escape in a field',
    words: 'put back what stood there',
  },
  { id: 'copy', keys: ['mod+d'], zones: ['plan', 'rest'], shown: 'Ctrl D', words: 'copy what is chosen' },
  {
    id: 'delete',
    keys: ['Delete', 'Backspace'],
    zones: ['plan'],
    shown: 'Delete on the plan',
    words: 'delete what is chosen',
  },
  {
    id: 'turn-left',
    keys: ['['],
    zones: ['plan', 'rest'],
    shown: '[',
    words: 'turn what is chosen to the left by five degrees',
  },
  { id: 'turn-right', keys: [']'], zones: ['plan', 'rest'], shown: ']', words: 'turn it to the right' },
  {
    id: 'next-look',
    keys: ['PageDown'],
    zones: OUTSIDE_TEXT,
    shown: 'Page down',
    words: 'the next look',
  },
  {
    id: 'previous-look',
    keys: ['PageUp'],
    zones: OUTSIDE_TEXT,
    shown: 'Page up',
    words: 'the look before',
  },
  {
    id: 'picture',
    keys: ['p'],
    zones: OUTSIDE_TEXT,
    shown: 'P',
    words: 'the picture over the whole screen, on the stage',
  },
  { id: 'legend', keys: ['l'], zones: OUTSIDE_TEXT, shown: 'L', words: 'what the drawings mean, on the stage' },
  { id: 'help', keys: ['?', 'shift+?'], zones: OUTSIDE_TEXT, shown: '?', words: 'this list' },
]

/** Keys that a thing with the focus answers by itself. */
export const LOCAL_KEYS: readonly { shown: string; words: string }[] = [
  { shown: 'Tab', words: 'next thing on the plan, the rail or the list' },
  {
    shown: 'Arrow keys',
    words:
      'nudge what has the focus 5 cm; with Shift 1 cm; on a handle, aim or turn; on a frame, move the probe; on the plan itself, move what is zoomed',
  },
  { shown: 'Space', words: 'choose the thing with the focus; with Shift as well as others' },
  { shown: '+ − 0 on the plan', words: 'zoom in, zoom out, the whole room' },
  { shown: 'Space on a test shot', words: 'begin a box, an outline or a stroke, and end it' },
  { shown: 'Enter on a map', words: 'put things at the cursor; on the backdrop’s map, look back from there' },
  { shown: 'Alt while dragging', words: 'let nothing pull it to lines' },
  { shown: 'Arrow up and down on a rail marker', words: 'ask for a tenth of a stop more or less' },
  { shown: 'Arrow keys on the map of evenness', words: 'from place to place; a figure begins a reading there' },
  { shown: 'Enter in the run', words: 'take the reading, then do what is proposed' },
  { shown: '− and * in the run', words: 'go on without it; simulate the reading, or read again' },
]

type Stroke = Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'shiftKey' | 'altKey'>

const strokeName = ({ key, ctrlKey, metaKey, shiftKey, altKey }: Stroke): string => {
  const name = key.length === 1 ? key.toLowerCase() : key
  return [
    ...(ctrlKey || metaKey ? ['mod'] : []),
    ...(altKey ? ['alt'] : []),
    ...(shiftKey ? ['shift'] : []),
    name,
  ].join('+')
}

/** What a key does in a zone; undefined where it is none of ours. */
export const commandFor = (stroke: Stroke, zone: Zone): CommandId | undefined => {
  const name = strokeName(stroke)
  return COMMANDS.find(({ keys, zones }) => keys.includes(name) && zones.includes(zone))?.id
}
