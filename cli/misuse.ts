/** A command that cannot be understood, as against a file that cannot be used. */
export class Misuse extends Error {}
