/**
 * One step from a version of the document to the next, for whatever carries one: whole files (and snapshots, which are
 * files), and single values as changes carry them. Nothing is checked here; reading does that after the last step.
 */
export type Upgrade = {
  readonly from: number;
  /** A file, its fields as the older version wrote them. */
  readonly file: (raw: Record<string, unknown>) => Record<string, unknown>;
  /** A value in memory form that stands, or stood, at a path of the document. */
  readonly value: (path: readonly string[], value: unknown) => unknown;
};
