type Query = <Row>(sql: string, params?: readonly unknown[]) => Promise<{ readonly rows: readonly Row[] }>;

/** What repositories need of a database: PGlite in a thread, PGlite in a test, or a PostgreSQL server. */
export type Database = {
  /** One statement; when it is no `select`, its answer comes when what it did is on the disk. */
  readonly query: Query;
  /** Runs statements as one: all of them happen, or none. Other queries wait meanwhile. Answers when they are on the disk. */
  readonly transaction: <T>(work: (db: { readonly query: Query }) => Promise<T>) => Promise<T>;
  /** As a transaction, but answers before its work is on the disk: whoever asks for it waits for `flushed` before telling anybody. */
  readonly commit: <T>(work: (db: { readonly query: Query }) => Promise<T>) => Promise<T>;
  /** Resolves when everything that was committed before is on the disk; many who wait share one flush. */
  readonly flushed: () => Promise<void>;
};

/** Several statements without parameters, as migrations are written. */
export type Script = (sql: string) => Promise<void>;
