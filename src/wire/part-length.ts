/** Longer changes travel in pieces of so many characters of their JSON, under one id. */
export const PART_LENGTH = 3_000_000;
