/** A command that cannot be ok, as against a file that cannot be used. */
export class Misuse extends Error {}
