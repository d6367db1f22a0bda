/** What repositories need of a database: PGlite in a thread, PGlite in a test, or a PostgreSQL server. */
export type Database = {
  readonly query: <Row>(sql: string, params?: readonly unknown[]) => Promise<{ readonly rows: readonly Row[] }>;
  /** Runs statements as one: all of them happen, or none. Other queries wait meanwhile. */
  readonly transaction: <T>(work: (db: Pick<Database, 'query'>) => Promise<T>) => Promise<T>;
};

/** Several statements without parameters, as migrations are written. */
export type Script = (sql: string) => Promise<void>;
