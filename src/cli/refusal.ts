/** Ends the command with exit 1 and a sentence: the input was refused. */
export class Refusal extends Error {}

/** Ends the command with exit 2 and how the verb is used. */
export class WrongUsage extends Error {}
