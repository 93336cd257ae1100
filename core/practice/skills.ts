/** What is learned, in the order of the work. */
export const TOPICS = [
  'tone',
  'distance',
  'size',
  'backdrop',
  'spill',
  'ratio',
  'colour',
  'metering',
  'frames',
  'day',
] as const
/** One part of what is learned. */
export type Topic = (typeof TOPICS)[number]

/** Everything that is practised, by its kind of exercise, and the topic that it belongs to. */
export const SKILLS = {
  'value/pick': 'tone',
  'value/apart': 'tone',
  'sums/stops': 'tone',
  'sums/distance': 'distance',
  'sums/tape': 'distance',
  'reading/open': 'distance',
  'change/distance': 'distance',
  'reading/size': 'size',
  'reading/backdrop': 'backdrop',
  'change/backdrop': 'backdrop',
  'set-it/power': 'backdrop',
  'even/two': 'backdrop',
  'even/three': 'backdrop',
  'reading/room': 'spill',
  'change/spill': 'spill',
  'set-it/spill': 'spill',
  'ratio/meter': 'ratio',
  'ratio/eye': 'ratio',
  'ratio/cost': 'ratio',
  'sums/add': 'ratio',
  'sums/mired': 'colour',
  'change/gel': 'colour',
  'change/camera': 'metering',
  'fault/one': 'metering',
  'fault/two': 'metering',
  'value/frame': 'frames',
  'value/clipped': 'frames',
  'frame/key': 'frames',
  'frame/lights': 'frames',
  'day/order': 'day',
} as const satisfies Record<string, Topic>

/** One thing that is practised. */
export type Skill = keyof typeof SKILLS

/** All of them, in the order of the course. */
export const ALL_SKILLS = Object.keys(SKILLS) as readonly Skill[]

/** What of a topic is practised. */
export const skillsOf = (topic: Topic): Skill[] => ALL_SKILLS.filter(skill => SKILLS[skill] === topic)

/** From plain to hard. */
export const LEVELS = [1, 2, 3, 4, 5] as const
/** One of them. */
export type Level = (typeof LEVELS)[number]
