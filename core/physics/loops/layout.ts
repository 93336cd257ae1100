// Where things lie in the memory of the loops, in bytes. Read by the TypeScript that fills it and by the AssemblyScript
// that walks it, so it may hold nothing but whole numbers.

/** Ray to cast: origin and direction, six f64. */
export const RAY = 1024
/** What it struck: f64 distance, s, t; then i32 surface, front side (0 or 1), triangle. */
export const HIT = 1088
/** Open branches of a walk: through surfaces, and through a body's triangles. */
export const OUTER_OPEN = 2048
/** The same through a body's triangles. */
export const INNER_OPEN = 3072
/** The distances at which the four boxes of a node are entered. */
export const ENTERED = 4096
/** Statics of the module end below this, and what is loaded begins. */
export const FIRST_FREE = 8192

/** Pages of 64 kB; allocated once, since growing would pull every view from under its reader. */
export const PAGES = 1536

/** A node: six rows of four f32 (least x, y, z and greatest of four boxes), four i32 children, sixteen bytes free. */
export const NODE_BYTES = 128
/** Its children, from its start. */
export const NODE_CHILDREN = 96
/** Four triangles: nine rows of four f32 (corner, two edges), four i32 numbers. */
export const BLOCK_BYTES = 160
/** Its triangles' numbers, from its start. */
export const BLOCK_NUMBERS = 144
/** A leaf is ~(first * 8 + count) of primitives or blocks. */
export const LEAF_COUNTS = 8

/** A primitive: sixteen f64 as in layOut.ts, then i32 kind, surface, and a body's nodes, blocks, root; f64 box. */
export const PRIMITIVE_BYTES = 208
/** A primitive's kind, from its start; what follows likewise. */
export const PRIMITIVE_KIND = 128
/** The surface of the scene that a primitive is. */
export const PRIMITIVE_SURFACE = 132
/** Where a body's nodes lie. */
export const PRIMITIVE_NODES = 136
/** Where a body's triangles lie. */
export const PRIMITIVE_BLOCKS = 140
/** A body's first node. */
export const PRIMITIVE_ROOT = 144
/** Least x, y, z and greatest in the room, six f64. */
export const PRIMITIVE_BOX = 152

/** Walls: six f64 bounds, six i32 surfaces, 48 f64 forms. */
export const WALL_SURFACES = 48
/** Linear forms of the walls, from their start. */
export const WALL_FORMS = 72

/** A surface's patches: i32 front grid, back grid, first patch of a body, address of its triangles' patches, gloss. */
export const SURFACE_BYTES = 32
/** Address of its back's grid. */
export const SURFACE_BACK = 4
/** First patch of a body, or -1. */
export const SURFACE_BODY_FIRST = 8
/** Address of the patches of a body's triangles. */
export const SURFACE_TRIANGLES = 12
/** 1 where a side of it is glossy. */
export const SURFACE_GLOSS = 16

/** A grid: i32 columns, rows, address of first patches, address of lists of lines (each 0 or an address). */
export const GRID_BYTES = 16
/** A list of lines: i32 count, four bytes free, then three f64 a line. */
export const LINES_HEAD = 8

/** What a ray saw that has to be followed through a mirror, and a patch whose rays are cast elsewhere. */
export const STRUCK_GLOSS = -2

/** Points over patches: six f64 each. */
export const POINT_BYTES = 48
/** Box of a patch's points: six f64. */
export const BOX_BYTES = 48

/**
 * A light's front: f64 axis (3), lens rim, spread, image distance (0 without a lens), back share, back exponent;
 * i32 count, ball (0 or 1); then the beam's profile as f64 and as f32, then five f64 a sample: place (3), share, one
 * free. Behind them the samples again as four rows of f32 (x, y, z, share), as many as there are and up to a
 * multiple of four.
 */
export const FRONT_LENS = 24
/** Share and exponent of what goes behind the front. */
export const FRONT_BACK = 48
/** Number of samples. */
export const FRONT_COUNT = 64
/** 1 for a ball. */
export const FRONT_IS_BALL = 68
/** Profile of the beam. */
export const FRONT_PROFILE = 80
/** Its steps. */
export const PROFILE_STEPS = 4096
/** The profile in single precision. */
export const FRONT_SINGLE = 32864
/** The samples of the front. */
export const FRONT_SAMPLES = 49264
/** Bytes of one of them. */
export const SAMPLE_BYTES = 40

/** A place of a picture: f32 place and normal, three each. */
export const PLACE_BYTES = 24
/** A ray and what it struck, as RAY and HIT have them, one after another. */
export const CAST_BYTES = 88
/** What was struck, from the start of the ray. */
export const CAST_HIT = 48

/** Boxes of what has changed: i32 count, four bytes free, then six f64 a box. */
export const CHANGES_HEAD = 8
/** The length of a ray that has to be cast again whatever has changed. */
export const UNKNOWN_REACH = -1
