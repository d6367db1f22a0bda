/** The id of a layer or composition that was added without one: it gets its own from the document. */
export const UNNAMED = 'new';
