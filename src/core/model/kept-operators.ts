/** Operators whose fields are settled and kept, and which do not play yet. */
export const KEPT_OPERATORS = ['formula'] as const;
